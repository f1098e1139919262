# frozen_string_literal: true

require "mail"
require "securerandom"

module UpFront
  module Post
    # Writes a message that goes out (RFC 5322, 2045 to 2047, 2183, 3676, 6532). No name, subject, address or file name can put a header
    # of its own into it; who gets a blind copy is not told.
    class OutgoingLetter
      MAX_BYTES = 25 * 1024 * 1024 # of the whole, files with it
      CONTROL = /[[:cntrl:]\u2028\u2029]+/
      LONGEST = 900 # characters of a subject or a name; a line holds 998 (RFC 5322, section 2.1.1)

      UNFIT = "\"<>|:*?=" # what file systems do not take, or a header could be misread by

      # It cannot be written so; the message is for the person.
      class Unusable < StandardError; end

      File = Struct.new(:name, :type, :content, keyword_init: true)

      # @param from [Core::Address] @param to [Array<Core::Address>] @param cc [Array<Core::Address>]
      # @param message_id [String] in angle brackets @param references [Array<String>] likewise; the last is what is answered
      # @param answers [Boolean] whether it is an answer to the last of the references
      # @param files [Array<File>] a type of message/rfc822 hands a letter on as it is
      # @param calendar [String, nil] an iCalendar REPLY that stands beside the text (RFC 6047, section 2.4)
      # @param headers [Hash{String=>String}] more of them, in ASCII @param at [Time] in the owner's zone
      def initialize(from:, to:, subject:, text:, message_id:, at:, cc: [], references: [], answers: false, files: [],
        calendar: nil, headers: {})
        @from = from
        @to = to
        @cc = cc
        @subject = subject
        @text = text
        @message_id = message_id
        @at = at
        @references = references
        @answers = answers
        @files = files
        @calendar = calendar
        @headers = headers
      end

      # @param domain [String] of the account @return [String] a Message-ID that no other message has (RFC 5322, section 3.6.4)
      def self.message_id(domain) = "<#{SecureRandom.uuid}@#{domain}>"

      # @return [String] the letter, with CRLF @raise [Unusable]
      def to_s
        written = letter.to_s
        raise Unusable, "It is larger than #{MAX_BYTES / 1_048_576} MB with its files. Take some out." if written.bytesize > MAX_BYTES

        written
      end

      private

      def letter
        mail = ::Mail.new
        mail.from, mail.to, mail.cc = [[@from], @to, @cc].map { |people| people.map { written(_1) } }
        mail.subject = plain(@subject)
        mail.date = @at
        mail.message_id = identifier(@message_id)
        threads(mail)
        @headers.each { |name, value| mail.header[name] = plain(value) }
        if @calendar then with_calendar(mail)
        else
          @files.empty? ? text_into(mail) : parts(mail)
        end
        mail
      end

      def threads(mail)
        known = @references.filter_map { identifier(_1) }
        return if known.empty?

        mail.in_reply_to = known.last if @answers
        mail.references = known.map { "<#{_1}>" }.join(" ")
      end

      # @return [String, nil] without its brackets; nil of what is none
      def identifier(text) = text.to_s[/\A\s*<([^<>\s[:cntrl:]]+)>\s*\z/, 1]

      # The type first: else the library makes it a mixed one.
      def with_calendar(mail)
        mail.content_type = "multipart/alternative"
        mail.add_part(::Mail::Part.new.tap { text_into(_1) })
        calendar = ::Mail::Part.new
        calendar.content_type = "text/calendar; charset=UTF-8; method=REPLY"
        calendar.content_transfer_encoding = "base64"
        calendar.body = [@calendar].pack("m")
        mail.add_part(calendar)
      end

      def parts(mail)
        text = ::Mail::Part.new
        text_into(text)
        mail.add_part(text)
        @files.each { |file| attach(mail, file) }
      end

      def text_into(part)
        part.content_type = "text/plain; charset=utf-8; format=flowed"
        part.content_transfer_encoding = "quoted-printable"
        part.body = "#{Core::Flowed.encode(@text.chomp).gsub("\n", "\r\n")}\r\n"
      end

      # A letter that is handed on goes as it is (RFC 2046, section 5.2.1), and is not encoded.
      def attach(mail, file)
        letter = file.type == "message/rfc822"
        content = file.content.b
        content = content.gsub(/\r?\n/n, "\r\n") if letter
        encoding = content.match?(/[^\x00-\x7F]/n) ? "8bit" : "7bit"
        mail.attachments[name(file, letter)] = {mime_type: type_of(file), content: content, **(letter ? {encoding: encoding} : {})}
        [mail, mail.parts.last].each { _1.transport_encoding = encoding } if letter && encoding == "8bit"
      end

      def name(file, letter)
        name = plain(plain(file.name).tr("\\", "/").split("/").last.to_s.tr(UNFIT, "_"))
        name = "file" if name.empty?
        letter ? "#{name.delete_suffix(".eml")}.eml" : name
      end

      def type_of(file) = file.type.to_s.match?(%r{\A[\w.+-]+/[\w.+-]+\z}) ? file.type.downcase : "application/octet-stream"

      def written(person)
        email = person.email
        raise Unusable, "“#{plain(email)}” is no address to which mail can go." unless email.match?(Core::Address::SENDABLE)

        name = person.name && plain(person.name)
        (name.nil? || name.empty?) ? email : ::Mail::Address.new.tap { |each|
          each.address = email
          each.display_name = name
        }.encoded
      end

      # One line of a header, whatever was given.
      def plain(text) = text.to_s.scrub.gsub(CONTROL, " ").strip[0, LONGEST]
    end
  end
end
