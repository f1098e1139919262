# frozen_string_literal: true

module UpFront
  module Core
    # The days and times that a letter names, as they are written in English, German and Portuguese; not those that lie before the day on
    # which it was written. A day without a year is the one that lies nearest ahead; a time counts with the day in whose sentence it stands.
    class SaidMoments
      # @!attribute date [Date] in the owner's zone @!attribute minutes [Integer, nil] after midnight @!attribute until_minutes [Integer,
      #   nil]
      #   where it says how long @!attribute said [String] as it stands there @!attribute sentence [String]
      Moment = Struct.new(:date, :minutes, :until_minutes, :said, :sentence, keyword_init: true) do
        # @return [String] "2027-03-05", "2027-03-08T10:30", as the owner's clock shows it
        def iso = minutes ? format("%sT%02d:%02d", date.iso8601, *minutes.divmod(60)) : date.iso8601
      end

      MOST = 20
      BEHIND_DAYS = 60 # a day without a year that lies no further back than this is past, and not next year's
      FURTHEST_YEARS = 5

      # @param text [String] of a letter @param written_at [Time] @param zone [Zone] the owner's @return [Array<Moment>] in the order of the
      #   text, each once
      def self.of(text, written_at, zone) = new(zone.date(written_at)).of(text)

      # @param written_on [Date]
      def initialize(written_on)
        @written_on = written_on
      end

      # @param text [String] @return [Array<Moment>]
      def of(text)
        found = OwnWords.sentences(OwnWords.of(text)).lazy.flat_map { in_sentence(_1) }.uniq { [_1.date, _1.minutes] }.first(MOST)
        # A day that is named again with its time is the same day.
        found.reject { |each| each.minutes.nil? && found.any? { _1.date == each.date && _1.minutes } }
      end

      private

      def in_sentence(sentence)
        days = together(each_match(sentence, MomentWords::DAY).filter_map { |match| date(match)&.then { [match, _1] } })
        days = days.select { |_, date| date >= @written_on && date.year <= @written_on.year + FURTHEST_YEARS }
        return [] if days.empty?

        times = times(sentence)
        days.map.with_index do |(match, date), place|
          at, till, word = time_of(match, days[place + 1]&.first, place.zero?, times)
          said = [match[0].strip, word].compact.join(", ")
          Moment.new(date: date, minutes: at, until_minutes: till, said: said, sentence: sentence)
        end
      end

      def each_match(sentence, pattern)
        found = []
        place = 0
        while (match = pattern.match(sentence, place))
          found << match
          place = [match.end(0), place + 1].max
        end
        found
      end

      NEAR_BY = 8 # letters between "Monday" and "8 March", which say one day
      private_constant :NEAR_BY

      # "Monday, 8 March" is one day, and the date says which.
      def together(days)
        days.reject do |match, _|
          match[:weekday] && days.any? do |other, _|
            !other.equal?(match) && !other[:weekday] && gap(match, other).between?(0, NEAR_BY)
          end
        end
      end

      def gap(one, other) = [other.begin(0) - one.end(0), one.begin(0) - other.end(0)].max

      # @return [Date, nil]
      def date(match)
        return (near(match) unless match[:morning]) if match[:near] || match[:count]
        return weekday(match) if match[:weekday]

        year, month, day = numbers(match)
        year ? whole(year, month, day) : nearest(month, day)
      end

      def numbers(match)
        return [match[:iso_year], match[:iso_month], match[:iso_day]].map(&:to_i) if match[:iso_year]
        return [match[:dot_year], match[:dot_month], match[:dot_day]].map(&:to_i) if match[:dot_year]
        return [match[:bar_year], match[:bar_month], match[:bar_day]].map(&:to_i) if match[:bar_year]
        return [nil, (match[:short_month] || match[:slash_month]).to_i, match[:short_day].to_i] if match[:short_day]

        name = match[:named_month] || match[:first_month]
        year = (match[:named_year] || match[:first_year])&.delete("'")&.to_i
        [year, MomentWords::MONTHS.fetch(Text.fold(name)), (match[:named_day] || match[:first_day]).to_i]
      end

      # Month and day the other way round where it can only be so.
      def whole(year, month, day)
        year += 2000 if year < 100
        month, day = day, month if month > 12 && day <= 12
        Date.new(year, month, day) if Date.valid_date?(year, month, day)
      end

      def nearest(month, day)
        [-1, 0, 1].filter_map { whole(@written_on.year + _1, month, day) }.find { _1 >= @written_on - BEHIND_DAYS }
      end

      LAST = /\A(?:last|letzte|vergangene|passad)/i
      SINCE = /\b(?:since|of|seit|desde)\s+\z/i
      OWN = /\A['’]s\b/ # "Friday's check" was
      private_constant :LAST, :SINCE, :OWN

      def weekday(match)
        return if match[:which]&.match?(LAST) || match[:passed] || match.pre_match.match?(SINCE) || match.post_match.match?(OWN)

        ahead = (MomentWords::WEEKDAYS.fetch(Text.fold(match[:weekday])) - @written_on.cwday) % 7
        @written_on + (ahead.zero? ? 7 : ahead)
      end

      def near(match)
        return @written_on + MomentWords::NEAR.fetch(Text.fold(match[:near])) if match[:near]

        count = match[:count].match?(/\A\d/) ? match[:count].to_i : MomentWords::COUNTS[Text.fold(match[:count])]
        count && @written_on + count * MomentWords::UNITS.fetch(Text.fold(match[:unit]))
      end

      # @return [Array<Array(MatchData, Integer, Integer, nil)>] with the minutes, and those until which
      def times(sentence)
        found = each_match(sentence, MomentWords::TIME).map { [_1, minutes(_1), nil] }
        found.each_cons(2) do |one, other|
          one[2] = other[1] if sentence[one[0].end(0)...other[0].begin(0)].to_s.match?(MomentWords::TO) && other[1].to_i > one[1].to_i
        end
        taken = found.filter_map { |_, _, till| till }
        found.reject.with_index { |time, place| place.positive? && found[place - 1][2] == time[1] && taken.include?(time[1]) }
      end

      def minutes(match)
        return 12 * 60 if match[:noon]

        hour = match[:hour].to_i
        half = match[:half]&.downcase
        hour = hour % 12 + (half.start_with?("p") ? 12 : 0) if half && hour <= 12
        hour * 60 + match[:minute].to_i
      end

      # The first that stands between a day and the next; of the first day, else what stands before it.
      def time_of(match, following, first, times)
        after = times.find { |time, _| time.begin(0) >= match.end(0) && (following.nil? || time.begin(0) < following.begin(0)) }
        time = after || (times.find { |each, _| each.end(0) <= match.begin(0) } if first)
        time && [time[1], time[2], time[0][0].strip]
      end
    end
  end
end
