# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # The person's inks: how each shows, which rules give it, how much mail wears it, and what an ink would look like.
      class Inks
        PREVIEW = 3
        MOST = 200

        def initialize(rulebook, now)
          @rulebook = rulebook
          @now = now
        end

        def to_h
          inks = @rulebook.document.fetch("inks", [])
          used = Store::State.wearing(inks.map { _1["name"] }).group(Arel.sql(Store::StateSQL::INK)).count
          {inks: inks
            .map { |thing| shown(thing).merge(thing: thing, used: used.fetch(thing["name"], 0), rules: rules(thing["name"])) },
           preview: preview}
        end

        # @param thing [Hash] an ink that is being made @raise [Core::Refused]
        def try(thing)
          thing = {"name" => "A new ink"}.merge(thing)
          Core::Rulebook.read(@rulebook.document.merge("inks" => [thing], "rules" => []))
          shown(thing)
        rescue Core::Refused => refused
          raise refused.within("/inks/0")
        end

        # What wears an ink, the newest first, wherever it is.
        def wearing(name)
          wearing = Store::State.wearing([name])
          newest = wearing.joins("JOIN messages ON messages.id = states.message_id").order("messages.arrived_at DESC").limit(MOST).to_a
          {name: name, count: wearing.count, messages: Row.of(newest, @rulebook, @now).map(&:to_h)}
        end

        private

        def shown(thing) = Core::Ink.new(thing).then { {style: _1.style, corrections: _1.corrections} }

        # In the order in which they are read: of two that want an ink, the first gives it.
        def rules(name) = @rulebook.rules.select { _1.effects["ink"] == name }.map { {id: _1.id, name: _1.name} }

        # Real messages to look at an ink on.
        def preview
          Row.of(Store::State.surfaced(@now).order(surface_at: :desc).limit(PREVIEW).to_a, @rulebook, @now).map(&:to_h)
        end
      end
    end
  end
end
