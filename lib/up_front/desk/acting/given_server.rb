# frozen_string_literal: true

module UpFront
  module Desk
    # What a person gives of a mail server: its name, its port, and how the line to it is encrypted.
    module GivenServer
      module_function

      # @param given [Hash] host, port, security, ca_file @param ports [Hash{String=>Integer}] the usual one of each security
      # @return [Hash] columns of it @raise [Core::Refused]
      def read(given, ports:)
        check = Core::Check.new
        host = check.at("host").filled(given["host"])&.strip
        security = check.at("security").one_of(given["security"], Post::Submission::SECURITY)
        file = text(given["ca_file"])
        check.at("ca_file").refuse("a file", file, words: "There is no file #{file}.") unless file.nil? || File.file?(file)
        if security == "none" && host && !Post::Submission::LOOPBACK.include?(host)
          check.at("security").refuse("TLS", "none", words: "Without TLS others can read your mail and your password on the way: only a " \
            "server on this machine may be used so.")
        end
        raise Core::Refused, check.faults if check.faults.any?

        {host: host, security: security, port: given["port"] || ports.fetch(security), ca_file: file}
      end

      # @return [String, nil] nil for nothing
      def text(given) = given.to_s.strip.then { _1 unless _1.empty? }
    end
  end
end
