# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Every rule in the order in which they are read, with what each did in the last thirty days.
      class Rules
        DAYS = 30

        def initialize(rulebook, now)
          @rulebook = rulebook
          @now = now
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
          @first = rulebook.zone.date(now) - DAYS + 1
        end

        def to_h
          load
          {lead: lead, days: DAYS, rules: Store::Rule.in_order.map { show(_1) }, house: house}
        end

        # @param row [Store::Rule]
        def show(row)
          load
          rule = @rulebook.own.find { _1.id == row.id }
          return unreadable(row) unless rule

          {id: row.id, version: row.version, name: row.name, enabled: rule.enabled, sentence: Core::Sentence.told(rule),
           heading: rule.heading, marks: marks(rule), body: rule.to_h, **did(row.id)}
        end

        # @param id [Integer] of a rule @return [Hash] what it did in these days, and when last
        def did(id)
          load
          counts = @arrivals.key?(id) ? @arrivals[id].map { (@rulebook.zone.date(_1) - @first).to_i }.tally : {}
          last = @arrivals.key?(id) ? @arrivals[id].max : @last[id]
          {used: counts.values.sum, since: @first.iso8601, bars: Array.new(DAYS) { counts.fetch(_1, 0) },
           last: (last && last <= @now) ? @time_format.moment(last) : nil}
        end

        private

        # @return [Hash, nil] how many of the office are read before one's own, and how many after
        def house
          firm, after = @rulebook.house.select(&:enabled).partition(&:firm?)
          {before: firm.size, after: after.size, publishers: @rulebook.house.map { _1.house.publisher }.uniq} if @rulebook.house.any?
        end

        def load
          @arrivals ||= Store::Firing.arrivals(since: @rulebook.zone.instant(@first, 0), before: @now)
          @last ||= Store::Firing.last(Store::Rule.where(deleted_at: nil).ids - @arrivals.keys) # the others' last is among these arrivals
        end

        def marks(rule)
          dates = rule.from_date || rule.until_date
          today = @rulebook.zone.date(@now)
          over = if rule.until_date && rule.until_date < today
            "its dates are over"
          else
            ((rule.from_date && rule.from_date > today) ? "its dates are to come" : "dated")
          end
          [("off" unless rule.enabled), ("last word" if rule.last_word), ("asks first" if rule.ask_first), (over if dates)].compact
        end

        def unreadable(row)
          {id: row.id, version: row.version, name: row.name, enabled: false, body: {name: row.name, when: {}, then: {}}, heading: nil,
           marks: ["cannot be read"], **did(row.id),
           sentence: "This rule cannot be read by this version of Up Front, and decides nothing. It is kept as it was saved."}
        end

        def lead
          rules = @rulebook.own
          return "There are no rules yet." if rules.empty?

          off = rules.count { !_1.enabled }
          text = "#{Core::English.sentence(Core::English.count(rules.size, "rule"))} #{(rules.size == 1) ? "is" : "are"} read in this order"
          off.zero? ? "#{text}." : "#{text}; #{Core::English.count(off, "of them is", "of them are")} off."
        end
      end
    end
  end
end
