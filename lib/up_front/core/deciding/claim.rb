# frozen_string_literal: true

module UpFront
  module Core
    # The decision on one message: when it surfaces, how loud it is, and why. All instants are UTC Times.
    class Claim
      # Among them a field for each effect that has one.
      FIELDS = [:message_id, :arrived_at, :surface_at, :held, *Effects.claimed.map(&:field), :proposals, :trace].freeze

      # All but the account of how it was made.
      SUBSTANCE = (FIELDS - [:trace]).freeze

      VARIABLES = FIELDS.to_h { [_1, :"@#{_1}"] }.freeze
      private_constant :VARIABLES

      # @!attribute round [String, nil] the name of the round with which it surfaces
      attr_reader(*FIELDS, :round)

      # @param verdict [Verdict] what the rules have said @param surfacing [Hash] see {Surfacing#to_h}
      # @param zone [Zone] @param arrival [Time] @param trace [Trace, nil]
      def self.of(verdict, surfacing, zone, arrival, message_id: nil, trace: nil)
        new(
          message_id: message_id, arrived_at: arrival, **surfacing.slice(:surface_at, :held, :round),
          **Effects.claimed.to_h { |effect| [effect.field, effect.decided(verdict, surfacing, arrival, zone)] },
          proposals: verdict.proposals, trace: trace
        )
      end

      def initialize(round: nil, **fields)
        @round = round
        VARIABLES.each { |field, variable| instance_variable_set(variable, fields.fetch(field)) }
        freeze
      end

      # @return [Hash{Symbol=>Object}] the fields of effects
      def effects = Effects.claimed.to_h { [_1.field, public_send(_1.field)] }

      def ==(other) = other.is_a?(Claim) && [*FIELDS, :round].all? { other.public_send(_1) == public_send(_1) }
    end
  end
end
