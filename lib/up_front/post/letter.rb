# frozen_string_literal: true

require "digest"

module UpFront
  module Post
    # A message as it came, read with whatever faults it has. Nothing in it raises: a header or part that
    # cannot be read counts as missing. (RFC 5322, 2045 to 2047, 2231.)
    class Letter
      MAX_BYTES = 64 * 1024 * 1024 # a 45 MB attachment after base64; larger mail is refused by most hosts
      MAX_BODY = 1_000_000 # characters of text that rules look through

      NAMELESS = "untitled" # as files without a name were called before they had one made up

      TELLING = %w[from to subject date message-id received].freeze

      attr_reader :raw

      # @param path [String] a file of one message @return [Letter]
      # Asks for no more bytes than there are: a buffer of the bound's size for each message keeps the
      # collector busier than all the reading.
      # @raise [RegularFile::Other] @raise [RegularFile::Growing]
      def self.read(path) = new(RegularFile.read(path, MAX_BYTES, whole: true))

      # @param raw [String] the bytes
      def initialize(raw)
        @raw = raw.dup.force_encoding(Encoding::BINARY).freeze
      end

      # As {#read}, many at once: going over to another process and back costs as much as reading a small one does.
      # @param letters [Array<Letter>] @return [#call, #drop] what waits until all are read, or gives it up
      def self.read_all(letters) = Together.new(letters)

      # Letters that are being read apart from this process.
      class Together
        def initialize(letters)
          @letters = letters
          @asked = Apart.start(:letters, letters.map(&:raw))
        end

        def call
          @letters.zip(@asked.value) { |letter, parcel| letter.take(parcel) }
        rescue Apart::NotNow
          raise
        rescue # one of them cannot be read
          @letters.each(&:read)
        end

        def drop = @asked.drop
      end

      # Reads now what taking it in asks for, apart from this process. One that is made to hurt, or that no parser was made for, is
      # read roughly instead. @return [self]
      def read
        take(Apart.call(:letter, raw))
      rescue Apart::NotNow
        raise
      rescue
        take(RoughLetter.new(raw).parcel)
      end

      # @param parcel [Hash] what was read of it @return [self]
      def take(parcel)
        @parcel = parcel
        self
      end

      # What is read of it, in a form that one process can hand to another.
      def parcel = @parcel || {fields: fields, arrival: arrival, digest: digest, unreadable: unreadable?, rough: false}

      # @return [Hash] the fields of {Core::Message} that stand in the mail itself
      def fields
        return @parcel[:fields] if @parcel

        @fields ||= read_fields
      rescue *ParseFaults::ALL
        @unreadable = true
        @fields = {subject: "", body: body, size: raw.bytesize}
      end

      # @return [Core::Message]
      def message(account:, mailbox:, arrived_at:, **context)
        Core::Message.new(**fields, account: account, mailbox: mailbox, arrived_at: arrived_at, **context)
      end

      # When it reached the mailbox: the topmost Received header's date (RFC 5321, section 4.4), else Date.
      # @return [Time, nil]
      def arrival
        return @parcel[:arrival] if @parcel
        return @arrival if defined?(@arrival)

        @arrival = headers.received_at || headers.date
      end

      # What makes two copies one message: its Message-ID, its other telling headers and its content. The
      # trail of the way it took (Received, Delivered-To, Status) is left out, line ends do not count. Where no header tells
      # anything, all of its bytes do.
      # @return [String] SHA-256, hexadecimal
      def digest = if @parcel
                     @parcel[:digest]
                   else
                     @digest ||= Digest::SHA256.hexdigest(unreadable? ? raw : "#{telling.join("\n").b}\n\n#{content}")
                   end

      # Whether nothing in it tells that it is mail; it is then kept and shown as it was received.
      def unreadable?
        return @parcel[:unreadable] if @parcel

        @unreadable = TELLING.all? { headers.raw(_1).empty? } if @unreadable.nil?
        @unreadable
      end

      # Whether reading it took more than one message may: it is kept whole, and its text was had the cheap way.
      def rough? = parcel[:rough]

      # @return [String] the text of the message; of one that cannot be read, all of it
      def body = unreadable? ? Charset.utf8(raw[0, MAX_BODY]).delete("\u0000") : parts.text
      def html = parts.html
      def calendar = parts.calendar
      def attachments = parts.attachments

      # @param name [String] as it was called when the letter was read: more may be found in it now than then
      # @return [LetterParts::Part, nil]
      def attachment(index, name)
        return attachments[index] if [attachments[index]&.name, NAMELESS].include?(name)

        attachments.find { _1.name == name }
      end

      def inline(content_id) = parts.inline(content_id)

      # @param inline_at [String] the address of its pictures, to which their Content-ID is added @param remote [Boolean]
      # @return [Array(String, Boolean), nil] its HTML made safe, and whether remote content was left out; nil where it has none that
      #   can be shown
      def safe_html(inline_at: "", remote: false)
        return if html.to_s.empty?

        HTML.safe(html, remote: remote) { |id| inline_at + Addressable::URI.encode_component(id, "A-Za-z0-9_.~@-") }
      rescue HTML::TooIntricate
        nil
      end

      private

      def telling = %w[message-id from to cc subject date list-id].map { "#{_1}:#{headers.raw(_1).join(",")}" }
      def content = raw.split(/\r?\n\r?\n/, 2)[1].to_s.gsub("\r\n", "\n").chomp("") # without the empty lines at its end

      def read_fields
        {
          message_id: message_id, subject: headers.decoded("subject"), body: body[0, MAX_BODY],
          from: headers.addresses("from"), sender: headers.addresses("sender").first,
          to: headers.addresses("to"), cc: headers.addresses("cc"), reply_to: headers.addresses("reply-to"),
          date: headers.date, headers: headers.to_h, size: raw.bytesize, references: references,
          attachments: attachments.map { Core::Attachment.new(name: _1.name, type: _1.type, bytes: _1.bytes).freeze },
          calendar_method: parts.calendar_method?
        }
      end

      def headers = @headers ||= LetterHeaders.new(mail)
      def parts = @parts ||= LetterParts.new(mail)

      # The parser is loaded where it is used: whoever has letters read apart needs none.
      def mail
        require "mail"
        @mail ||= Mail.new(raw)
      rescue *ParseFaults::ALL
        @mail = Mail.new
      end

      def message_id
        headers.raw("message-id").first.to_s[/<[^<>\s]+>/] || headers.decoded("message-id").strip.then { _1.empty? ? nil : _1[0, 998] }
      end

      def references
        (headers.raw("references") + headers.raw("in-reply-to")).flat_map { _1.scan(/<[^<>\s]+>/) }.uniq.last(100)
      end
    end
  end
end
