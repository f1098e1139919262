# frozen_string_literal: true

module UpFront
  module Post
    # Writes messages one after the other as an mbox (RFC 4155): line ends LF, and each line of a body that begins like a separator with a
    # `>` more before it, so that {Mbox} and others read back what was written.
    module MboxOut
      module_function

      # @param raw [String] the letter as it came @param from [String] its sender's address @param at [Time] its arrival
      # @return [String] bytes of the file
      def entry(raw, from:, at:) = ExactMbox.entry(raw.b.gsub("\r\n".b, "\n".b), from: from, at: at)
    end
  end
end
