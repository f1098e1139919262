# frozen_string_literal: true

module UpFront
  module Core
    # Which promises one message breaks that has come.
    module BrokenPromises
      Came = Struct.new(:arrived_at, :surface_at, :held, :alert, :discard, :trace)
      private_constant :Came

      # @param rulebook [Rulebook] @param reading [Reading] of the message @param claim [#surface_at, #held, #alert, #discard] on it
      # @return [Array<Array(Promise, String)>] each with how: "it comes 2 hours late"
      def self.of(rulebook, reading, claim)
        came = Came.new(reading.message.arrived_at, claim.surface_at&.to_time, claim.held, claim.alert, claim.discard, nil)
        rulebook.promises.select { _1.about?(reading, rulebook.plan) && _1.kept?(came, rulebook.plan) == false }
          .map { [_1, PromiseText.breaks(_1, came, rulebook.plan)] }
      end
    end
  end
end
