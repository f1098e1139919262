# frozen_string_literal: true

module UpFront
  module Core
    module Reasoning
      # The moment of arrival, as the minutes of a week that are left. Local times are laid over instants in their order, whatever the
      # clock does, so what is apart or within in the week is so at every date. Only on the day on which the owner travels there are
      # instants that no local time of that day covers: of an owner who has trips, nothing follows from what a moment is not in.
      class Spans
        DAY = 1_440
        WEEK = 7 * DAY
        ALL = (1 << WEEK) - 1

        def self.takes?(literal) = literal.operand.is_a?(Types::Span::Operand)

        def initialize(left = ALL, denied = [].freeze)
          @left = left
          @denied = denied
        end

        # @return [Spans, nil]
        def with(literal)
          spans = literal.operand.spans
          return denied(spans, literal.operand.zone) unless literal.held

          left = @left & Spans.minutes(spans)
          Spans.new(left, @denied) unless left.zero? || @denied.any? { |others| (Spans.keys(spans) - others).empty? }
        end

        # @param spans [Array<WeekSpan>] @return [Integer] a bit for each minute of the week
        def self.minutes(spans) = spans.reduce(0) { |minutes, span| minutes | span_minutes(span) }

        def self.keys(spans) = spans.map { [_1.days.sort, _1.from, _1.to] }

        def self.span_minutes(span)
          length = (span.to <= span.from) ? DAY + span.to - span.from : span.to - span.from
          stretch = (1 << length) - 1
          span.days.reduce(0) do |minutes, day|
            laid = stretch << (Weekdays::ALL.index(day) * DAY + span.from)
            minutes | (laid & ALL) | (laid >> WEEK)
          end
        end
        private_class_method :span_minutes

        private

        def denied(spans, zone)
          return Spans.new(@left, [*@denied, Spans.keys(spans)]) if zone.is_a?(Journey) && zone.legs.any?

          left = @left & ~Spans.minutes(spans)
          Spans.new(left, @denied) unless left.zero?
        end
      end
    end
  end
end
