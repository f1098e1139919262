# frozen_string_literal: true

module UpFront
  module Core
    # Stretches of days as people say them: "yesterday", "last week", "monday", "march", "5 march 2027", "2027-03".
    class SaidDates
      LEAST = 3 # letters; fewer begin too many words
      MONTHS = Date::MONTHNAMES.compact.map(&:downcase).freeze

      # @!attribute label [String] @!attribute first [Date] @!attribute last [Date] both inclusive
      Stretch = Struct.new(:label, :first, :last) do
        # @return [Hash] the condition that what arrived then fits
        def condition
          on = ->(op, date) { {"fact" => "arrived_on", "op" => op, "value" => date.iso8601} }
          (first == last) ? on["on", first] : {"all" => [on["after", first - 1], on["before", last + 1]]}
        end
      end

      # @param today [Date] in the owner's zone
      def initialize(today)
        @today = today
      end

      # @param typed [String] @return [Array<Stretch>] those that it says, or begins to say
      def like(typed)
        text = Text.fold(typed)
        return [written(text)].compact if text.match?(/\d/)
        return [] if text.size < LEAST

        named.select { _1.label.downcase.start_with?(text) || _1.label.downcase.split.first.start_with?(text) }
      end

      private

      def monday = @today - (@today.cwday - 1)
      def month(first) = Stretch.new(first.strftime("%B %Y"), first, first.next_month - 1)

      # Days and months mean the last of that name.
      def named
        first = @today - (@today.day - 1)
        [Stretch.new("Today", @today, @today), Stretch.new("Yesterday", @today - 1, @today - 1), Stretch.new("This week", monday, @today),
          Stretch.new("Last week", monday - 7, monday - 1),
          Stretch.new("This month", first, @today), Stretch.new("Last month", first.prev_month, first - 1), *(1..7)
            .map { (@today - _1).then { |date| Stretch.new(date.strftime("%A %-d %B"), date, date) } }, *(0..11).map { month(first << _1) }]
      end

      # "2027-03-09", "2027-03", "2027", "9 march", "9 march 2027", "march 2027"
      def written(text)
        case text
        when /\A(\d{4})-(\d\d)-(\d\d)\z/ then day(Date.new($1.to_i, $2.to_i, $3.to_i))
        when /\A(\d{4})-(\d\d)\z/ then month(Date.new($1.to_i, $2.to_i))
        when /\A((?:19|20)\d\d)\z/ then Stretch.new($1, Date.new($1.to_i), Date.new($1.to_i, 12, 31))
        when /\A(\d{1,2}) (\p{L}{3,})(?: (\d{4}))?\z/ then number($2)&.then { |number|
          day(($3) ? Date.new($3.to_i, number, $1.to_i) : last_of(number, $1.to_i))
        }
        when /\A(\p{L}{3,}) (\d{4})\z/ then number($1)&.then { month(Date.new($2.to_i, _1)) }
        end
      rescue Date::Error
        nil
      end

      def day(date) = Stretch.new(date.strftime("%-d %B %Y"), date, date)
      def number(name) = MONTHS.index { _1.start_with?(name) }&.succ
      def last_of(month, day) = Date.new(@today.year, month, day).then { |date| (date > @today) ? date.prev_year : date }
    end
  end
end
