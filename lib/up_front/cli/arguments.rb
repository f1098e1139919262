# frozen_string_literal: true

module UpFront
  module CLI
    # What commands are given beside their files, read or refused.
    module Arguments
      private

      # @raise [Usage]
      def mail_given!(files, command)
        raise App::Usage, "Give one file or more, or - for standard input: upfront #{command} FILE…" if files.empty?
        return unless [*options.values_at(:rulebook, :against), *files.uniq].count(App::STANDARD_INPUT) > 1

        raise App::Usage, "Standard input can be given once: as a rulebook or as the mail, not both."
      end

      # The rulebook, read while what reads the mail starts. @return [Core::Rulebook]
      def rulebook_for_mail
        Post::Apart.ahead
        RulebookFile.read(options[:rulebook])
      end

      # @return [Range<Date>] of --from and --until, either of them open @raise [Usage]
      def span_of_days
        from, to = %i[from until].map { |option| options[option] && date(options[option], "--#{option}") }
        raise App::Usage, "--until is before --from." if from && to && to < from

        from..to
      end

      # @return [Date] @raise [Usage]
      def date(text, option)
        raise Date::Error unless text.match?(/\A\d{4}-\d\d-\d\d\z/)

        Date.iso8601(text)
      rescue Date::Error
        raise App::Usage, "#{option} wants a day such as 2027-03-09; it was given #{text.inspect}."
      end

      # @return [Time] @raise [Usage]
      def time(text, option)
        raise ArgumentError unless text.match?(/\A\d{4}-\d\d-\d\dT\d\d:\d\d(?::\d\d(?:\.\d+)?)?(?:Z|[+-]\d\d:?\d\d)\z/)

        Time.iso8601(text.sub(/(T\d\d:\d\d)(?=Z|[+-])/, "\\1:00")).utc
      rescue ArgumentError
        raise App::Usage, "#{option} wants a time in ISO 8601 with its offset, such as 2027-03-09T09:14:00+00:00; it was given " \
          "#{text.inspect}."
      end

      # @return [Range<Time>, nil] half-open @raise [Usage]
      def span(text)
        return unless text

        from, to, *rest = text.split("/", -1)
        raise App::Usage, "--heads-down wants two times with a / between them." if to.nil? || rest.any?

        span = time(from, "--heads-down")...time(to, "--heads-down")
        raise App::Usage, "--heads-down ends before it starts." if span.end < span.begin

        span
      end
    end
  end
end
