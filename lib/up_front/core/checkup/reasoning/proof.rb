# frozen_string_literal: true

module UpFront
  module Core
    module Reasoning
      # Proves of rules that no message can be what they ask for, or that one holds wherever another does. What it says is so, of every
      # message there can be; what it cannot find in {STEPS} it does not say.
      class Proof
        STEPS = 2_000

        class TooLong < StandardError; end

        def initialize
          @forms = {}.compare_by_identity
          @facts = {}.compare_by_identity
          @known = {never: {}.compare_by_identity, always: {}.compare_by_identity}
        end

        # @param rule [Rule] @return [Boolean] that no message matches it, on no day
        def never?(rule) = known(:never, rule) { impossible?(forms(rule, true), dates(rule)) }

        # @return [Boolean] that every message matches it, its dates apart
        def always?(rule) = known(:always, rule) { impossible?(forms(rule, false)) }

        # @return [Boolean] that whatever the one matches, its dates apart, the other matches too
        def implies?(rule, other)
          return false unless akin?(rule, other)

          impossible?([*forms(rule, true), *forms(other, false)])
        end

        # @return [Boolean] that the other matches whatever the one does, on every day on which the one may
        def within?(rule, other) = dated_within?(rule, other) && implies?(rule, other)

        # @param leaf [Condition::Leaf] among those of the other that must all hold
        # @return [Boolean] that it would, if the leaf were not among them
        def within_but?(rule, other, leaf)
          rest = other.when.members.reject { _1.equal?(leaf) }
          return false if rest.empty? || !dated_within?(rule, other)

          lacking = [*rest.map { Form.of(_1, false) }, other.unless && Form.of(other.unless)].compact
          impossible?([*forms(rule, true), Form::Either.new(lacking)])
        end

        # Looks for answers that can be given together. @param parts [Array<Form>] @param world [World] of which messages
        # @yield [Array<Form::Literal>] such answers; whether they will do, or others are wanted
        # @return [Symbol] :found that would do; :refused where none of all there are would; :none where none can be given together;
        #   :unknown where what there is was not gone through to its end
        def possible(parts, world = World.all, steps: STEPS)
          @left = steps
          met = false
          found = branch(parts, world) { |answers| (met = true) && yield(answers) }
          return :found if found

          met ? :refused : :none
        rescue TooLong
          :unknown
        end

        # @param parts [Array<Form>] @param world [World] of which messages
        # @return [World, nil] of what must hold of them whatever is chosen; nil where no message is so, as is seen at once
        def certain(parts, world)
          parts.reduce(world) do |known, part|
            case part
            when Form::Both then known && certain(part.parts, known)
            when Form::Either then known
            else known&.with(part)
            end
          end
        end

        # @param answers [Array<Form::Literal>] that can be given together @param choices [Array<Form::Either>] @param world [World]
        #   of which messages
        # @return [Array<Form::Either>] of the choices those that the answers narrow, without what they exclude: what matters of them
        def narrowed(answers, choices, world = World.all)
          world = answers.reduce(world) { |known, answer| known&.with(answer) } or return [Form::NEVER]
          choices.filter_map do |choice|
            left = choice.parts.select { can_be?(_1, world) }
            Form::Either.new(left) if left.size < choice.parts.size
          end.sort_by { _1.parts.size }
        end

        # @param parts [Array<Form>] @param dates [Range<Date>, nil] of arrival
        # @return [Boolean] that no message is so
        def impossible?(parts, dates = nil)
          @left = STEPS
          world = dates ? World.all.arriving(dates) : World.all
          world.nil? || refuted?(parts, world)
        rescue TooLong
          false
        end

        private

        # As far as is seen at once.
        def can_be?(part, world)
          case part
          when Form::Literal then !world.with(part).nil?
          when Form::Both then part.parts.reduce(world) { |known, each| each.is_a?(Form::Literal) ? known&.with(each) : known }
          else part.parts.any? { can_be?(_1, world) }
          end
        end

        def dated_within?(rule, other)
          [other.from_date, rule.from_date].then { |outer, inner| outer.nil? || (inner && inner >= outer) } &&
            [other.until_date, rule.until_date].then { |outer, inner| outer.nil? || (inner && inner <= outer) }
        end

        def known(what, rule)
          kept = @known.fetch(what)
          kept.key?(rule) ? kept[rule] : kept[rule] = yield
        end

        def dates(rule) = (rule.from_date || rule.until_date) ? (rule.from_date..rule.until_date) : nil

        # @param held [Boolean] whether the rule shall match
        def forms(rule, held)
          known = @forms[rule] ||= {}
          known[held] ||=
            if held
              [Form.of(rule.when), rule.unless && Form.of(rule.unless, false)].compact
            else
              [Form::Either.new([Form.of(rule.when, false), rule.unless && Form.of(rule.unless)].compact)]
            end
        end

        # Rules that ask for nothing of a kind do not follow from each other, but for what follows from nothing or from everything.
        def akin?(rule, other)
          facts_of(other).empty? || facts_of(rule).intersect?(facts_of(other)) || never?(rule) || always?(other)
        end

        RELATED = {"has_attachment" => "attachments", "attachment_count" => "attachments", "attachment_name" => "texts",
                   "subject" => "texts", "body" => "texts", "subject_or_body" => "texts", "anywhere" => "texts",
                   "to" => "people", "cc" => "people", "recipients" => "people", "recipient_count" => "people", "my_role" => "people",
                   "from_me" => "from", "kind" => "sent", "to_list" => "sent", "automatic" => "sent", "in_window" => "arrival"}.freeze
        private_constant :RELATED

        def facts_of(rule)
          @facts[rule] ||= [*rule.when.leaves, *rule.unless&.leaves].flat_map do |leaf|
            name = leaf.fact.name
            [RELATED.fetch(name, name), *("attachments" if name == "attachment_name")]
          end.uniq
        end

        def refuted?(parts, world) = branch(parts, world) { true }.nil?

        # Goes through what must all hold, then tries what one of must, the fewest first.
        # @yield [Array<Form::Literal>] answers that together satisfy the parts, as far as is known; whether they will do
        # @return [Array<Form::Literal>, nil] those that did
        def branch(parts, world, answers = [], &will_do)
          step
          choices = []
          todo = parts.dup
          while (part = todo.shift)
            case part
            when Form::Both then todo.concat(part.parts)
            when Form::Either then choices << part
            else
              step
              world = world.with(part) or return
              answers += [part]
            end
          end
          choice = choices.min_by { _1.parts.size } or return (answers if yield(answers))
          rest = choices.reject { _1.equal?(choice) }
          choice.parts.each { |one| branch([one, *rest], world, answers, &will_do)&.then { |found| return found } }
          nil
        end

        def step
          @left -= 1
          raise TooLong if @left.negative?
        end
      end
    end
  end
end
