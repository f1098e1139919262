# frozen_string_literal: true

module Demo
  # What Wren did by hand in the last weeks, again and again: six habits, each with a few times on which it was otherwise.
  class Habits
    # Who it was done with, how often of so many it was not, and what it leaves in a message's state.
    ALL = {
      "dispatch@baltic-art-road.example" => [12, ->(message, _zone) { {let_in_at: message.arrived_at + 420} }],
      "finance@lanternquay.example" => [14, ->(message, zone) { evening(message, zone) }],
      "proofs@salt-and-ink.example" => [16, ->(*) { {priority: "high"} }],
      "certificates@harbour-and-vale.example" => [12, ->(*) { {labels_on: ["Loans"]} }],
      "clemens@moist-and-more.example" => [nil, ->(*) { {unread: true, opened_at: nil} }],
      "team@listening-guides.example" => [nil, ->(*) { {thread_word: "muted"} }]
    }.freeze

    def self.evening(message, zone)
      date = zone.date(message.arrived_at.to_time)
      came = message.claim.surface_at.to_time + 180
      back = [zone.instant(date, 17 * 60), came + 60].max
      {put_off_at: came, back_at: back, surface_at: back, cleared_at: back + 900, put_off_reason: "With the bills"}
    end

    # @param before [Time] what arrived later is as the day begins
    def initialize(before)
      @before = before
    end

    def live
      ALL.each do |sender, (otherwise, done)|
        messages = UpFront::Store::Message.where(sender_key: sender, kind: "person", arrived_at: ...@before).order(:id)
        messages.joins(:state).where.not(states: {cleared_at: nil}).each_with_index do |message, number|
          next if otherwise && (number % otherwise).zero?

          UpFront::Store::State.find(message.id).update!(done.call(message, Scenario::ZONE))
        end
      end
    end
  end
end
