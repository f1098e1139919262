# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What moving, switching or deleting a rule would do to last month's mail and to what is held, before it is done.
      class RuleChange
        DAYS = 30
        MOST_ROWS = 12

        # @param ids [Array<Integer>] of rules @param act [String] move, switch or delete, or of {Desk::ChangeRules::ACTS} or {Core::Mending::ACTS}
        # @param to [Integer, nil] the new place of one that is moved
        def initialize(rulebook, now, ids:, act:, to: nil)
          @rulebook = rulebook
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
          @ids = Store::Rule.in_order.ids
          raise Desk::Act::Impossible.gone("rule") unless @ids.intersect?(ids)

          @chosen = rulebook.own.select { ids.include?(_1.id) } # none that cannot be read, and so decides nothing
          @now = now
          own, changed = @chosen.any? ? after(ids, act, to) : [rulebook.own, []]
          @preview = Desk::RulesPreview.new(rulebook, rulebook.arranged(own), touched: [*@chosen, *changed], now: now)
          @within = @preview.match_index.days_bits(DAYS, rulebook.zone, now)
        end

        def to_h
          different = @preview.items(@within).filter_map do |item|
            [item, Core::ClaimDifference.new(item.before, item.after, @time_format)].then { _1.last.any? ? _1 : nil }
          end
          held = @preview.held
          {changed: different.size, becomes: becomes, message: message(different.size), held: held.to_s,
           held_any: held.any?, messages: PreviewRow.all(different.first(MOST_ROWS), @time_format)}
        end

        private

        # Rules that a repair makes say something else.
        def becomes = @becomes.to_a.map { {name: _1.name, sentence: Core::Sentence.told(_1)} }

        def after(ids, act, to)
          rules = @rulebook.own
          case act
          when "move" then [order(ids.first, to), []]
          when "top", "bottom" then [Desk::ChangeRules.ordered(rules, ids, act), []]
          when "delete" then [rules - @chosen, []]
          when *Core::Mending::ACTS then mended(@chosen.first, act)
          else
            switched = @chosen.to_h { |rule| [rule, switched(rule, (act == "switch") ? !rule.enabled : act == "on")] }
            [rules.map { switched.fetch(_1, _1) }, switched.values]
          end
        end

        def mended(rule, act)
          parts = Core::Mending.of(@rulebook.own, rule, act)
          changed = parts.compact.to_h { |each, other| [each, otherwise(each, other)] }
          @chosen = parts.keys
          @becomes = changed.values
          [@rulebook.own.reject { parts.key?(_1) && !changed.key?(_1) }.map { changed.fetch(_1, _1) }, changed.values]
        end

        def switched(rule, on) = otherwise(rule, {"enabled" => on})

        def otherwise(rule, parts) = Core::Rule.read(rule.to_h.merge(parts), Core::Check.new, @rulebook.names, id: rule.id)

        # Places are counted among all rules, those that cannot be read too.
        def order(id, to)
          raise Desk::Act::Impossible.new("Say where it shall go.", pointer: "/to", status: 400) unless to

          ids = @ids - [id]
          ids.insert(to.clamp(0, ids.size), id)
          @rulebook.own.sort_by { ids.index(_1.id) }
        end

        def message(count)
          "#{Core::English.sentence(Core::English.among(count, "last month’s messages"))} would be decided differently."
        end
      end
    end
  end
end
