# frozen_string_literal: true

module UpFront
  module Core
    # The rule that would do what a habit does, and the words for both.
    class HabitRule
      # @!attribute deed [String] what was done @!attribute name [String] of the rule @!attribute topic [String] on which it speaks
      Told = Struct.new(:deed, :name, :topic)
      TOLD = {
        "let_in" => Told.new("let in by hand", "%s straight in", "timing"),
        "at_once" => Told.new("opened within ten minutes of coming", "%s straight in", "timing"),
        "raise" => Told.new("raised by hand", "%s matters more", "priority"),
        "label" => Told.new("labelled %s by hand", "%s is labelled", "labels"),
        "discard" => Told.new("discarded by hand", "%s is discarded", "discard"),
        "clear_unread" => Told.new("cleared without being opened", "%s off the Front", "timing"),
        "evening" => Told.new("put off to the evening", "%s in the evening", "timing"),
        "mute" => Told.new("muted", "%s off the Front", "timing")
      }.freeze
      private_constant :Told, :TOLD

      # @param habit [Habits::Habit]
      def initialize(habit)
        @habit = habit
      end

      # @return [Hash] the rule in the file's shape
      def body = {"name" => name, "when" => condition, "then" => {topic => effect}}

      # @return [String] on which it speaks
      def topic = TOLD.fetch(@habit.act).topic

      # @return [String] "11 of 12 messages from Northgate Archive were let in by hand."
      def evidence
        deed = format(TOLD.fetch(@habit.act).deed, @habit.value)
        mail = (@habit.of.first == "kind") ? @habit.name : "messages from #{@habit.name}"
        "#{@habit.done} of #{@habit.all} #{mail} were #{deed}."
      end

      private

      def name = English.sentence(format(TOLD.fetch(@habit.act).name, @habit.name))

      def condition
        pattern, key = @habit.of
        return {"fact" => "kind", "op" => "is", "value" => [key]} if pattern == "kind"

        {"fact" => "from", "op" => "is", "value" => [(pattern == "domain") ? "@#{key}" : key]}
      end

      def effect
        case @habit.act
        when "let_in", "at_once" then {"now" => true}
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
