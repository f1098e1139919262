# frozen_string_literal: true

module UpFront
  module Desk
    # The acts that may be done to any number of messages, by a name and what else is kept of them, so that one that was stopped in the
    # middle goes on after a restart.
    module LargeActs
      NAMED = {
        "clear" => ->(clock) { Clear.new(clock) },
        "flag" => ->(clock) { Flag.new(clock) }, "unflag" => ->(clock) { Flag.new(clock, on: false) },
        "read" => ->(clock) { MarkRead.new(clock) }, "unread" => ->(clock) { MarkRead.new(clock, read: false) },
        "discard" => ->(clock) { Discard.new(clock) }, "recover" => ->(clock) { Discard.new(clock, on: false) }
      }.freeze

      GIVEN = {
        "label" => ->(clock, given) { ChangeLabels.new(clock, on: [given.fetch("label")]) },
        "bring_back" => ->(clock, given) { BringBack.new(clock, Time.iso8601(given.fetch("until"))) },
        "apply" => ->(clock, given) { ApplyRule.new(clock, given.fetch("rule"), topics: given["topics"], version: given["version"]) },
        "propose" => ->(clock, given) { DoProposals.new(clock, given.fetch("rule"), version: given["version"]) },
        "routine" => ->(clock, given) { RunRoutine.possible(clock, given.fetch("routine")) },
        "undo" => ->(clock, given) { UndoMany.new(clock, given.fetch("step")) }
      }.freeze

      module_function

      # @param kind [String] @param given [Hash] what is kept of it @return [ChangeStates, ApplyRule, UndoMany]
      # @raise [Act::Impossible] where it cannot be done any more
      def of(clock, kind, given = {})
        NAMED.key?(kind) ? NAMED[kind].call(clock) : GIVEN.fetch(kind).call(clock, given)
      end
    end
  end
end
