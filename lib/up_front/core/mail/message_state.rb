# frozen_string_literal: true

module UpFront
  module Core
    # How a message stands at a moment: what the person and the clock have done with it, and what its claim says.
    # Views ask about it; rules cannot, since it changes.
    class MessageState
      FLAGS = %i[unread flagged on_front held cleared discarded keep_at_top alerted answered awaiting_reply follow_up_due].freeze

      attr_reader(*FLAGS, :priority, :labels, :ink, :decided_by, :arrived_at, :now)

      # @param now [Time] the moment at which it is looked at @param arrived_at [Time] @param priority [String]
      # @param labels [Array<String>] @param ink [String, nil] @param decided_by [Array<String>] the rules that spoke
      # @param flags [Hash{Symbol=>Boolean}] of {FLAGS}; those left out are false
      def initialize(now:, arrived_at:, priority: "normal", labels: [], ink: nil, decided_by: [], **flags)
        @now = now
        @arrived_at = arrived_at
        @priority = priority
        @labels = labels.freeze
        @ink = ink
        @decided_by = decided_by.freeze
        unknown = flags.keys - FLAGS
        raise ArgumentError, "no state is called #{unknown.first}" if unknown.any?

        FLAGS.each { instance_variable_set(:"@#{_1}", flags.fetch(_1, false)) }
        freeze
      end
    end
  end
end
