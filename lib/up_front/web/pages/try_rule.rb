# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # A draft rule tried on the mail of the last days: what it matches, condition by condition, and what the
      # messages' claims would become. Nothing is changed.
      class TryRule
        MOST_ROWS = 60

        # @param body [Hash] the draft @param id [Integer, nil] of the rule that it changes
        # @param days [Integer] how far back @param place [Integer, nil] of a new rule; the first where nil
        # @param message [Integer, nil] one to show first
        # @param made [Hash, nil] the facts of a message that need not be here, shown first in its place
        # @param without [Boolean] compare with there being no such rule, in place of the rule as it is saved
        def initialize(body, rulebook, now, days:, id: nil, place: nil, message: nil, made: nil, without: false)
          @without = without
          @rulebook = rulebook
          @now = now
          @days = days
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
          @old = rulebook.own.find { _1.id == id } if id
          @body = body
          @at = @old ? rulebook.own.index(@old) : (place || 0).clamp(0, rulebook.own.size)
          @place = @at + rulebook.house.count(&:firm?) # in the order in which rules are read
          @draft = Core::Draft.new(body, rulebook.names, id: id)
          @message = message
          @made = made
          @match_index = Store::MatchIndex.at(now)
          @within = @match_index.days_bits(days, rulebook.zone, now)
        end

        def to_h
          {faults: faults, unfinished: @draft.unfinished, days: @days, of: @match_index.count(@within), counts: counts, apart: apart,
           clashes: clashes, **sentence, **outcome}
        end

        private

        def first_day = @rulebook.zone.date(@now) - @days + 1
        def key = @rulebook.context

        def faults
          DraftFaults.of(@draft.faults) + DraftFaults.taken(@body["name"], @rulebook.rules - [@old], "rule")
        end

        def sentence
          return {sentence: nil, text: nil} unless @draft.complete?

          rule = Core::Rule.read(@body, Core::Check.new, @rulebook.names)
          {sentence: Core::Sentence.told(rule), text: Core::Sentence.rule(rule)}
        end

        # By pointer: for how many messages of the last days each condition holds by itself, and each group together.
        def counts = @draft.nodes.transform_values { held(_1) }
        def held(node) = @match_index.count(@match_index.bits(node, key) & @within)

        def apart = AllOrAny.of(@draft.nodes) { held(_1) }

        def clashes = Core::Clashes.new(@draft.nodes).to_a.map { {pointers: _1.pointers, message: _1.message} }

        def outcome
          return {ready: false} unless @draft.rule && @draft.nodes.key?("/when") && @draft.unfinished.empty?

          items = preview.items(@within)
          matched = @match_index.matches(@draft.rule, key) & @within
          ids = @match_index.places_of(matched).to_set { @match_index.ids[_1] }
          {ready: true, matches: ids.size, **surfacing(items.select { ids.include?(_1.id) }), changed: items.count { difference(_1).any? },
           alerts: alerts, bars: bars(matched), held: on_saving.held.to_s, held_now: on_saving.held.now,
           asleep: asleep, reaches: reaches, sweeping: sweeping(ids.size), asks: @draft.rule.ask_first, first: first,
           messages: rows(items, ids)}
        end

        def preview = @preview ||= (@old && @without) ? against(@rulebook.rules - [@old], [@draft.rule]) : saved
        def saved = @saved ||= against(@rulebook.rules, [@old, @draft.rule].compact)

        # What saving does, to a rule that is off or not within its dates too.
        def on_saving
          return saved unless as_written

          @on_saving ||= against(@rulebook.rules, [@old, as_written].compact, rules: rules_with(as_written))
        end

        def against(from, touched, match_index: @match_index, rules: self.rules)
          Desk::RulesPreview.new(@rulebook, rules, touched: touched, now: @now, match_index: match_index, from: from)
        end

        def rules = @rules ||= rules_with(@draft.rule)
        def rules_with(rule) = @rulebook.arranged(own_with(rule))
        def own_with(rule) = @rulebook.own.dup.tap { |own| @old ? own[@at] = rule : own.insert(@at, rule) }

        # @return [Core::Rule, nil] the draft with its switch and its dates, where it is whole
        def as_written = @as_written ||= Core::Rule.read(@body, Core::Check.new, @rulebook.names, id: @old&.id)

        # @return [String, nil] that mail does not go back as far as that
        def reaches
          oldest = @match_index.dates(@rulebook.zone).min or return
          return unless oldest > first_day

          ago = Core::English.count((@rulebook.zone.date(@now) - oldest).to_i + 1, "day")
          "Your mail here begins on #{@time_format.day(oldest)}, #{ago} ago: there is none before."
        end

        # @return [String, nil] why nothing happens though it is saved
        def asleep
          return "All rules are paused: what arrives now is not touched by it until they are resumed." if @rulebook.pauses.running(@now)

          reason, date = as_written&.sleeps(@rulebook.zone.date(@now))
          case reason
          when :off then "It is off: nothing happens by it until it is switched on."
          when :begins then "It begins on #{@time_format.day(date)}."
          when :over then "Its last day was #{@time_format.day(date)}."
          end
        end

        SWEEPS = {"discard" => "discards all of it", "off_front" => "takes all of it off the Front",
                  "now" => "lets all of it straight in"}.freeze

        # @return [String, nil] where it holds for all mail and does what nobody wants of all of it; asked about before it is saved
        def sweeping(matches)
          does = @draft.sweeps(all: matches.positive? && matches == @match_index.count(@within)) or return
          seen = "each of the #{Core::English.thousands(matches)} messages of the last #{@days} days"
          "It holds for #{@draft.everything? ? "every message" : seen}, and #{SWEEPS.fetch(does)}."
        end

        def surfacing(items)
          {straight: items.count { _1.after.surface_at && !_1.after.held },
           straight_more: items.count { _1.before.held && _1.after.surface_at && !_1.after.held },
           wait: items.count { _1.after.held }, never: items.count { _1.after.surface_at.nil? && !_1.after.held }}
        end

        # Alerts on a working day, before and after.
        def alerts
          plan = @rulebook.plan
          working = ->(date) { date.cwday <= 5 && !plan.days_off.include?(date) }
          dates = @match_index.dates(@rulebook.zone)
          oldest = @match_index.places_of(@within).map { dates[_1] }.min
          days = oldest ? (oldest..@rulebook.zone.date(@now)).count(&working) : 0
          before, after = preview.alerts(@within) { working.call(@rulebook.zone.date(_1)) }
          days.zero? ? {before: 0, after: 0} : {before: (before.to_f / days).round(1), after: (after.to_f / days).round(1)}
        end

        def bars(matched)
          dates = @match_index.dates(@rulebook.zone)
          all, own = [@within, matched].map { |bits| @match_index.places_of(bits).map { dates[_1].jd }.tally }
          (first_day..@rulebook.zone.date(@now)).map do |date|
            {date: date.iso8601, label: @time_format.day(date), all: all.fetch(date.jd, 0), matched: own.fetch(date.jd, 0)}
          end
        end

        def difference(item) = Core::ClaimDifference.new(item.before, item.after, @time_format)

        # The message from which the rule began, however old it is.
        def first
          return made if @made
          return unless @message && Store::Message.exists?(@message)

          whole = Store::MatchIndex.whole
          place = whole.place(@message) or return
          there = against(@rulebook.rules, [@old, @draft.rule].compact, match_index: whole)
          item = there.items(whole.bits_of([place])).first
          message = Store::Message.find(@message)
          unless item
            return {id: @message, sender: message.sender_name, subject: message.subject, when: @time_format.moment(message.arrived_at),
                    matched: false, changes: [], reason: nil}
          end

          row(message, item, there.matches(@draft.rule)[place] == 1)
        end

        # One that is made of its facts alone, as the whole rulebook decides it.
        def made
          check = Core::Check.new([], "/made")
          message = Core::Example.read_message(@made, check) or raise Core::Refused, check.faults
          before, after = [@without ? @rulebook.own - [@old] : @rulebook.own, own_with(@draft.rule)].map { |own| decided(own, message) }
          {id: 0, sender: message.from.first&.shown.to_s, subject: message.subject, when: @time_format.moment(message.arrived_at),
           matched: Core::Matcher.matches?(@draft.rule, Core::Reading.new(message)),
           changes: Core::ClaimDifference.new(before, after, @time_format).changes.map(&:to_h), reason: nil}
        end

        def decided(own, message)
          document = @rulebook.document.except(*Core::References::KEPT, "views")
          Core::Rulebook.read(document.merge("rules" => own.map(&:to_h))).decide(message, paused: false)
        end

        # The changed ones first to come to mind: those that match, the newest first; then those that no longer do.
        def rows(items, ids)
          shown = items.partition { ids.include?(_1.id) }.flatten(1).first(MOST_ROWS)
          messages = PreviewRow.messages(shown.map(&:id))
          shown.map { |item| row(messages.fetch(item.id), item, ids.include?(item.id)) }
        end

        def row(message, item, matched)
          PreviewRow.of(message, item, difference(item), @time_format, matched: matched, reason: reason(item))
        end

        # Why the draft says less here than it could.
        def reason(item)
          return "not reached: #{last_word(item)} has the last word" if item.evaluated.ended_at&.<(@place)

          outranked = item.evaluated.outranked[@place].to_h
          return if outranked.empty?

          outranked.group_by(&:last).map { |rule, topics|
            "#{called(@rulebook.by_name[rule], rule)} decides the " \
            "#{Core::English.join(topics.map { Core::Effects.find(_1.first).title }, "and")} before"
          }.join("; ")
        end

        def last_word(item) = rules[item.evaluated.ended_at].then { called(_1, "“#{_1.name}”") }

        # Whose rule it is, where it is the office's.
        def called(rule, name) = rule&.house ? "#{name} (house rule, #{rule.house.said})" : name
      end
    end
  end
end
