# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What the check-up found, each with what it rests on and how it may be repaired; and what is left alone.
      class CheckUp
        TITLES = {
          "never_matches" => "can never match", "never_decides" => "never decides", "same" => "says the same as another",
          "implied" => "adds nothing", "could_be_one" => "could be one with another", "nearly_implied" => "adds next to nothing",
          "contrary" => "works against another", "dates_past" => "is over", "empty_group" => "nobody is in it",
          "matches_all" => "matches everything", "never_surfaces" => "lets nothing in", "unused" => "not in use",
          "not_matched" => "has not matched", "nearly_all" => "matches nearly all", "surge" => "matches much more",
          "too_loud" => "alerts in vain", "silenced" => "is never heard", "held_in_vain" => "holds what is opened at once",
          "nearly_full" => "nears its bounds", "unreached" => "cannot be reached", "sending_stopped" => "sends no more",
          "promise_broken" => "was promised",
          "example_turned" => "was to be otherwise", "unreadable" => "cannot be read", "sound_gone" => "its sound is gone",
          "days_off_past" => "holds days that are past", "long_wait" => "makes mail wait long",
          "round_covered" => "has a round in heads-down", "round_idle" => "has a round that brings nothing",
          "look_alike" => "has one who may be another", "silent_member" => "has one who no longer writes",
          "measure_missed" => "is not as you wish it", "writes_still" => "writes though asked to stop",
          "kept_away_answered" => "keeps away one whom you answer"
        }.freeze
        NEEDLESS = %w[never_matches never_decides same implied dates_past].freeze # without which nothing is otherwise, or next to nothing
        THINGS = {"groups" => "Groups and labels", "labels" => "Groups and labels", "inks" => "Inks", "plan" => "Week",
                  "sources" => "Mail in", "outgoing" => "What goes out by itself", "measure" => "Report", "senders" => "Senders",
                  "promises" => "Promises", "examples" => "Promises"}.freeze
        PLACES = {"groups" => "/rules/people", "labels" => "/rules/people", "inks" => "/rules/inks", "plan" => "/week",
                  "sources" => "/mail-in", "outgoing" => "/mail-in/away", "measure" => "/report",
                  "senders" => "/senders/asked", "promises" => "/rules/promises",
                  "examples" => "/rules/promises"}.freeze

        ABOUT = {"plan" => "Your week", "sources" => "Where mail comes from", "measure" => "Your days", "senders" => "A sender"}.freeze

        def initialize(rulebook, now)
          @check_up = Desk::CheckUp.of(rulebook, now)
          @rulebook = @check_up.rulebook
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
          @left_alone = Store::LeftAlone.standing.index_by(&:mark)
        end

        def to_h
          open, others = @check_up.found.partition { !@left_alone.key?(_1.key) }
          {lead: lead(open.size), basis: basis, findings: open.map { row(_1) },
           left_alone: others.map { |found| row(found).merge(reason: @left_alone.fetch(found.key).reason) }}
        end

        private

        def lead(count)
          return "Nothing to look at: all is well with your rules." if count.zero?

          "#{Core::English.sentence(Core::English.count(count, "thing"))} to look at."
        end

        def basis
          "Proved from the rules themselves, or seen in the #{Core::English.count(@check_up.messages, "message")} of the last " \
            "#{Desk::CheckUp::DAYS} days and the alerts of the last #{Desk::CheckUp::LOUD_DAYS}."
        end

        def row(found)
          finding = found.finding
          {key: found.key, kind: finding.kind, title: TITLES.fetch(finding.kind), about: about(finding), said: finding.said,
           proved: finding.proved, evidence: evidence(found), rules: rules(finding), repairs: repairs(finding)}
        end

        def rules(finding)
          finding.rules.filter_map { |name| @rulebook.by_name[name]&.then { {id: _1.id, name: name, house: _1.house&.said} } }
        end

        # @return [String] the rule, or the thing that no rule names; "Your rules" or "Your week" where it is all of them
        def about(finding)
          return finding.rules.first if finding.rules.any? && !finding.where.start_with?("/groups")

          kind, place = finding.where.split("/").drop(1)
          thing = @rulebook.document[kind]
          place ? thing[place.to_i]["name"] : ABOUT.fetch(kind, "A rule")
        end

        # What it rests on, and since when it may be so.
        def evidence(found)
          seen = found.finding.seen
          changed = found.since && " Last changed #{@time_format.day(@rulebook.zone.date(found.since))}: so since then at the latest."
          return "Proved, from the rulebook itself." if seen.nil? && found.finding.rules.empty?
          return "Proved, for all mail there can be.#{changed}" unless seen

          "Seen from #{[seen.from, seen.until].map { @time_format.day(@rulebook.zone.date(_1)) }.join(" to ")}: " \
            "#{Core::English.count(seen.messages, "message")}. It may be otherwise of the next."
        end

        # @return [Array<Hash>] label; what is done (delete, off, move, quieten, let_in, join, go), to which rule, to which place or page
        def repairs(finding)
          rule = @rulebook.by_name[finding.rules.first]
          return elsewhere(finding) unless rule
          return [{label: "See the house rules", act: "go", rule: nil, to: nil, path: "/rules/house"}] if rule.house

          open = {label: "Open it", act: "go", rule: nil, to: nil, path: "/rules/#{rule.id}"}
          [*moved_up(finding, rule), *removed(finding, rule), *quieter(finding, rule), *changed(finding, rule), open]
        end

        def moved_up(finding, rule)
          return [] unless %w[never_decides contrary].include?(finding.kind) && finding.rules.size > 1

          others = finding.rules.drop(1).map { @rulebook.by_name[_1] }
          return [] if others.any?(&:house) # what is for all stands before one's own, whatever is moved

          place = others.map { @rulebook.own.index(_1) }.min
          [act("Read it before “#{@rulebook.own[place].name}”", "move", rule, to: place)]
        end

        def removed(finding, rule)
          return [act("Delete it", "delete", rule)] if NEEDLESS.include?(finding.kind) && finding.proved
          return [act("Switch it off", "off", rule)] if %w[not_matched matches_all nearly_all never_decides].include?(finding.kind)

          []
        end

        def quieter(finding, rule) = %w[too_loud silenced].include?(finding.kind) ? [act("One loudness quieter", "quieten", rule)] : []

        def changed(finding, rule)
          case finding.kind
          when "held_in_vain" then [act("Let it straight in", "let_in", rule)]
          when "could_be_one" then [act("Make one of both", "join", rule)]
          when "sending_stopped"
            [{label: "Let it send again", act: "go", rule: nil, to: nil, path: PLACES.fetch("outgoing")}]
          else []
          end
        end

        def act(label, act, rule, to: nil) = {label: label, act: act, rule: rule.id, to: to, path: nil}

        def elsewhere(finding)
          kind = finding.where.split("/")[1]
          path = PLACES.fetch(kind, "/rules")
          [{label: "Go to #{THINGS.fetch(kind, "the rules")}", act: "go", rule: nil, to: nil, path: path}]
        end
      end
    end
  end
end
