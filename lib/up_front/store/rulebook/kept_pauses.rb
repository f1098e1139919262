# frozen_string_literal: true

module UpFront
  module Store
    # The stretches in which all rules are paused, the newest last.
    module KeptPauses
      KEY = "rules_paused"
      KEPT_SECONDS = 400 * 86_400 # longer than anything is held

      module_function

      # @return [Array<Hash>] from and to, as {Core::Pauses} has them
      def all = Setting[KEY] || []

      # To be called in a transaction. @return [Hash] the trail, for undoing
      def put(stretches, now)
        before = all
        kept = stretches.select { _1["to"].nil? || Time.iso8601(_1["to"]) > now - KEPT_SECONDS }
        Setting[KEY] = kept.presence
        CurrentRulebook.turn_views # so that it is read anew; what was decided stays as it was decided
        {"key" => 0, "before" => {"stretches" => before}, "after" => {"stretches" => kept}}
      end
    end
  end
end
