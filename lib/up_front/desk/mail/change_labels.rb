# frozen_string_literal: true

module UpFront
  module Desk
    # Puts labels on messages by hand, or takes them off, those that a rule put on as well.
    class ChangeLabels < ChangeStates
      # @param on [Array<String>] @param off [Array<String>] labels of the rulebook @raise [Impossible]
      def initialize(clock, on: [], off: [])
        super(clock)
        names = Store::CurrentRulebook.rulebook.names
        unknown = on.find { names.spelling("labels", _1).nil? }
        raise Impossible.new("There is no label “#{unknown}”.", pointer: "/add") if unknown

        @on, @off = [on, off].map { |given| given.map { names.spelling("labels", _1) || _1 } }
      end

      private

      def change?(state, _stands) = (@on - state.labels_on).any? || (@off - state.labels_off).any?
      def change(state) = state.assign_attributes(labels_on: (state.labels_on | @on) - @off, labels_off: (state.labels_off | @off) - @on)

      def message(count)
        parts = [("Labelled #{counted(count)} #{Core::English.join(@on, "and")}" if @on.any?),
          ("took #{Core::English.join(@off, "and")} off #{counted(count)}" if @off.any?)].compact
        "#{Core::English.sentence(parts.join("; "))}."
      end
    end
  end
end
