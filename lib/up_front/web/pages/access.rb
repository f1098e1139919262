# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # How Up Front is reached, and who is signed in from where.
      class Access
        BROWSERS = [[/Edg\//, "Edge"], [/Firefox\//, "Firefox"], [/(?:Chrome|Chromium|CriOS)\//, "Chromium"], [/Safari\//, "Safari"]].freeze
        MACHINES = [[/iPhone|iPad/, "a phone or tablet of Apple’s"], [/Android/, "an Android phone or tablet"], [/Windows/, "Windows"],
          [/Mac OS X/, "a Mac"], [/Linux/, "Linux"]].freeze

        # @param reached [Door::Reached] @param here [Store::Session, nil]
        def initialize(rulebook, now, reached, here)
          @now = now
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
          @reached = reached
          @here = here
        end

        def to_h
          {needed: @reached.sign_in, passphrase: Desk::SetPassphrase.any?, fingerprint: @reached.fingerprint, lead: lead,
           sessions: Store::Session.standing(@now).order(seen_at: :desc).map { row(_1) }, failed: failed}
        end

        private

        def lead
          return "Up Front is reached from this machine alone; nobody has to sign in." unless @reached.sign_in

          count = Store::Session.standing(@now).count
          "#{Core::English.sentence(Core::English.count(count, "browser"))} #{(count == 1) ? "is" : "are"} signed in."
        end

        def row(session)
          {id: session.id, here: session.id == @here&.id, from: session.address, program: program(session.program), kept: session.kept,
           since: @time_format.moment(session.created_at.to_time), seen: @time_format.moment(session.seen_at.to_time)}
        end

        def program(text)
          browser, machine = [BROWSERS, MACHINES].map { |known| known.find { |pattern, _| text.match?(pattern) }&.last }
          [browser || "Another program", machine && "on #{machine}"].compact.join(" ")
        end

        # @return [String, nil] how often a wrong passphrase was tried of late
        def failed
          count = Store::FailedSignIn.where("at > ?", @now - 86_400).count
          often = (count == 1) ? "once" : "#{Core::English.thousands(count)} times"
          "A wrong passphrase was tried #{often} in the last day." if count.positive?
        end
      end
    end
  end
end
