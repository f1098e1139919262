# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Why a rule did not decide a message: each condition with whether it held, what stands in the way, and the smallest changes with
      # which it would match, each with what it would match of the last days.
      class WhyNot
        DAYS = 30
        MOST = 5

        # @param rule [Core::Rule] of the rulebook in force
        def initialize(message, rule, rulebook, now)
          @message = message.to_core
          @rule = rule
          @rulebook = rulebook
          @why = Core::WhyNot.new(rulebook, rule, @message)
          @text = Core::WhyNotText.new(@why)
          @match_index = Store::MatchIndex.at(now)
          @within = @match_index.days_bits(DAYS, rulebook.zone, now)
        end

        def to_h
          {rule_id: @rule.id, lead: @text.lines.first, conditions: conditions, in_the_way: @text.in_the_way,
           changes: (@why.matched? || @rule.house) ? [] : changes, hopeless: !@why.matched? && @why.changes.empty?}
        end

        private

        def conditions
          @why.found.zip(@text.conditions).map { |leaf, text| {held: leaf["held"], text: text.sub(/\A(?:holds|does not): /, "")} }
        end

        def changes
          now, all = matches(@rule), @match_index.count(@within)
          @why.changes.first(MOST).zip(@text.changes).map do |set, text|
            body = Core::Loosened.of(@rule.to_h, set, @message)
            then_ = matches(Core::Rule.read(body, Core::Check.new, @rulebook.names))
            {text: text, body: body, then: then_, now: now, all: then_ == all, days: DAYS}
          end
        end

        def matches(rule) = @match_index.count(@match_index.matches(rule, @rulebook.context) & @within)
      end
    end
  end
end
