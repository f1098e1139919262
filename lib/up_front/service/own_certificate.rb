# frozen_string_literal: true

require "digest"
require "openssl"
require "socket"

module UpFront
  module Service
    # A certificate that Up Front makes itself, beside its database: browsers ask about it once, and its fingerprint says that it is the
    # right one (RFC 5280; ECDSA on P-256, RFC 5480).
    class OwnCertificate
      YEARS = 2
      ANEW_DAYS = 30 # before it is over
      DAY = 86_400

      # @param path [String] of the file that holds both, mode 600 @param names [Array<String>] host names and addresses of nets
      # @param now [Time]
      def initialize(path, names, now)
        @path = path
        @names = names.uniq.sort
        @now = now
      end

      # Makes it where it is not there, serves other names, or is nearly over. @return [String] the path
      def ensure!
        make unless serves?
        @path
      end

      # @return [String] SHA-256, in pairs of hexadecimal digits
      def self.fingerprint(path)
        certificate = OpenSSL::X509::Certificate.new(File.read(path))
        Digest::SHA256.hexdigest(certificate.to_der).upcase.scan(/../).join(":")
      end

      private

      def serves?
        certificate = OpenSSL::X509::Certificate.new(File.read(@path))
        certificate.not_after > @now + ANEW_DAYS * DAY && certificate.not_before <= @now &&
          certificate.extensions.find { _1.oid == "subjectAltName" }&.value == wanted.value
      rescue SystemCallError, OpenSSL::X509::CertificateError
        false
      end

      def wanted = OpenSSL::X509::ExtensionFactory.new.create_extension("subjectAltName", alternatives)
      def alternatives = @names.map { |name| "#{ip?(name) ? "IP" : "DNS"}:#{name}" }.join(",")

      def ip?(name)
        !IPAddr.new(name).nil?
      rescue IPAddr::Error
        false
      end

      def make
        key = OpenSSL::PKey::EC.generate("prime256v1")
        certificate = unsigned(key)
        extensions = OpenSSL::X509::ExtensionFactory.new(certificate, certificate)
        {"basicConstraints" => ["CA:FALSE", true], "keyUsage" => ["digitalSignature", true], "extendedKeyUsage" => ["serverAuth", false],
         "subjectAltName" => [alternatives, false], "subjectKeyIdentifier" => ["hash", false]}.each do |name, (value, critical)|
          certificate.add_extension(extensions.create_extension(name, value, critical))
        end
        certificate.sign(key, OpenSSL::Digest.new("SHA256"))
        write("#{certificate.to_pem}#{key.to_pem}")
      end

      def unsigned(key)
        OpenSSL::X509::Certificate.new.tap do |certificate|
          certificate.version = 2
          certificate.serial = OpenSSL::BN.rand(120)
          certificate.subject = certificate.issuer = OpenSSL::X509::Name.new([["CN", "Up Front"]])
          certificate.public_key = key
          certificate.not_before = @now - DAY
          certificate.not_after = @now + YEARS * 365 * DAY
        end
      end

      def write(text)
        part = "#{@path}.part"
        File.open(part, File::WRONLY | File::CREAT | File::TRUNC, 0o600) { |file| file.write(text) && file.fsync }
        File.rename(part, @path)
      end
    end
  end
end
