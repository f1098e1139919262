# frozen_string_literal: true

module UpFront
  module Post
    # Makes text of bytes, whatever they claim to be.
    module Charset
      ALIASES = {"utf8" => "UTF-8", "latin1" => "ISO-8859-1", "iso-8859-1" => "Windows-1252", "us-ascii" => "UTF-8", "ascii" => "UTF-8",
                 "cp-850" => "CP850", "ks_c_5601-1987" => "CP949", "x-sjis" => "Shift_JIS"}.freeze

      module_function

      # @param bytes [String] @param claimed [String, nil] the charset parameter (RFC 2045, section 5.1)
      # @return [String] valid UTF-8; what fits no charset shows as U+FFFD
      def utf8(bytes, claimed = nil)
        bytes = bytes.dup
        encoding = find(claimed)
        if encoding && encoding != Encoding::UTF_8
          return bytes.force_encoding(encoding).encode(Encoding::UTF_8, invalid: :replace, undef: :replace)
        end
        return bytes if bytes.force_encoding(Encoding::UTF_8).valid_encoding?

        bytes.force_encoding(Encoding::Windows_1252).encode(Encoding::UTF_8, invalid: :replace, undef: :replace)
      rescue EncodingError
        bytes.force_encoding(Encoding::UTF_8).scrub
      end

      # @return [Encoding, nil]
      def find(claimed)
        name = claimed.to_s.strip.downcase.delete("\"'")
        name.empty? ? nil : Encoding.find(ALIASES.fetch(name, name))
      rescue ArgumentError
        nil
      end
    end
  end
end
