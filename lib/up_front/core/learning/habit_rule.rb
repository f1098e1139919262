# frozen_string_literal: true

module UpFront
  module Core
    # The rule that would do what a habit does, and the words for both.
    class HabitRule
      DEEDS = {
        "let_in" => "let in by hand", "raise" => "raised by hand", "label" => "labelled %s by hand", "discard" => "discarded by hand",
        "clear_unread" => "cleared without being opened", "evening" => "put off to the evening", "mute" => "muted"
      }.freeze
      NAMES = {
        "let_in" => "%s straight in", "raise" => "%s matters more", "label" => "%s is labelled", "discard" => "%s is discarded",
        "clear_unread" => "%s off the Front", "evening" => "%s in the evening", "mute" => "%s off the Front"
      }.freeze
      TOPICS = {"let_in" => "timing", "raise" => "priority", "label" => "labels", "discard" => "discard", "clear_unread" => "timing",
                "evening" => "timing", "mute" => "timing"}.freeze

      # @param habit [Habits::Habit]
      def initialize(habit)
        @habit = habit
      end

      # @return [Hash] the rule in the file's shape
      def body = {"name" => name, "when" => condition, "then" => {topic => effect}}

      # @return [String] on which it speaks
      def topic = TOPICS.fetch(@habit.act)

      # @return [String] "11 of 12 messages from Northgate Archive were let in by hand."
      def evidence
        deed = format(DEEDS.fetch(@habit.act), @habit.value)
        mail = (@habit.of.first == "kind") ? @habit.name : "messages from #{@habit.name}"
        "#{@habit.done} of #{@habit.all} #{mail} were #{deed}."
      end

      private

      def name = English.sentence(format(NAMES.fetch(@habit.act), @habit.name))

      def condition
        pattern, key = @habit.of
        return {"fact" => "kind", "op" => "is", "value" => [key]} if pattern == "kind"

        {"fact" => "from", "op" => "is", "value" => [(pattern == "domain") ? "@#{key}" : key]}
      end

      def effect
        case @habit.act
        when "let_in" then {"now" => true}
        when "raise" then @habit.value
        when "label" then [@habit.value]
        when "discard" then true
        when "evening" then {"until" => {"days" => 0, "at" => @habit.value}}
        else {"off_front" => true}
        end
      end
    end
  end
end
