# frozen_string_literal: true

module UpFront
  module Core
    # What a person wants of the mail of somebody, as rules: one rule a choice, whose list grows. Of the choices that say when mail comes a
    # sender has one; another takes them out of the list in which they were.
    class SenderChoice
      # @!attribute name [String] of the rule @!attribute effect [Hash] its `then` @!attribute said [String] what happens to the mail
      Choice = Struct.new(:name, :effect, :said)
      ALL = {
        "let_in" => Choice.new("Let through", {"timing" => {"now" => true}}, "come straight in"),
        "hold" => Choice.new("Held for a round", {"timing" => {"next_round" => true}}, "wait for a round"),
        "off_front" => Choice.new("Kept off the Front", {"timing" => {"off_front" => true}}, "stay off the Front"),
        "never_again" => Choice.new("Never again", {"discard" => true}, "are discarded as they come"),
        "raise" => Choice.new("Matter more", {"priority" => "high"}, "come with high priority")
      }.freeze
      WHEN = %w[let_in hold off_front never_again].freeze # one of these holds for a sender
      NONE = "none" # takes them out of all these lists

      # A list that was made into another rule.
      class NoList < StandardError; end

      # @param name [String] of a rule @return [String, nil] of {ALL}
      def self.of(name) = ALL.find { |_, choice| Text.fold(choice.name) == Text.fold(name) }&.first

      # @param rules [Array<#name>] @param choice [String] of {ALL} @return [#name, nil] the rule that is made of it
      def self.rule(rules, choice) = rules.find { of(_1.name) == choice }

      # @param bodies [Array<Hash>] all rules, in the file's shape
      # @param list [SenderList] of whom @param choice [String] of {ALL}, or {NONE}
      def initialize(bodies, list, choice)
        @bodies = bodies
        @list = list
        @choice = choice
      end

      # @return [Hash{Integer=>Hash, nil}] what becomes of rules, by place: another body, or nil where nothing is left of it; a rule that is
      #   not there yet has the key nil
      # @raise [NoList] with the rule's name
      def changes
        found = {}
        others.each { |key| without(key, found) }
        with(found) if ALL.key?(@choice)
        found
      end

      private

      def others
        return ALL.keys if @choice == NONE

        WHEN.include?(@choice) ? WHEN - [@choice] : []
      end

      def place(key) = @bodies.index { Text.fold(_1["name"]) == Text.fold(ALL.fetch(key).name) }

      # What was made into something else by hand lists nobody that could be taken out.
      def without(key, found)
        place = place(key) or return
        before = listed(@bodies[place]) or return
        after = before - @list
        return if after == before

        found[place] = after.empty? ? nil : @bodies[place].merge("when" => after.condition)
      end

      def with(found)
        choice = ALL.fetch(@choice)
        place = place(@choice)
        return found[nil] = {"name" => choice.name, "when" => @list.condition, "then" => choice.effect} unless place

        before = listed(@bodies[place]) or raise NoList, choice.name
        after = before + @list
        found[place] = @bodies[place].merge("when" => after.condition, "enabled" => true) unless after == before && on?(@bodies[place])
      end

      def on?(body) = body.fetch("enabled", true)
      def listed(body) = body["unless"] ? nil : SenderList.read(body["when"])
    end
  end
end
