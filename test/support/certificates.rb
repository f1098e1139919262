# frozen_string_literal: true

require "openssl"

# Certificates of their own authority, for tests of what is encrypted.
module Certificates
  # @param host [String] a name or an IPv4 address @return [Array(OpenSSL::X509::Certificate, OpenSSL::PKey::RSA)]
  def self.of(host)
    key = OpenSSL::PKey::RSA.new(2_048)
    made = OpenSSL::X509::Certificate.new
    made.version, made.serial, made.public_key = 2, 1, key
    made.subject = made.issuer = OpenSSL::X509::Name.parse("/CN=#{host}")
    made.not_before, made.not_after = Time.now - 60, Time.now + 3_600
    kind = host.match?(/\A[\d.]+\z/) ? "IP" : "DNS"
    extensions = OpenSSL::X509::ExtensionFactory.new(made, made)
    made.add_extension(extensions.create_extension("subjectAltName", "#{kind}:#{host}"))
    made.add_extension(extensions.create_extension("basicConstraints", "CA:TRUE", true))
    made.sign(key, "SHA256")
    [made, key]
  end
end
