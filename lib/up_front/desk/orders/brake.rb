# frozen_string_literal: true

module UpFront
  module Desk
    # So many messages at most go out by rules in an hour and in a day; what is more stands in the outbox until the person has said.
    module Brake
      KEY = "brake"
      USUAL = {"hour" => 20, "day" => 100}.freeze
      KINDS = %w[forward reply away].freeze
      SECONDS = {"hour" => 3_600, "day" => 86_400}.freeze

      module_function

      # @return [Hash{String=>Integer}] hour, day
      def limits = USUAL.merge(Store::Setting[KEY] || {})

      # @return [Boolean] whether one more is too many
      def on?(now)
        by_rules = Store::Outgoing.where(kind: KINDS).where.not(state: %w[asks taken_back])
        SECONDS.any? { |stretch, seconds| by_rules.where("created_at > ?", now - seconds).count >= limits[stretch] }
      end
    end
  end
end
