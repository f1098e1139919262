# frozen_string_literal: true

module UpFront
  module Post
    # Letters in an mbox file (RFC 4155) so that each comes back byte for byte: nothing of one is changed but that a `>` more stands before
    # a line which would part two, and a line end behind one that has none.
    module ExactMbox
      PARTS = /^(>*From )/n
      QUOTED = /^>(>*From )/n

      module_function

      # @param raw [String] the letter as it came @param from [String, nil] its sender's address @param at [Time] its arrival
      # @return [String] bytes of the file
      def entry(raw, from:, at:)
        sender = from.to_s.b.gsub(/[^\x21-\x7e]/n, "")
        parting = "From #{sender.empty? ? "unknown" : sender} #{at.getutc.strftime("%a %b %e %H:%M:%S %Y")}\n"
        text = raw.b
        [parting.b, text.gsub(PARTS, ">\\1".b), text.end_with?("\n".b) ? "\n" : "\n\n"].join
      end

      # @param io [IO] binary, of such a file
      # @yield [String] each letter, with a line end more where it had none and the empty line behind it
      def each(io)
        letter = nil
        while (line = io.gets("\n"))
          if line.start_with?("From ")
            yield letter if letter
            letter = +"".b
          else
            letter&.<<(line.sub(QUOTED, "\\1"))
          end
        end
        yield letter if letter
      end
    end
  end
end
