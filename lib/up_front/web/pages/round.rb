# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What one round brought or will bring.
      class Round
        MOST = 500 # rows; a round brings some tens

        # @param at [Time] of the round
        def initialize(rulebook, now, at)
          @rulebook = rulebook
          @now = now
          @at = at
        end

        def to_h
          title = Core::TimeFormat.new(@rulebook.zone, @now).round(@at)
          {title: Core::English.sentence(title), done: @at <= @now, messages: rows.sort_by(&:rank).map(&:to_h)}
        end

        private

        def rows = Row.of(Store::State.with_round(@at).limit(MOST).to_a, @rulebook, @now)
      end
    end
  end
end
