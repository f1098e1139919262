# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What was promised of the rules, with whether it holds; and the examples that are kept.
      class Promises
        def initialize(rulebook, now)
          @rulebook = rulebook
          @now = now
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
        end

        def to_h
          promises = Desk::Promises.of(@rulebook, @now)
          rows = promises.found.map { row(_1) }
          {lead: lead(rows, examples), promises: rows, examples: examples}
        end

        # @param rule [Core::Rule, nil] @return [Array<Hash>] the examples that it decides; all where nil
        def examples(rule = nil)
          rows = @rulebook.examples.map { |example| example_row(example, @rulebook.decide(example.message, paused: false)) }
          rule ? rows.select { |row| row[:rules].any? { _1[:id] == rule.id } } : rows
        end

        # @param body [Hash] of a promise that is being written @param was [String, nil] the name of the one that it changes
        # @return [Hash] what is wrong with it, how often its conditions hold, and whether it would be kept
        def try(body, was: nil)
          check = Core::Check.new
          Core::Promise.read(body, check, @rulebook.names)
          parts = %w[when unless].filter_map { |part| Core::DraftConditions.new(body[part], "/#{part}", @rulebook.names) if body[part] }
          others = @rulebook.promises.reject { was && Core::Text.fold(_1.name) == Core::Text.fold(was) }
          faults = parts.reduce(check.faults) { |left, part| part.finished(left) }
          {faults: DraftFaults.of(faults) + DraftFaults.taken(body["name"], others, "promise"), unfinished: parts.flat_map(&:unfinished),
           counts: counts(parts.map(&:nodes).reduce({}, :merge)), apart: [], clashes: [],
           text: written(body)&.then { Core::PromiseSentence.promise(_1) },
           row: written(body)&.then { row(Desk::Promises.new(@rulebook, @now).one(_1)) }}
        end

        # @param name [String] of a promise that is broken @return [Hash] changes of the rules with which it would hold
        def mends(name)
          promises = Desk::Promises.of(@rulebook, @now)
          found = promises.found.find { Core::Text.fold(_1.promise.name) == Core::Text.fold(name.to_s) }
          raise Desk::Act::Impossible.gone("promise") unless found

          {mends: promises.mends(found).map { {label: mend_label(_1), rule: _1.rule&.id, body: _1.body} }}
        end

        def mend_label(mend) = mend.rule ? "Make it an exception to “#{mend.rule.name}”" : "Make a rule of it, read first"
        private :mend_label

        # @param message [Store::Message] with its claim @return [Array<Hash>] the promises that it breaks, and how
        def broken_by(message)
          return [] if @rulebook.promises.empty? || message.state.came != "arrived"

          Core::BrokenPromises.of(@rulebook, Core::Reading.new(message.to_core), message.claim)
            .map { |promise, said| {name: promise.name, said: said} }
        end

        # @param other [Core::Rulebook] as it would be @return [Array<Hash>] what held and would not
        def turned(other) = rows(Desk::Turned.new(@rulebook, other, @now).rows)

        # @param turned [Array<Desk::Turned::Row>] @return [Array<Hash>]
        def rows(turned)
          why = ClaimWhy.new(@rulebook, @now)
          turned.map do |row|
            next {kind: row.kind, name: row.name, said: told(row.found), whys: []} if row.kind == "promise"

            wording = Core::AlertWording.of_facts(row.found.message, @rulebook.zone)
            {kind: row.kind, name: row.name, said: turned_example(row), whys: [row.was, row.now].map { why.of(_1, wording) }}
          end
        end

        private

        # @return [Core::Promise, nil] where it is whole but for its name, which it may want yet
        def written(body) = Core::Promise.read(body.merge("name" => "This promise"), Core::Check.new, @rulebook.names)

        def lead(rows, examples)
          broken = rows.count { _1[:answer] == "broken" } + examples.count { !_1[:kept] }
          open = rows.count { _1[:answer] == "open" }
          return "Nothing is promised of your rules yet." if rows.empty? && examples.empty?
          return "#{Core::English.sentence(Core::English.count(open, "promise"))} still to be looked at." if broken.zero? && open.positive?
          return "All that was promised holds." if broken.zero?

          "#{Core::English.sentence(Core::English.count(broken, "thing"))} that #{(broken == 1) ? "was" : "were"} promised " \
            "#{(broken == 1) ? "does" : "do"} not hold."
        end

        def counts(nodes)
          index = Store::MatchIndex.at(@now)
          within = index.days_bits(30, @rulebook.zone, @now)
          nodes.transform_values { |node| index.count(index.bits(node, @rulebook.context) & within) }
        end

        def row(found)
          promise = found.promise
          {name: promise.name, sentence: Core::PromiseText.said(promise), body: promise.to_h, answer: answer(found), told: told(found),
           seen: seen(found), keep: keep(found), shown: shown(found), late: late(found)}
        end

        # What breaks it, to be tried, and the rule by which it is broken.
        def shown(found)
          message = found.answer.message or return
          {message: Core::Example.facts(message), rule: Desk::Promises.of(@rulebook, @now).breaking(found)&.id}
        end

        # The newest messages of those that broke it, by the rules as they are.
        def late(found)
          rows = found.seen&.late.to_a
          messages = PreviewRow.messages(rows.map(&:first))
          rows.filter_map do |id, claim|
            message = messages[id] or next
            {id: id, sender: message.sender_name, subject: message.subject,
             said: Core::PromiseText.breaks(found.promise, claim, @rulebook.plan)}
          end
        end

        def answer(found)
          return "open" if found.open?
          return "broken" if found.broken?

          (found.answer.answer == Core::Prover::PROVED) ? "proved" : "holds"
        end

        def told(found)
          case found.answer.answer
          when Core::Prover::OPEN then "It is being looked at."
          when Core::Prover::PROVED then "So it is of every message there can be, whenever it arrives in the next twelve months."
          when Core::Prover::BROKEN then Core::PromiseText.broken(found.answer, @rulebook.zone)
          else most(found) || "Neither proved nor refuted."
          end
        end

        def most(found)
          return unless found.promise.kind == "alerts_a_day"

          date, count = found.seen.day
          return "None of this mail alerted." unless date

          "The most were #{Core::English.count(count, "alert")}, on #{@time_format.day(date)}."
        end

        def seen(found)
          return "" unless found.seen

          about = Core::English.count(found.seen.about, "message")
          return "No mail of the last #{Desk::Promises::DAYS} days is meant." if found.seen.about.zero?
          return "Looked at in #{about} of the last #{Desk::Promises::DAYS} days." if found.promise.kind == "alerts_a_day"

          "#{Core::English.sentence(Core::English.among(found.seen.broken, "the #{about}"))} of the last #{Desk::Promises::DAYS} days " \
            "broke it."
        end

        # The example that would be kept of what is shown, where the promise says what shall be.
        def keep(found)
          message = found.answer.message or return
          shall = {"comes_in" => {"comes" => "straight_in"}, "loudest" => {"alert" => "none"}}[found.promise.kind] or return
          return if found.promise.kind == "loudest" && found.promise.bound != "none"

          Core::Example.document(found.promise.name, message, shall)
        end

        SHALL = {"straight_in" => "comes straight in", "with_a_round" => "comes with a round", "off_front" => "stays off the Front"}.freeze

        def example_row(example, claim)
          {name: example.name, shall: Core::English.sentence("#{shall(example)}."), kept: example.broken(claim).empty?,
           body: example.to_h, about: about(example.message), now: Core::English.sentence("#{came(claim)}."),
           rules: @rulebook.by_name.values_at(*example.decided_by(claim)).map { {id: _1.id, name: _1.name} }}
        end

        def shall(example)
          said = example.shall
          parts = [SHALL[said["comes"]], ("never alerts" if said["alert"]),
            ("wears #{Core::English.join(said["labels"], "and")}" if said["labels"])]
          Core::English.join(parts.compact, "and")
        end

        def about(message)
          [message.from.first&.shown, message.subject.empty? ? "(no subject)" : message.subject,
            @time_format.moment(message.arrived_at)].compact.join(" · ")
        end

        # As it comes now.
        def came(claim)
          parts = [comes(claim), ("raises #{Core::AlertEffect::NAMES.fetch(claim.alert["level"])}" if claim.alert),
            ("wears #{Core::English.join(claim.labels, "and")}" if claim.labels.any?)]
          Core::English.join(parts.compact, "and")
        end

        def comes(claim)
          return claim.held ? "it never comes in" : "it is off the Front" unless claim.surface_at

          claim.held ? "it comes #{@time_format.moment(claim.surface_at)}" : "it comes straight in"
        end

        def turned_example(row)
          "#{Core::English.sentence(about(row.found.message))}: it shall be that it #{shall(row.found)}. As it is, #{came(row.was)}; " \
            "then, #{came(row.now)}."
        end
      end
    end
  end
end
