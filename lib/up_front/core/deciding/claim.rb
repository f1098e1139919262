# frozen_string_literal: true

module UpFront
  module Core
    # The decision on one message: when it surfaces, how loud it is, and why. All instants are UTC Times.
    class Claim
      FIELDS = %i[
        message_id arrived_at surface_at held priority alert ink labels keep_at_top flag mark_read discard
        follow_up_at forward reply proposals trace
      ].freeze

      # @!attribute round [String, nil] the name of the round with which it surfaces
      attr_reader(*FIELDS, :round)

      # @param verdict [Verdict] what the rules have said @param surfacing [Hash] see {Surfacing#to_h}
      # @param zone [Zone] @param arrival [Time] @param trace [Trace, nil]
      def self.of(verdict, surfacing, zone, arrival, message_id: nil, trace: nil)
        new(
          message_id: message_id, arrived_at: arrival, **surfacing.slice(:surface_at, :held, :round),
          priority: verdict.priority, alert: surfacing[:surface_at] && verdict.alert, ink: verdict["ink"],
          labels: verdict.labels, keep_at_top: verdict["keep_at_top"] || false, flag: verdict["flag"] || false,
          mark_read: verdict["mark_read"] || false, discard: verdict["discard"] || false,
          follow_up_at: verdict.follow_up&.after(arrival, zone),
          forward: verdict.forward, reply: verdict["reply"], proposals: verdict.proposals, trace: trace
        )
      end

      def initialize(round: nil, **fields)
        @round = round
        FIELDS.each { instance_variable_set(:"@#{_1}", fields.fetch(_1)) }
        freeze
      end

      # @param zone [Zone] for printing @return [Hash] times as ISO 8601 with the owner's offset
      def to_h(zone)
        FIELDS.to_h do |field|
          value = public_send(field)
          value = zone.iso(value) if value.is_a?(Time)
          [field.to_s, value.is_a?(Trace) ? value.to_h : value]
        end
      end

      def ==(other) = other.is_a?(Claim) && [*FIELDS, :round].all? { other.public_send(_1) == public_send(_1) }
    end
  end
end
