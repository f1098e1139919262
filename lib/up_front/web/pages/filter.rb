# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What a server's mail filter can do of the rules in force: the script, what goes and what stays, with why.
      class Filter
        # @param close [Boolean] see {Core::FilterTests} @param away [Boolean] whether the away notice goes too
        def initialize(rulebook, now, close:, away:)
          notice = Desk::Away.kept
          @notice = notice if notice && Time.iso8601(notice["until"]) > now
          @away = away && !@notice.nil?
          @rulebook = rulebook
          @now = now
          @close = close
          @script = made(Core::FilterAway.new(@notice)) if @away
        rescue Core::FilterTests::Stays => stays
          @refused = "The away notice stays here: #{stays.message}."
        ensure
          @script ||= made(nil)
        end

        def to_h
          {text: @script.to_s, needs: @script.needs, lead: lead, goes: @script.carried.map(&:name),
           stays: @script.left.map { {name: _1.name, why: _1.why} }, away: !@notice.nil?, away_stays: @refused,
           keywords: @script.keywords.map { |label, keyword| {label: label, keyword: keyword} }}
        end

        private

        def made(away) = Core::FilterScript.new(@rulebook, now: @now, close: @close, away: away)

        def lead
          count, all = @script.carried.size, @script.carried.size + @script.left.size
          return "No rule is on." if all.zero?

          "#{Core::English.sentence(Core::English.among(count, Core::English.count(all, "rule")))} can go whole."
        end
      end
    end
  end
end
