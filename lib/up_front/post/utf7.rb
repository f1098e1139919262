# frozen_string_literal: true

module UpFront
  module Post
    # Mailbox names in the modified UTF-7 of RFC 3501, section 5.1.3 ("Gel&APY-scht").
    module Utf7
      def self.decode(name)
        name.b.gsub(/&([^-]*)-/n) { $1.empty? ? "&" : letters($1) }.force_encoding(Encoding::UTF_8).scrub
      end

      def self.letters(coded)
        coded = coded.tr(",", "/")
        (coded + "=" * (-coded.size % 4)).unpack1("m").force_encoding(Encoding::UTF_16BE)
          .encode(Encoding::UTF_8, invalid: :replace, undef: :replace).b
      end
      private_class_method :letters
    end
  end
end
