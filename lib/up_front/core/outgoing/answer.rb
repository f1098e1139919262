# frozen_string_literal: true

module UpFront
  module Core
    # What an answer to a message, or a message that hands it on, begins as: to whom, under which subject, with what quoted (RFC 5322,
    # sections 3.6.3 and 3.6.4).
    class Answer
      KINDS = %w[reply reply_all forward].freeze
      # What mail programs put before a subject that they answer or hand on, in the languages of the house.
      PREFIXES = /\A\s*(?:(?:re|aw|antw|res|sv|fwd?|wg|enc|rv|tr)(?:\[\d+\])?\s*[:：]\s*)+/i
      MOST_QUOTED = 2_000 # lines

      # @param message [Message] @param names [Names] who the owner is @param time_format [#moment]
      def initialize(message, names, time_format)
        @message = message
        @names = names
        @time_format = time_format
      end

      # @param kind [String] of {KINDS} @return [Hash] to and cc (Array<Address>), subject, text, below its own line, as quoted
      def begun(kind)
        return {to: [], cc: [], subject: "Fwd: #{bare_subject}".strip, text: handed_on} if kind == "forward"

        {to: recipients, cc: (kind == "reply_all") ? others : [], subject: "Re: #{bare_subject}".strip, text: quoted}
      end

      # @return [Array<String>] Message-IDs for References, oldest first; the last is what is answered
      def references = (@message.references + [@message.message_id]).compact.uniq.last(MOST_REFERENCES)

      MOST_REFERENCES = 50 # a header of more is cut by some hosts; the first is kept
      private_constant :MOST_REFERENCES

      # Where it says that answers shall go; to those whom I wrote, where it is mine.
      def recipients
        return apart(@message.to, []) if mine?(@message.from)

        apart(@message.reply_to.any? ? @message.reply_to : @message.from, [], keeping_me: true)
      end

      # Whoever else it went to, but for me.
      def others = apart(mine?(@message.from) ? @message.cc : @message.to + @message.cc, recipients)

      def bare_subject = @message.subject.sub(PREFIXES, "").strip

      private

      def mine?(people) = people.any? && people.all? { @names.me.include?(_1) }

      def apart(people, those, keeping_me: false)
        taken = those.to_set(&:key)
        people.reject { |person| (!keeping_me && @names.me.include?(person)) || person.email.empty? || !taken.add?(person.key) }
      end

      def quoted
        lines = @message.body.lines(chomp: true)
        lines = lines.first(MOST_QUOTED) + ["[…]"] if lines.size > MOST_QUOTED
        lines = lines[0...-1] while lines.last&.strip&.empty?
        return "" if lines.empty?

        "#{heading}\n#{lines.map { _1.start_with?(">") ? ">#{_1}" : "> #{_1}" }.map(&:rstrip).join("\n")}\n"
      end

      def heading
        who = @message.from.first&.shown || "somebody"
        "#{@time_format.moment(@message.date || @message.arrived_at)}, #{who} wrote:"
      end

      def handed_on
        about = {"From" => @message.from, "To" => @message.to, "Cc" => @message.cc}
          .filter_map { |name, people| "#{name}: #{people.map { written(_1) }.join(", ")}" if people.any? }
        about.insert(1, "Date: #{(@message.date || @message.arrived_at).rfc2822}", "Subject: #{@message.subject}")
        "---- Handed on ----\n#{about.join("\n")}\n\n#{@message.body}"
      end

      def written(person) = person.name ? "#{person.name} <#{person.email}>" : person.email
    end
  end
end
