# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # The week's plan with what it does to the person's own mail, and the usual arrivals behind it.
      class Week
        DAYS = Desk::PlanPreview::DAYS

        def initialize(rulebook, now)
          @rulebook = rulebook
          @now = now
          @zone = rulebook.zone
          @time_format = Core::TimeFormat.new(@zone, now)
          @match_index = Store::MatchIndex.at(now)
          @today = @zone.date(now)
        end

        def to_h
          preview = Desk::PlanPreview.new(@rulebook, @rulebook.document, @now)
          {revision: @rulebook.revision, plan: @rulebook.plan.to_h, zone: @zone.name, trips: @rulebook.owner["trips"] || [],
           followed: followed, days: WeekDays.new(@rulebook, @now).of,
           now: @zone.minutes(@now), usual: usual,
           figures: preview.figures, without: preview.figures_without, worst: worst(@rulebook), offs: offs, starts: starts}
        end

        # @param plan [Hash] another plan @param renamed [Array<Hash>] kind, was, name: what rules name by a new name in it
        # @return [Hash] its figures and what it would do to held mail, or what is wrong with it
        def try(plan, renamed: [])
          document = @rulebook.document.merge("plan" => plan,
            "rules" => Core::References.renamed(@rulebook.document.fetch("rules", []), renamed))
          document = Core::References.kept_renamed(document, Desk::SavePlan.names(renamed))
          Desk::SavePlan.check(document, @now)
          preview = Desk::PlanPreview.new(@rulebook, document, @now)
          {figures: preview.figures, worst: worst(preview.rulebook), held: preview.held.to_s, faults: [],
           turned: Promises.new(@rulebook, @now).turned(Store::CurrentRulebook.other(document))}
        rescue Core::Refused => refused
          faults = refused.faults.map { {pointer: _1.pointer.delete_prefix("/plan"), message: _1.message} }
          {figures: nil, worst: nil, held: "", faults: faults, turned: []}
        end

        private

        # How long mail waits at most, whenever it arrives: in a usual week, and of all the year the longest.
        def worst(rulebook)
          Desk::WorstWaits.of(rulebook, @today).map do |line|
            week = line.week.map { |minute, waits| {minute: minute, waits: waits.finite? ? (waits / 60).ceil : nil} }
            {name: line.priority ? "#{line.priority} priority" : "no rule lets it in", longest: longest(line.longest),
             said: said(line, rulebook.zone), week: week}
          end
        end

        def longest(wait)
          return "nothing" unless wait

          wait.surface_at ? Core::Duration.say(Core::Duration.of((wait.seconds / 60).ceil * 60)) : "for ever"
        end

        def said(line, zone)
          mail = line.priority ? "Mail of #{line.priority} priority" : "Mail that no rule lets in"
          return "#{mail} does not wait: all of it comes as it arrives." unless line.longest
          return "#{mail} may never come in." unless line.longest.surface_at

          arrives, comes = [line.longest.arrival, line.longest.surface_at].map { zone.local(_1).strftime("%A %-d %B at %H:%M") }
          "#{mail} waits #{longest(line.longest)} at most: what arrives on #{arrives} comes on #{comes}."
        end

        def followed
          Desk::FollowCalendar.followed&.then { {heads_down: "none"}.merge(_1.slice("path", "problem", "heads_down").symbolize_keys) }
        end

        # @return [Hash{String=>Array<Float>}] by weekday, how many messages usually arrive in each hour
        def usual
          first = @today - DAYS
          counts = Hash.new { |days, day| days[day] = Array.new(24, 0) }
          @match_index.dates(@zone).each_with_index do |date, place|
            counts[@zone.weekday(date)][@zone.minutes(@match_index.arrivals[place]) / 60] += 1 if date >= first && date < @today
          end
          Core::Weekdays::ALL.to_h { |day| [day, counts[day].map { (_1 / (DAYS / 7.0)).round(1) }] }
        end

        def offs
          @rulebook.plan.offs.map do |off|
            name = [off.name, off.publisher].compact.join(", ")
            {label: span_of(off), name: name.empty? ? nil : name, own: off.publisher.nil?, past: off.last < @today}
          end
        end

        def span_of(off)
          return @time_format.day(off.first) if off.first == off.last

          [off.first, off.last].map { _1.strftime("%-d %B") }.join(" to ")
        end

        # Each with what it would have done to the person's own last four weeks.
        def starts
          Core::StartingPlans::ALL.map do |start|
            plan = start.plan.merge("days_off" => @rulebook.plan.to_h["days_off"])
            rules = @rulebook.document.fetch("rules", []).map { |rule| without_plan(rule) }
            document = @rulebook.document.merge("plan" => plan, "rules" => rules)
            {key: start.key, title: start.title, text: start.text, plan: plan, figures: figures_of(document), loses: loses(plan)}
          end
        end

        # @return [Hash, nil] nil where a rule's conditions ask for a window that the plan does not have
        def figures_of(document)
          Desk::PlanPreview.new(@rulebook, document, @now).figures
        rescue Core::Refused
          nil
        end

        # A rule that names a round which the plan does not have would wait for the next one.
        def without_plan(rule)
          rule["then"].dig("timing", "round") ? rule.merge("then" => rule["then"].merge("timing" => {"next_round" => true})) : rule
        end

        # @return [Array<String>] the rules that name a window or round which that plan does not have
        def loses(plan)
          held = %w[windows rounds].to_h { |kind| [kind, plan[kind].map { Core::Text.fold(_1["name"]) }] }
          @rulebook.rules.select { |rule|
            held.any? { |kind, names|
              Core::References.of(rule.to_h)[kind]
                .any? { !names.include?(Core::Text.fold(_1)) }
            }
          }.map(&:name)
        end
      end
    end
  end
end
