# frozen_string_literal: true

module UpFront
  module Web
    # Errors as application/problem+json (RFC 9457): what a person can act on, with a pointer to the field.
    # What a person caused and what is our own fault are told apart.
    module Problems
      TYPE = "application/problem+json"

      # @return [Array(Integer, Hash, Array<String>)] of what stands before the application (Rack)
      def self.answer(status, detail) = [status, {"content-type" => TYPE}, [JSON.generate(body(status, detail))]]

      # @param errors [Array<Hash>] pointer (RFC 6901), expected, found @return [Hash]
      def self.body(status, detail, errors: [], **more)
        {type: "about:blank", title: Rack::Utils::HTTP_STATUS_CODES.fetch(status), status: status, detail: detail, errors: errors, **more}
      end

      # @param errors [Array<Hash>] pointer (RFC 6901), expected, found
      module Helpers
        # @param more [Hash] members of its own (RFC 9457, section 3.2)
        def halt_problem(status, detail, errors: [], **more)
          content_type TYPE
          halt status, JSON.generate(Problems.body(status, detail, errors: errors, **more))
        end
      end

      def self.registered(app)
        app.helpers Helpers
        app.error(Core::Refused) do |refused|
          halt_problem 422, refused.faults.map(&:said).join("\n"), errors: refused.faults.map { {**_1.to_h, "words" => _1.message} }
        end
        app.error(Desk::Act::Impossible) do |impossible|
          told = {pointer: impossible.pointer, expected: impossible.message, words: impossible.message, found: impossible.found}.compact
          errors = impossible.pointer ? [told] : []
          halt_problem impossible.status, impossible.message, errors: errors
        end
        app.error(Desk::Turning::Asks) do |asks|
          halt_problem 409, asks.message, turned: Pages::Promises.new(Store::CurrentRulebook.rulebook, now).rows(asks.rows)
        end
        app.error(Desk::SignIn::Wait) do |wait|
          headers "retry-after" => wait.seconds.to_s
          halt_problem 429, wait.message
        end
        app.error(Post::MailFile::NoMail) { |no_mail| halt_problem 422, no_mail.message }
        app.error(Post::CalendarFile::NoCalendar) { |no_calendar| halt_problem 422, no_calendar.message }
        app.error(Post::ContactCards::NoCards) { |no_cards| halt_problem 422, no_cards.message }
        app.error(Post::Apart::NotNow) { |not_now| halt_problem 503, "#{not_now.message} Try it again in a moment." }
        app.error(Desk::ReplayMail::NotWanted) { halt_problem 503, "It was interrupted." } # which nobody hears
        app.error(StandardError) do |error|
          words = Store::Fault.words(error)
          halt_problem 503, "#{words.sub(/; (?:what waits|mail that came).*/, ".")} Nothing was changed." if words

          warn "#{error.class}: #{error.message}\n  #{error.backtrace.first(8).join("\n  ")}"
          halt_problem 500, "Something went wrong on our side. Nothing was changed; the server's log has the details."
        end
      end
    end
  end
end
