# frozen_string_literal: true

module UpFront
  module Web
    # Who may come in, where Up Front is reached from elsewhere: what is not signed in gets no answer but the page itself, which holds
    # nothing of the person's. On this machine alone nobody has to sign in.
    class Door
      HOSTS = %w[localhost 127.0.0.1 [::1] ::1].freeze # of this machine itself
      HOST = /\A(\[[\h:.]+\]|::1|[^:\/@\s]+)(?::\d{1,5})?\z/ # RFC 9110, section 7.2
      COOKIE = "__Host-up-front" # RFC 6265bis, section 4.1.3.2: of this host alone, only over TLS
      OPEN = %r{\A/api/(?:sign-in\z|calendar/)} # a calendar's address has a secret of its own
      SEEN_SECONDS = 60 # after which it is noted again that a session is used
      FORWARDED = %w[HTTP_FORWARDED HTTP_X_FORWARDED_FOR HTTP_X_FORWARDED_HOST HTTP_X_FORWARDED_PROTO HTTP_X_FORWARDED_SCHEME
        HTTP_X_FORWARDED_SSL HTTP_X_FORWARDED_PORT HTTP_X_REAL_IP HTTP_CLIENT_IP].freeze
      SESSION = "up_front.session"
      LASTS = "max-age=31536000" # a year (RFC 6797)

      # How it is reached. @!attribute sign_in [Boolean] whether one has to @!attribute proxied [Boolean] another server has done the TLS
      # @!attribute trusted [Boolean] whether browsers trust the certificate by themselves
      # @!attribute hosts [Array<String>] for which a request may be @!attribute fingerprint [String, nil] of the certificate
      Reached = Struct.new(:sign_in, :proxied, :trusted, :hosts, :fingerprint, keyword_init: true) do
        def initialize(sign_in: false, proxied: false, trusted: false, hosts: HOSTS, fingerprint: nil) = super
      end

      def initialize(app)
        @app = app
      end

      def call(env)
        FORWARDED.each { env.delete(_1) } # anybody can write them
        reached = App.settings.reached
        return refusal(403, "This is not meant for #{env["HTTP_HOST"].to_s.scrub[0, 100].inspect}.") unless for_us?(env, reached)
        return @app.call(env) unless reached.sign_in

        env["rack.url_scheme"] = "https" if reached.proxied
        secured(in_or_not(env), reached)
      end

      # @return [String, nil] the cookie's secret
      def self.token(env) = Rack::Utils.parse_cookies(env)[COOKIE]

      # @param clock [#now] @return [#call] whether whoever asked this may still hear: asked again and again
      def self.staying(env, clock)
        session = env[SESSION] or return Hub::ANYBODY
        -> { Store::Session.standing(clock.now).exists?(session.id) }
      end

      # @param keep [Boolean] @return [String] the header that sets it
      def self.cookie(token, keep:)
        age = keep ? "; Max-Age=#{Store::Session::KEPT_SECONDS}" : ""
        "#{COOKIE}=#{token}; Path=/; Secure; HttpOnly; SameSite=Strict#{age}"
      end

      # @return [String] the header that takes it away
      def self.no_cookie = "#{COOKIE}=; Path=/; Secure; HttpOnly; SameSite=Strict; Max-Age=0"

      private

      def in_or_not(env)
        path = env["PATH_INFO"].to_s
        return @app.call(env) unless path.start_with?("/api/")

        session = Store::Session.of(Door.token(env), now)
        env[SESSION] = session
        return refusal(401, "Sign in first.") unless session || path.match?(OPEN)

        used(session) if session
        @app.call(env)
      end

      def now = App.settings.clock.now

      def used(session)
        session.update_columns(seen_at: now) if (now - session.seen_at.to_time).abs > SEEN_SECONDS
      end

      def secured((status, headers, body), reached)
        headers = headers.merge("strict-transport-security" => LASTS) if reached.trusted
        [status, headers, body]
      end

      # Another name may lead here too, by which a page of another's would be of this origin.
      def for_us?(env, reached)
        host = env["HTTP_HOST"].to_s[HOST, 1]
        !host.nil? && reached.hosts.include?(host.downcase)
      end

      def refusal(status, detail)
        Problems.answer(status, detail).tap { |_, headers, _| headers["cache-control"] = "no-store" }
      end
    end
  end
end
