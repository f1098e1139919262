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
          used = Store::Claim.where.not(ink: nil).group(:ink).count
          {inks: @rulebook.document.fetch("inks", [])
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
          ids = Store::Claim.where(ink: name).joins("JOIN messages ON messages.id = claims.message_id").order("messages.arrived_at DESC")
            .limit(MOST).pluck(:message_id)
          states = Store::State.where(message_id: ids).index_by(&:message_id)
          {name: name, count: Store::Claim.where(ink: name).count, messages: Row.of(ids.map { states.fetch(_1) }, @rulebook, @now)
            .map(&:to_h)}
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
