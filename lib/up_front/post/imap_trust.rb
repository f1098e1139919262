# frozen_string_literal: true

require "openssl"

module UpFront
  module Post
    # Whether the server at the other end is the right one: by an issuer that is known, by a file of the person's own, or by the one
    # certificate that they trust. No password is sent before that is clear.
    class ImapTrust
      NAMES = /hostname|does not match/i
      PLAIN = /wrong version|unknown protocol|record layer|unexpected eof/i

      # @param certificate [OpenSSL::X509::Certificate] @return [String] SHA-256, as it is usually written
      def self.fingerprint(certificate) = OpenSSL::Digest::SHA256.hexdigest(certificate.to_der).upcase.scan(/../).join(":")

      # @param server [ImapLine::Server] @param place [String] how it is named in what is said
      def initialize(server, place)
        @server = server
        @place = place
      end

      # @return [Hash] for OpenSSL's context
      def options
        return {verify_mode: OpenSSL::SSL::VERIFY_NONE} if pinned?

        {verify_callback: lambda { |good, store|
          @seen ||= store.chain&.first || store.current_cert
          good
        }, **(@server.ca_file ? {ca_file: @server.ca_file} : {})}
      end

      # @param peer [OpenSSL::X509::Certificate] @raise [ImapLine::Failed] where it is not the one that is trusted
      def check(peer)
        return unless pinned?

        seen = ImapTrust.fingerprint(peer)
        return if seen == @server.fingerprint

        raise ImapLine::Failed.new(:certificate, "#{@server.host} shows another certificate than the one that you trust. If its keeper " \
          "has changed it, trust the new one; else somebody may be listening, and no password was sent.", fingerprint: seen)
      end

      # @param error [OpenSSL::SSL::SSLError] @return [ImapLine::Failed]
      def failed(error)
        return distrusted(error) if @seen
        return ImapLine::Failed.new(:encryption, "The encryption of #{@place} cannot be used (#{error.message[0, 120]}).") unless
          error.message.match?(PLAIN)

        ImapLine::Failed.new(:encryption, "What answers at #{@place} is not encrypted from the first byte. Choose STARTTLS, or another " \
          "port.")
      end

      private

      def pinned? = !@server.fingerprint.nil? && @server.security != "none"

      def distrusted(error)
        why = error.message.match?(NAMES) ? "is for #{names}, not for #{@server.host}" : "comes from an issuer that is not known here: " \
          "#{error.message[/\(([^()]+)\)\s*\z/, 1] || "it cannot be checked"}"
        ImapLine::Failed.new(:certificate, "The certificate of #{@server.host} #{why}. No password was sent. If you know that it is the " \
          "right server, trust this one certificate, or give the file of the authority that issued it.",
          fingerprint: ImapTrust.fingerprint(@seen))
      end

      def names
        named = @seen.extensions.find { _1.oid == "subjectAltName" }&.value.to_s.scan(/(?:DNS|IP Address):([^,\s]+)/).flatten
        named = @seen.subject.to_a.filter_map { |field, value| value if field == "CN" } if named.empty?
        named.first(3).join(", ")
      end
    end
  end
end
