# frozen_string_literal: true

module UpFront
  module Core
    module Types
      # Stretches of the calendar round the moment at which one looks, in the owner's zone; weeks begin on Monday (ISO 8601).
      module Period
        OPS = {"within" => "within"}.freeze
        CHOICES = {"today" => "today", "yesterday" => "yesterday", "this_week" => "this week", "last_week" => "last week",
                   "this_month" => "this month", "last_month" => "last month", "this_year" => "this year",
                   "last_year" => "last year"}.freeze

        # What a stretch of each kind begins with, of the day in it, and the day after its last.
        UNITS = {"day" => [nil, ->(day) { day + 1 }], "week" => [->(day) { day - day.cwday + 1 }, ->(day) { day + 7 }],
                 "month" => [->(day) { Date.new(day.year, day.month, 1) }, :next_month.to_proc],
                 "year" => [->(day) { Date.new(day.year, 1, 1) }, :next_year.to_proc]}.freeze

        Operand = Struct.new(:periods, :zone) do
          def holds?(reading, fact)
            at = reading.value(fact)
            ranges(reading.state.now).any? { |from, upto| at >= from && at < upto }
          end

          # @param now [Time] @return [Array<Array(Time, Time)>] from, and the moment after the last
          def ranges(now) = periods.map { |period| Period.days(period, zone.date(now)).map { zone.instant(_1, 0) } }
        end

        module_function

        extend Type

        def choices = CHOICES
        def ops = OPS

        # @return [Array(Date, Date)] the first day, and the day after the last
        def days(period, today)
          which, unit = {"today" => %w[this day], "yesterday" => %w[last day]}.fetch(period) { period.split("_") }
          first, after = UNITS.fetch(unit)
          begun = ->(day) { first ? first.call(day) : day }
          from = begun[today]
          from = begun[from - 1] if which == "last"
          [from, after.call(from)]
        end

        def operand(_op, value, check, names)
          before = check.faults.size
          periods = check.list(value, empty: false) { |item, at| at.one_of(item, CHOICES.keys) } or return
          Operand.new(periods.uniq.freeze, names.zone).freeze if check.faults.size == before
        end

        def found(operand, reading, fact, _hit) = operand.zone.iso(reading.value(fact))
        def schema(_op, _schemas) = {"type" => "array", "minItems" => 1, "items" => {"enum" => CHOICES.keys}}
        def say(value, _op) = English.join(value.map { CHOICES.fetch(_1) }, "or")
      end
    end
  end
end
