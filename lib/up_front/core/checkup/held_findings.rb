# frozen_string_literal: true

module UpFront
  module Core
    # Rules that hold mail which is opened as soon as it comes, as other held mail is not.
    class HeldFindings
      LEAST = 10 # messages of which something can be said
      NEARLY = 0.9 # of them, opened at once
      OTHERS = 0.5 # of what else was held, at most: who opens all that a round brings has no need of this mail sooner

      # @!attribute rule [Object] the id of the rule by which it was held; nil where it was the plan alone
      # @!attribute at_once [Boolean] whether it was opened within {Habits::AT_ONCE} of coming
      Waited = Struct.new(:rule, :at_once, keyword_init: true)

      # @param rulebook [Rulebook] @param waited [Array<Waited>] what came after it was held @param days [Integer] in which, to now
      def initialize(rulebook, waited, days:, now:)
        @rulebook = rulebook
        @rules = rulebook.rules
        @waited = waited
        @days = days
        @now = now
      end

      # @return [Array<Finding>]
      def to_a
        of_rules = @waited.group_by(&:rule)
        @rules.each_with_index.filter_map { |rule, place| finding(rule, place, of_rules.fetch(rule.id, [])) if holds?(rule) }
      end

      private

      # Whether it would hold mail still.
      def holds?(rule) = rule.enabled && rule.id && rule.effects["timing"] && !rule.effects["timing"].key?("now")

      def finding(rule, place, own)
        at_once = own.count(&:at_once)
        others, of = @waited.count(&:at_once) - at_once, @waited.size - own.size
        return if own.size < LEAST || at_once < NEARLY * own.size || others > OTHERS * of

        Finding.new(kind: "held_in_vain", rules: [rule.name], where: "#{@rulebook.where(place)}/then/timing",
          said: "#{at_once} of #{own.size} messages that “#{rule.name}” held were opened within ten minutes of coming" \
            "#{", as #{others} of #{of} others that were held" if of.positive?}.",
          seen: Finding::Seen.new(messages: own.size, from: @now - @days * 86_400, until: @now))
      end
    end
  end
end
