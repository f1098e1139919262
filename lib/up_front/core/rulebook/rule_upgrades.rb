# frozen_string_literal: true

module UpFront
  module Core
    # Brings a rule that was saved under an older version of the format to today's. Each step takes a body of
    # its version to the next; version 1 is the first there is.
    module RuleUpgrades
      STEPS = {}.freeze # version => ->(body) { body of the next version }

      # @param body [Hash] as it was saved @param form [Integer] the version it was saved under
      # @return [Hash] as the file has it today; one saved under a newer version is left for the reader to refuse
      def self.today(body, form, steps: STEPS, version: Rulebook::VERSION)
        (form...version).reduce(body) { |older, from| steps.fetch(from).call(older) }
      end
    end
  end
end
