# frozen_string_literal: true

require "ipaddr"
require "openssl"
require "socket"

module UpFront
  module Service
    # From where Up Front is reached: this machine alone; elsewhere, by TLS of its own; or through another server on this machine that does
    # the TLS. What would let others read the mail is refused, with what to do.
    class Reach
      LOOPBACK = %w[127.0.0.1 localhost ::1].freeze
      ANY = %w[0.0.0.0 ::].freeze

      attr_reader :host, :port

      # @param host [String] to listen on @param names [Array<String>] by which others reach it
      # @param certificate [String, nil] a file in PEM @param key [String, nil] likewise, where it is not in the same
      # @param proxied [Boolean] whether a server on this machine does the TLS and hands requests on
      # @param now [Time] for what a certificate holds
      def initialize(host:, port:, now:, names: [], certificate: nil, key: nil, proxied: false)
        @now = now
        @host = host
        @port = port
        @names = names
        @certificate = certificate
        @key = key || certificate
        @proxied = proxied
      end

      # Whether others than those at this machine reach it.
      def elsewhere? = @proxied || !LOOPBACK.include?(host)

      # @param database [String] beside which a certificate of its own lies @raise [Server::CannotStart]
      def ready!(database)
        return unless elsewhere?

        check_proxied if @proxied
        unless Desk::SetPassphrase.any?
          refuse("Others would reach it, so one has to sign in: set a passphrase first, by “upfront passphrase”.")
        end
        return if @proxied

        @certificate ? check_certificate : make_certificate(database)
      end

      # @return [Web::Door::Reached]
      def reached
        Web::Door::Reached.new(sign_in: elsewhere?, proxied: @proxied, trusted: elsewhere? && !@made, hosts: hosts,
          fingerprint: (OwnCertificate.fingerprint(@certificate) if @certificate))
      end

      # @return [Array<String>] the hosts that a request may be for
      def hosts
        return Web::Door::HOSTS unless elsewhere?

        [*@names.map(&:downcase), *(@proxied ? [] : [host, *addresses]), *Web::Door::HOSTS].uniq.map { |name| (name.count(":") > 1) ? "[#{name.delete("[]")}]" : name }
      end

      # @return [String] of RFC 3986; an IPv6 address stands in brackets (section 3.2.2)
      def address
        shown = @names.first || (ANY.include?(host) ? addresses.first || "localhost" : host)
        return "https://#{shown}" if @proxied

        "#{@certificate ? "https" : "http"}://#{bracketed(shown)}:#{port}"
      end

      def authority = "#{bracketed(host)}:#{port}"

      # @param config [Puma::DSL]
      def bind(config)
        return config.bind("tcp://#{authority}") unless @certificate

        config.ssl_bind(host, port, cert: @certificate, key: @key, verify_mode: "none", no_tlsv1: true, no_tlsv1_1: true)
      end

      private

      def bracketed(name) = name.include?(":") ? "[#{name}]" : name
      def refuse(words) = raise(Server::CannotStart, words)

      def check_proxied
        refuse("Behind another server it listens on this machine alone: leave --host out.") unless LOOPBACK.include?(host)
        refuse("Say by what name others reach it: --name up-front.your-office.example.") if @names.empty?
        refuse("The other server does the TLS: leave --certificate out, or --proxied.") if @certificate
      end

      def check_certificate
        certificate = OpenSSL::X509::Certificate.new(File.read(@certificate))
        key = OpenSSL::PKey.read(File.read(@key), "")
        refuse("The key #{@key} does not belong to the certificate #{@certificate}.") unless certificate.check_private_key(key)
        over = certificate.not_after
        refuse("The certificate #{@certificate} was over on #{over.utc.strftime("%F")}; give one that holds.") if over < @now
        refuse("Others on this machine can read the key #{@key}: chmod 600 #{@key}") if File.stat(@key).mode.anybits?(0o077)
      rescue SystemCallError
        refuse("The certificate #{@certificate} or its key #{@key} cannot be read.")
      rescue OpenSSL::X509::CertificateError, OpenSSL::PKey::PKeyError
        refuse("#{@certificate} holds no certificate in PEM, or #{@key} no key that needs no password.")
      end

      def make_certificate(database)
        names = [*@names.map(&:downcase), *(ANY.include?(host) ? [Socket.gethostname, *addresses] : [host]), "localhost", "127.0.0.1"]
        @made = true
        @certificate = @key = OwnCertificate.new("#{database}.tls.pem", names, @now).ensure!
      end

      # Those of this machine that others can reach.
      def addresses
        Socket.ip_address_list.reject {
          _1.ipv4_loopback? || _1.ipv6_loopback? || _1.ipv6_linklocal?
        }.map { _1.ip_address.split("%").first }
      end
    end
  end
end
