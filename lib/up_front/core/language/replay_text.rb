# frozen_string_literal: true

module UpFront
  module Core
    # What a replay found, to be read: both rulebooks' figures beside each other, and in what they differ.
    class ReplayText
      WAITS = "Waits: half of it, nine in ten, all of it at most."
      private_constant :WAITS

      # @param replay [Replay] @param left_out [Integer] messages without an arrival @param names [Array(String, String)] what the two
      #   rulebooks are called @param zone [Zone] in which the stretch is said
      def initialize(replay, left_out:, names:, zone:)
        @replay = replay
        @left_out = left_out
        @names = names
        @zone = zone
      end

      # @return [Array<String>]
      def lines = [stretch, *left_out, *(@replay.messages.zero? ? [] : ["", *table, WAITS, "", difference])]

      private

      def stretch
        return "No message was decided." if @replay.messages.zero?

        from, to = @replay.stretch.map { English.day(@zone.date(_1)) }
        days = (from == to) ? "of #{from}" : "from #{from} to #{to}"
        "#{English.sentence(English.count(@replay.messages, "message"))} #{days}."
      end

      def left_out
        return [] if @left_out.zero?

        ["#{English.sentence(English.count(@left_out, "message"))} left out: no arrival is told, neither by Received nor by Date."]
      end

      def table
        rows = [["", *@names], *ReplayTable.new(@replay.figures.map(&:to_h)).rows]
        widths = rows.transpose.map { |cells| cells.map(&:size).max }
        rows.map { |name, *cells| [name.ljust(widths.first), *cells.zip(widths.drop(1)).map { _1.rjust(_2) }].join("  ") }
      end

      def difference
        return "No message differs." if @replay.different.zero?

        topics = @replay.topics.sort_by { -_2 }.map { |topic, count| "#{English.thousands(count)} in #{topic.tr("_", " ")}" }
        "#{English.sentence(English.count(@replay.different, "message differs", "messages differ"))}: #{English.join(topics, "and")}."
      end
    end
  end
end
