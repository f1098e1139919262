# frozen_string_literal: true

module Demo
  # What became of the mail of the last weeks while Wren used Up Front: what was opened, and when; what was cleared. Mail that matters is
  # looked at within minutes, the rest once there is time; one newsletter is never opened.
  class LivedWeeks
    SEED = 11
    WORK = (8 * 60...17 * 60 + 30) # minutes of a working day in which mail is looked at
    CLEARS = 17 * 60 + 40 # when what was not opened is cleared

    # Of so many messages in a hundred, after how many minutes.
    Habit = Struct.new(:opened, :minutes)
    PRIORITIES = {"top" => Habit.new(100, 1..7), "high" => Habit.new(97, 3..35)}.freeze
    KINDS = {"person" => Habit.new(93, 12..150), "invitation" => Habit.new(100, 5..40), "list" => Habit.new(45, 30..300),
             "newsletter" => Habit.new(40, 20..200), "notice" => Habit.new(4, 5..60)}.freeze
    NEVER = %w[listings@culture-diary.example].freeze

    # @param before [Time] what arrived later is as the day begins
    def initialize(before)
      @before = before
      @random = Random.new(SEED)
    end

    def live
      rows.each do |id, at, kind, priority, sender, answered|
        opened = opened(at.to_time, kind, priority, sender, answered)
        UpFront::Store::State.where(message_id: id).update_all(came: "arrived", announced_at: at, unread: unread(id, opened),
          opened_at: opened, cleared_at: cleared(at.to_time, opened))
      end
    end

    private

    def rows
      UpFront::Store::State.joins("JOIN messages ON messages.id = states.message_id JOIN claims ON claims.message_id = states.message_id " \
        "JOIN traffic ON traffic.message_id = states.message_id").where(came: "history").where("messages.arrived_at < ?", @before)
        .where.not(claims: {surface_at: nil}).order("states.message_id")
        .pluck("states.message_id", "claims.surface_at", "messages.kind", "claims.priority", "messages.sender_key", "traffic.answered_at")
    end

    def unread(id, opened) = opened.nil? && !UpFront::Store::Claim.where(message_id: id).pick(:mark_read)

    def opened(at, kind, priority, sender, answered)
      habit = PRIORITIES.fetch(priority) { KINDS.fetch(kind, KINDS["person"]) }
      chance, minutes, seconds = @random.rand(100), @random.rand(habit.minutes), @random.rand(60)
      return [Time.at(answered).utc - 240, at + 20].max if answered
      return if chance >= habit.opened || NEVER.include?(sender)

      (at_work(at) + minutes * 60 + seconds).then { _1 if _1 < @before }
    end

    # @return [Time] that moment, or when work begins next
    def at_work(at)
      date = Scenario::ZONE.date(at)
      return at if working?(date) && WORK.cover?(Scenario::ZONE.minutes(at))

      date += 1 unless working?(date) && Scenario::ZONE.minutes(at) < WORK.begin
      date += 1 until working?(date)
      Scenario::ZONE.instant(date, WORK.begin + 4)
    end

    def cleared(at, opened)
      return opened + 60 * @random.rand(2..45) if opened

      work = at_work(at)
      evening = Scenario::ZONE.instant(Scenario::ZONE.date(work), CLEARS)
      [evening, at + 60].max.clamp(nil, @before)
    end

    def working?(date) = date.cwday <= 5
  end
end
