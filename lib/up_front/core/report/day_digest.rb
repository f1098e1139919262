# frozen_string_literal: true

module UpFront
  module Core
    # What mail did to one local day, counted: what a report of many days is put together from. A message counts on the day on which it
    # arrived; what came on the day on which it came to the Front, and an answer on the day on which it was written.
    #
    # - `mail`, `straight`, `sent`: messages that others wrote, those of them that came straight in, and one's own
    # - `ways`: {DayReport::WAYS}, with `waits`, `never` and `history` (brought in, and no arrival)
    # - `hours`: messages that arrived in each of the 24 hours; `kinds` by kind
    # - `minutes`: after midnight, in order, those in which something came to the Front by itself
    # - `waits`: by priority, minutes that what arrived waited until it came by itself
    # - `came`, `looks`: messages that came to the Front, and for each that was opened seconds until then
    # - `answers`, `with_rounds`: seconds from arrival to answer, and how many were written within half an hour of a round
    # - `put_off`, `put_offs`: messages that were put off, and how often in all
    # - `settled`: whether time alone makes nothing otherwise of it
    DayDigest = Struct.new(:date, :mail, :straight, :sent, :ways, :hours, :kinds, :minutes, :waits, :came, :looks, :answers, :with_rounds,
      :put_off, :put_offs, :settled, keyword_init: true) do
      # @param rows [Hash{Symbol=>Array<Row>}] arrived_at, comes_at, answered_at: those of which that moment lies on the day
      # @param zone [Zone] @param now [Integer] seconds since 1970; what is later has not happened
      # @return [DayDigest]
      def self.of(date, rows, zone, now)
        happened = rows.to_h { |moment, of| [moment, of.select { _1[moment] <= now }] }
        arrived = happened[:arrived_at].reject { _1.came == "quiet" }
        theirs = arrived.reject(&:mine)
        rounds = happened[:comes_at].select { _1.way == "round" }.map(&:comes_at).uniq.sort.reverse
        put_off = theirs.select { _1.put_offs.positive? }
        new(date: date, mail: theirs.size, straight: theirs.count { _1.way == "straight" }, sent: happened[:arrived_at].count(&:mine),
          ways: theirs.map { way(_1, now) }.tally, hours: hours(theirs, zone), kinds: theirs.map(&:kind).tally,
          minutes: minutes(happened[:comes_at], zone), waits: waits(theirs, now), **looks(happened[:comes_at].reject(&:mine), now),
          answers: happened[:answered_at].map { [_1.answered_at - _1.arrived_at, 0].max },
          with_rounds: happened[:answered_at].count { |row| with_round?(row.answered_at, rounds) }, put_off: put_off.size,
          put_offs: put_off.sum(&:put_offs), settled: theirs.none? { _1.comes_at.to_i > now } && happened == rows).freeze
      end

      class << self
        private

        def way(row, now)
          return "history" if row.came == "history"
          return "never" unless row.comes_at

          (row.comes_at > now) ? "waits" : row.way
        end

        def hours(rows, zone)
          rows.each_with_object(Array.new(24, 0)) { |row, found| found[zone.local_seconds(row.arrived_at) / 3_600 % 24] += 1 }
        end

        # What one lets in by hand interrupts nobody.
        def minutes(rows, zone)
          rows.reject { _1.way == "hand" }.map { |row| zone.local_seconds(row.comes_at) / 60 % 1_440 }.uniq.sort
        end

        def waits(rows, now)
          came = rows.select { |row| row.comes_at && row.comes_at <= now && row.way != "hand" }
          came.group_by(&:priority).transform_values { |of| of.map { |row| ((row.comes_at - row.arrived_at) / 60.0).round } }
        end

        def looks(came, now)
          opened = came.select { |row| row.opened_at && row.opened_at <= now }
          {came: came.size, looks: opened.map { |row| [row.opened_at - row.comes_at, 0].max }}
        end

        # @param rounds [Array<Integer>] moments at which rounds brought mail, the last first
        def with_round?(moment, rounds)
          round = rounds.bsearch { _1 <= moment }
          !round.nil? && moment - round <= DayDigest::AFTER_ROUND
        end
      end
    end

    # A message. Times are seconds since 1970; see {Store::Traffic}.
    DayDigest::Row = Struct.new(:arrived_at, :comes_at, :way, :priority, :came, :opened_at, :answered_at, :put_offs, :mine, :kind)
    DayDigest::AFTER_ROUND = 30 * 60 # seconds after a round in which an answer is written with it
  end
end
