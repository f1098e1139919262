# frozen_string_literal: true

module UpFront
  module Core
    module Effects
      # How much the message matters: set by the first rule that sets it, raised and lowered by all that step it.
      class PriorityEffect < Effect
        LEVELS = Core::Priority::LEVELS
        WAYS = {"raise" => 1, "lower" => -1}.freeze

        def unsaid = Core::Priority::DEFAULT
        def adds?(value) = value.is_a?(Hash)
        def shown? = true
        def opposite?(one, other) = (way(one) * way(other)).negative?

        def read(value, check, _names)
          return check.one_of(value, LEVELS.reverse) unless value.is_a?(Hash)

          check.object(value, optional: WAYS.keys)
          return check.refuse("exactly one of raise and lower", found: found(value)) unless value.size == 1

          way, steps = value.first
          check.at(way).whole(steps, least: 1)
          value
        end

        # The one set (else normal) plus the steps, bounded once.
        def decided(verdict, _surfacing, _arrival, _zone)
          steps = verdict.added(topic).sum { |step| step.sum { |way, count| WAYS.fetch(way) * count } }
          Core::Priority.step(verdict[topic] || unsaid, steps)
        end

        def say(value) = value.is_a?(String) ? "#{value} priority" : value.first.then { |way, steps| "#{way} priority by #{steps}" }

        def written(phrases)
          set = LEVELS.map { |level| phrases.value("#{level} priority") { level } }
          steps = WAYS.keys.map { |way| phrases.after("#{way} priority by", phrases.whole) { {way => _1} } }
          (set + steps).reduce(:|)
        end

        def schema(schemas)
          {"oneOf" => [{"enum" => LEVELS.reverse},
            *WAYS.keys.map { |way| schemas.object({way => {"type" => "integer", "minimum" => 1}}, [way]) }]}
        end

        def tell(claim, _time_format) = claim.priority
        def editor = {shape: "priority", lead: "its priority is"}

        private

        # @return [Integer] more than 0 where it is more than usual
        def way(value) = value.is_a?(String) ? LEVELS.index(value) - LEVELS.index(unsaid) : WAYS.fetch(value.keys.first)

        def found(value) = value.empty? ? "none" : value.keys.join(", ")
      end

      Priority = PriorityEffect.new("priority", place: 1, menu: [
        *Core::Priority::LEVELS.reverse.map { |level| ["has #{level} priority", "important urgent", level] },
        ["has its priority raised", "higher up more important", {"raise" => 1}],
        ["has its priority lowered", "lower down less important", {"lower" => 1}]
      ])
    end
  end
end
