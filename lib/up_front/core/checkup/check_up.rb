# frozen_string_literal: true

module UpFront
  module Core
    # What a rulebook could do better without: what is proved of it from itself alone, and what was seen of it in mail.
    class CheckUp
      KINDS = %w[never_matches never_decides same implied could_be_one nearly_implied contrary dates_past empty_group matches_all
        never_surfaces unused not_matched nearly_all surge too_loud silenced held_in_vain nearly_full unreached sending_stopped
        promise_broken example_turned unreadable sound_gone days_off_past long_wait round_covered round_idle
        look_alike silent_member measure_missed writes_still kept_away_answered].freeze

      # @param rulebook [Rulebook] @param at [Time] the moment from which the plan is looked at
      # @param date [Date, nil] today where dates are to be looked at too @param mail [MailFindings, nil] which has been given its mail
      # @param alerts [Loudness, nil] of the last days
      # @param in_use [Hash{String=>Enumerable<String>}] by kind, names of groups, labels and so on that are in use elsewhere
      def initialize(rulebook, at:, date: nil, mail: nil, alerts: nil, in_use: {})
        @rulebook = rulebook
        @at = at
        @date = date
        @mail = mail
        @alerts = alerts
        @in_use = in_use
      end

      # @return [Array<Finding>] rules in their order first
      def findings
        proved = RuleFindings.new(@rulebook, date: @date).to_a
        seen = @mail.to_a.reject { |finding| proved.any? { _1.kind == finding.kind && _1.rules == finding.rules } }
        loud = @alerts ? LoudFindings.new(@rulebook, @alerts, @at).to_a : []
        proved + seen + loud + PlanFindings.new(@rulebook, at: @at).to_a + UnusedFindings.new(@rulebook, in_use: @in_use).to_a +
          SizeFindings.new(@rulebook).to_a
      end
    end
  end
end
