# frozen_string_literal: true

module UpFront
  module Core
    # Plans to start from. Each keeps nights and weekends until the next working morning.
    module StartingPlans
      WORKING = Weekdays::WORKING.freeze
      NIGHT = [
        {"name" => "Night", "days" => WORKING, "from" => "18:00", "to" => "08:00"},
        {"name" => "Early Monday", "days" => ["mon"], "from" => "00:00", "to" => "08:00"},
        {"name" => "Weekend", "days" => %w[sat sun], "from" => "00:00", "to" => "24:00"}
      ].freeze

      # @!attribute plan [Hash] in the file's shape
      Start = Struct.new(:key, :title, :text, :plan, keyword_init: true)

      def self.rounds(*times) = times.map { |name, at| {"name" => name, "days" => WORKING, "at" => at} }
      def self.windows(*spans) = NIGHT + spans.map { |name, from, to| {"name" => name, "days" => WORKING, "from" => from, "to" => to} }

      ALL = [
        Start.new(key: "mornings", title: "Mornings and afternoons",
          text: "Mail waits in the morning and in the afternoon; the hour before and after lunch is open.",
          plan: {"windows" => windows(%w[Morning 09:00 12:00], %w[Afternoon 13:30 17:00]),
                 "rounds" => rounds(["Start", "08:00"], ["Mid-morning", "10:30"], ["Noon", "12:00"], ["Mid-afternoon", "15:00"],
                   ["End", "17:00"]), "days_off" => []}),
        Start.new(key: "three", title: "Three rounds a day",
          text: "All day in three deliveries: in the morning, after lunch and before you leave.",
          plan: {"windows" => windows(%w[Day 08:00 18:00]),
                 "rounds" => rounds(["Morning", "08:30"], ["After lunch", "13:00"], ["Evening", "16:30"]), "days_off" => []}),
        Start.new(key: "quiet", title: "Quiet mornings", text: "Nothing comes until eleven; then mail comes as it arrives.",
          plan: {"windows" => windows(%w[Morning 08:00 11:00]), "rounds" => rounds(["Eleven", "11:00"]), "days_off" => []})
      ].each(&:freeze).freeze
    end
  end
end
