# frozen_string_literal: true

module UpFront
  module Desk
    # The alerts of some days as {Core::Loudness} counts them. A rule that has another name now is still the same.
    module SoundedAlerts
      # @param since [Time] @return [Array<Core::Loudness::Sounded>]
      def self.since(since, rulebook)
        names = rulebook.rules.to_h { [_1.id, _1.name] }
        Store::Alert.where("at > ?", since).pluck(:rule_id, :rule, :level, :at, :opened_at, :silenced_by)
          .map do |id, rule, level, at, opened_at, silenced|
          Core::Loudness::Sounded.new(rule: names.fetch(id, rule), level: level, at: at.to_time, opened_at: opened_at&.to_time,
            silenced: !silenced.nil?)
        end
      end
    end
  end
end
