# frozen_string_literal: true

module UpFront
  module Core
    # {WhyNot} as docs/rulebook.md has it.
    class WhyNotReport
      # @param why [WhyNot]
      def initialize(why)
        @why = why
      end

      # @return [Hash]
      def to_h
        {"rule" => @why.rule.name, "outcome" => @why.outcome, "matched" => @why.matched?,
         "found" => @why.found.map { |leaf| leaf.merge("found" => EvidenceText.found(leaf["found"])) },
         "changes" => @why.matched? ? [] : @why.changes, "in_the_way" => @why.in_the_way.map(&:to_h)}
      end
    end
  end
end
