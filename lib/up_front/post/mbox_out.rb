# frozen_string_literal: true

module UpFront
  module Post
    # Writes messages one after the other as an mbox (RFC 4155): line ends LF, and each line of a body that begins like a separator with a
    # `>` more before it, so that {Mbox} and others read back what was written.
    module MboxOut
      LIKE = /^(>*From )/n

      module_function

      # @param raw [String] the letter as it came @param from [String] its sender's address @param at [Time] its arrival
      # @return [String] bytes of the file
      def entry(raw, from:, at:)
        text = raw.b.gsub("\r\n".b, "\n".b)
        text << "\n" unless text.end_with?("\n".b)
        sender = from.to_s.b.gsub(/[^\x21-\x7e]/n, "")
        "From #{sender.empty? ? "unknown" : sender} #{at.getutc.strftime("%a %b %e %H:%M:%S %Y")}\n".b << text.gsub(LIKE, ">\\1".b) << "\n"
      end
    end
  end
end
