# frozen_string_literal: true

module Demo
  # What Wren follows through as the day begins: answers awaited of what was sent in the last days, things to do, an appointment.
  class FollowThrough
    DAYS = 10 # in which what was sent and asks something is awaited
    MOST = 6
    # Words, the day counted from today, the time, a sender whose newest message it is of.
    TASKS = [
      ["Send the form for crate 7", -1, nil, "dispatch@baltic-art-road.example"], ["Ring the insurer about loan 12", 0, "10:30", nil],
      ["Read the wall texts once more", 0, nil, "proofs@salt-and-ink.example"], ["Book the long ladder", 1, "09:00", nil],
      ["Thank Ana for the courier’s papers", 2, nil, "ana.ferro@casadomar.example"], ["A place for the sextant’s box", nil, nil, nil]
    ].freeze

    # @param before [Time] when the day begins
    def initialize(before)
      @before = before
      @clock = World::FixedClock.new(before - 14 * 3_600)
      @today = Scenario::ZONE.date(before)
    end

    def live
      expect
      TASKS.each { |words, day, time, sender| task(words, day, time, sender) }
      UpFront::Desk::Appointments.new(@clock).make({"title" => "Insurer on the phone", "on" => @today.iso8601, "at" => "11:30",
        "until" => "11:50"})
      UpFront::Desk::Appointments.new(@clock).make({"title" => "The sea charts open", "on" => (@today + 32).iso8601})
      UpFront::Desk::AwaitedOnFront.new(@clock).call(true)
      UpFront::Store::UndoStep.delete_all
    end

    private

    # By turns within one and within five working days of being sent; what has been answered since is over.
    def expect
      sent = UpFront::Store::Message.where(from_me: true, mailbox: "Sent",
        arrived_at: (@before - DAYS * 86_400)..@before).order(arrived_at: :desc)
      asking = sent.select { |message| UpFront::Core::Asking.any?(message.body) && UpFront::Desk::Expect.asked_people(message).any? }
      asking.first(MOST).each_with_index do |message, number|
        clock = World::FixedClock.new(message.arrived_at.to_time)
        due = UpFront::Desk::Expect.due_at({"working_days" => number.even? ? 1 : 5}, clock.now)
        UpFront::Desk::Expect.new(clock).call(message.id, due)
        answers(message)
      end
    end

    def answers(message)
      UpFront::Store::Message.where(id: UpFront::Store::Message.conversation(message.id),
        from_me: false).order(:arrived_at).each do |answer|
        UpFront::Desk::AnswersCome.new(World::FixedClock.new(answer.arrived_at.to_time)).call(answer.to_core, answer.id)
      end
    end

    def task(words, day, time, sender)
      message = sender && UpFront::Store::Message.where(sender_key: sender).order(arrived_at: :desc).first
      UpFront::Desk::ChangeTasks.new(@clock).make({"words" => words, "on" => day && (@today + day).iso8601, "at" => time},
        message_id: message&.id)
    end
  end
end
