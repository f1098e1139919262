# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Who is kept away for good, since when, and how much of theirs was kept away.
      class Blocked
        def initialize(rulebook, now)
          @rulebook = rulebook
          @zone = rulebook.zone
          @time_format = Core::TimeFormat.new(@zone, now)
          @rule = Core::SenderChoice.rule(rulebook.rules, "never_again")
        end

        def to_h
          {rule: @rule&.id, enabled: @rule.nil? || @rule.enabled, keep_days: Desk::EmptyDiscarded.keep_days, rows: rows.sort_by { -_1[:kept_away] }}
        end

        private

        def rows
          list = @rule && Core::SenderList.read(@rule.to_h["when"]) or return []
          list.senders.zip(list.people + list.lists).map { |(by, key), term| row(by, key, term) }
        end

        def row(by, key, term)
          since = since(term)
          {by: by, key: key, since: since && @time_format.day(@zone.date(since)), kept_away: Store::SenderRows.new(by, 0).kept_away(key, @rule.id, since || Time.at(0))}
        end

        # When it came into the list last.
        def since(term)
          @versions ||= Store::RuleVersion.where(rule_id: @rule.id).order(:version, :id).pluck(:at, :body)
          there = @versions.reverse.take_while { |_, body| JSON.generate(body["when"]).include?(JSON.generate(term)) }
          there.last&.first&.to_time
        end
      end
    end
  end
end
