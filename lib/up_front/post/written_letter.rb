# frozen_string_literal: true

require "mail"

module UpFront
  module Post
    # A letter written of what is known of a message, as it would be sent (RFC 5322, 2045). What is in its texts and headers stands in it;
    # of its attachments the names and the kinds, and no more of what they hold than is needed.
    module WrittenLetter
      LARGEST = 1_000_000 # bytes that are written; more would only be filled up
      FILLER = "X-Filler" # makes it as large as it shall be
      LINE = 900 # letters at most between two line ends (RFC 5322, section 2.1.1, allows 998)

      module_function

      # @param message [Core::Message] @return [String, nil] its text, ASCII alone; nil of one that is larger than {LARGEST}
      def text(message)
        return if message.size > LARGEST

        mail = Mail.new
        mail.charset = "UTF-8"
        people(message, mail)
        message.headers.each { |name, values| values.each { mail.header.fields.add_field(Mail::Field.new(name, _1, "UTF-8")) } }
        mail.date = message.date if message.date
        mail.subject = message.subject
        mail.message_id = "<#{Digest::SHA256.hexdigest(Marshal.dump(message.to_h))[0, 24]}@promises.example>"
        content(message, mail)
        as_large(mail, message.size)
      end

      def people(message, mail)
        {from: message.from, to: message.to, cc: message.cc, reply_to: message.reply_to}.each do |field, people|
          mail[field] = people.map { written(_1) } if people.any?
        end
      end

      def written(person) = person.name ? %("#{person.name.delete("\"\\")}" <#{person.email}>) : person.email

      def content(message, mail)
        parts = message.attachments.map { |file| [file.name, file.type] }
        return mail.body = message.body if parts.empty? && !message.calendar_method

        body = message.body
        mail.text_part = Mail::Part.new { |part| part.body = body }
        mail.add_part(invitation) if message.calendar_method
        parts.each { |name, type| mail.attachments[name.to_s] = {mime_type: type, content: "."} }
      end

      def invitation
        Mail::Part.new do
          content_type "text/calendar; method=REQUEST; charset=UTF-8"
          body "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nMETHOD:REQUEST\r\nEND:VCALENDAR\r\n"
        end
      end

      def as_large(mail, bytes)
        text = mail.encoded
        missing = bytes - text.bytesize
        return text if missing <= 0

        lines = Array.new(missing / LINE + 1) { "x" * LINE }.join("\r\n ")
        "#{FILLER}: #{lines}\r\n#{text}"
      end
      private_class_method :people, :written, :content, :invitation, :as_large
    end
  end
end
