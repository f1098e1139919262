# frozen_string_literal: true

require "date"
require "net/imap"
require "timeout"

module UpFront
  module Post
    # A line to a mailbox on a server (IMAP4rev1, RFC 3501), by which it is only looked at: EXAMINE and BODY.PEEK. Every answer is waited
    # for with a bound, and after silence, nonsense or a break the line is of no use any more.
    class ImapLine
      # @!attribute security [String] of {Submission::SECURITY}; none is for this machine alone @!attribute ca_file [String, nil]
      # @!attribute fingerprint [String, nil] SHA-256 of the one certificate that is trusted, whoever issued it for whatever name
      Server = Struct.new(:host, :port, :security, :user, :password, :ca_file, :fingerprint, keyword_init: true)

      # @!attribute name [String] as the server has it @!attribute shown [String] as a person reads it, its parts between "/"
      # @!attribute use [String, nil] of {Core::MailboxFolder::USES} @!attribute letters [Integer, nil]
      Folder = Struct.new(:name, :shown, :use, :letters, keyword_init: true)

      # A folder as it stands. @!attribute exists [Integer] letters in it @!attribute modseq [Integer, nil] RFC 7162
      # @!attribute changed [Hash{Integer=>Array<Symbol>}, nil] flags by UID that changed since the modseq that was given; nil where the
      #   server does not tell @!attribute vanished [Array<Integer>, nil] UIDs that have gone since; likewise
      Standing = Struct.new(:validity, :next_uid, :exists, :modseq, :changed, :vanished, keyword_init: true)

      # @!attribute raw [String] its bytes, perhaps not all @!attribute flags [Array<Symbol>] @!attribute size [Integer] RFC822.SIZE
      # @!attribute at [Time, nil] INTERNALDATE
      Fetched = Struct.new(:uid, :raw, :flags, :size, :at, keyword_init: true)

      # It cannot be done; the message is for the person. @!attribute [r] kind [Symbol] :name, :refused, :certificate, :encryption,
      #   :sign_in, :folder, :refusal, :silent, :lost or :nonsense
      # @!attribute [r] fingerprint [String, nil] of a certificate that is not trusted
      class Failed < StandardError
        attr_reader :kind, :fingerprint

        def initialize(kind, text, fingerprint: nil)
          @kind = kind
          @fingerprint = fingerprint
          super(text)
        end

        # @return [Boolean] whether the line stands, and only what was asked was refused
        def here? = %i[folder refusal].include?(kind)
      end

      ANSWER_SECONDS = 45
      SLOW_BYTES = 20_000 # a second, of a line on which letters are still waited for
      PART_BYTES = 1024 * 1024
      IN_PARTS = 2 * PART_BYTES # what is larger comes in parts
      # What the library makes of answers that do not fit together.
      NONSENSE = [Net::IMAP::ResponseTooLargeError, Net::IMAP::ResponseParseError, Net::IMAP::DataFormatError,
        Net::IMAP::InvalidResponseError, Net::IMAP::SASL::Error, TypeError, NoMethodError].freeze
      NO_PASSWORD = "%s takes no password over a line that is not encrypted. Choose TLS or STARTTLS."
      MARKED = %i[Seen Flagged Answered].freeze

      attr_reader :greeting

      # @param server [Server] @param marks [Boolean] whether flags may be set
      # @param answer_seconds [Numeric] for an answer @param open_seconds [Numeric] for the greeting and the encryption
      # @param dead_seconds [Numeric] for the end of idling
      def initialize(server, marks: false, answer_seconds: ANSWER_SECONDS, open_seconds: ImapDoor::OPEN_SECONDS, dead_seconds: ImapDoor::DEAD_SECONDS)
        @server = server
        @marks = marks
        @answer_seconds = answer_seconds
        @open_seconds = open_seconds
        @dead_seconds = dead_seconds
      end

      # Connects and encrypts; says nothing of who one is. @return [self] @raise [Failed]
      def connect
        @imap = ImapDoor.new(@server, marks: @marks, open_seconds: @open_seconds, dead_seconds: @dead_seconds).open
        @greeting = @imap.greeting&.data&.text.to_s.scrub[0, 200]
        self
      end

      # @return [self] @raise [Failed]
      def sign_in
        raise Failed.new(:encryption, NO_PASSWORD % @server.host) if able?("LOGINDISABLED") # AUTHENTICATE would send it all the same

        talk do
          if @imap.auth_capable?("PLAIN") then @imap.authenticate("PLAIN", @server.user, @server.password.to_s)
          else
            @imap.login(@server.user, @server.password.to_s)
          end
        end
        @enabled = able?("QRESYNC") ? talk { @imap.enable("QRESYNC") }.include?("QRESYNC") : false
        self
      rescue Failed
        close
        raise
      end

      # @return [Array<String>] what the server says it can do
      def capabilities = talk { @imap.capabilities }

      def able?(name) = capabilities.include?(name)

      # @param count [Boolean] whether it is asked how many letters lie in each @return [Array<Folder>] INBOX first @raise [Failed]
      def folders(count: false)
        listed = talk { @imap.list("", "*") }.reject { |each| each.attr.intersect?(%i[Noselect Nonexistent]) }
        listed.map { |each| folder(each, count) }.sort_by { |each| [each.shown.match?(Core::MailboxFolder::INBOX) ? 0 : 1, each.shown.downcase] }
      end

      # Looks into a folder, from now on the one that all else is asked of (EXAMINE). @param name [String] as the server has it
      # @param validity [Integer, nil] @param modseq [Integer, nil] of the last look, for what has changed since
      # @return [Standing] @raise [Failed]
      def examine(name, validity: nil, modseq: nil)
        resync = @enabled && validity && modseq
        talk(as: :folder) { resync ? ask_since(name, validity, modseq) : @imap.examine(name, condstore: able?("CONDSTORE")) }
        @examined = name
        standing(resync, validity, modseq)
      end

      # @param since [Date, nil] only those that came on that day or later @return [Array<Integer>] UIDs, rising
      def uids(since: nil) = talk { @imap.uid_search(since ? ["SINCE", Net::IMAP.format_date(since)] : ["ALL"]) }.to_a.sort

      # Those among them whose Message-ID is that one (RFC 3501, SEARCH HEADER). @return [Boolean]
      def letter?(message_id) = talk { @imap.uid_search(["HEADER", "Message-ID", message_id]) }.to_a.any?

      # @param uids [Array<Integer>] @return [Hash{Integer=>Integer}] bytes of each that is there
      def sizes(uids) = fetch(uids, %w[RFC822.SIZE]).to_h { [_1["UID"], _1["RFC822.SIZE"].to_i] }

      # @param uids [Array<Integer>, Range] @return [Hash{Integer=>Array<Symbol>}] flags of each that is there
      def flags(uids) = fetch(uids, []).to_h { [_1["UID"], marked(_1)] }

      # Whole, in one answer. @param sizes [Hash{Integer=>Integer}] @return [Array<Fetched>] those that are there
      def letters(sizes)
        answers = fetch(sizes.keys, %w[INTERNALDATE BODY.PEEK[]], bytes: sizes.values.sum)
        answers.filter_map { fetched(_1, _1["BODY[]"], sizes[_1["UID"]]) if _1["BODY[]"] }
      end

      # One, part by part, up to a bound. @return [Fetched, nil]
      def letter(uid, size, most:)
        head = fetch([uid], %w[INTERNALDATE]).first or return
        raw = String.new(capacity: [size, most].min, encoding: Encoding::BINARY)
        while raw.bytesize < [size, most].min
          items = ["BODY.PEEK[]<#{raw.bytesize}.#{[PART_BYTES, most - raw.bytesize].min}>"]
          part = fetch([uid], items, flags: false, bytes: PART_BYTES).first
          bytes = part && part["BODY[]<#{raw.bytesize}>"].to_s
          return if part.nil?
          break if bytes.empty?

          raw << bytes
        end
        fetched(head, raw, size)
      end

      # Asks to be told of other folders while the line waits (NOTIFY, RFC 5465). @param names [Array<String>]
      # @return [Boolean] whether the server does that
      def notify(names)
        return false if names.empty? || !able?("NOTIFY")

        events = "(MessageNew MessageExpunge FlagChange)"
        boxes = names.map { quoted(_1) }.join(" ")
        talk { @imap.send(:send_command, "NOTIFY", Net::IMAP::RawData.new("SET (selected #{events}) (mailboxes (#{boxes}) #{events})")) }
        true
      rescue Failed => failed
        raise unless failed.here?

        false
      end

      # Waits until the server tells of something (IDLE, RFC 2177), until {#wake}, or for so many seconds; then it is clear that the line
      # stands. Without IDLE it asks (NOOP) once in that time. @return [Array<String>] folders of which something was told, as the server
      # has them @raise [Failed]
      def wait(seconds)
        told = news_before
        return told if told.any? || woken?
        return ask_again(seconds) unless able?("IDLE")

        ended = idle(seconds) { |response| told |= news_of(response) }
        raise lost("It has not answered for #{@dead_seconds.to_i} seconds") if ended.nil?

        %w[EXISTS EXPUNGE VANISHED FETCH RECENT STATUS].each { @imap.clear_responses(_1) }
        told
      end

      # Ends waiting, now or before it has begun; from any thread.
      def wake
        @woken = true
        @imap&.idle_done
      rescue Net::IMAP::Error, IOError
        nil # it does not wait, or looks first
      end

      # Sets marks on letters (STORE +FLAGS), and nothing else. @param name [String] the folder
      # @param marks [Hash{Symbol=>Array<Integer>}] :Seen and :Flagged, the UIDs of each @raise [Failed]
      def mark(name, marks)
        talk(as: :folder) { @imap.select(name) }
        @examined = nil
        marks.each { |mark, uids| talk { @imap.uid_store(Net::IMAP::SequenceSet[uids], ImapConnection::ADDS, [mark]) } if uids.any? }
      end

      def close
        @imap&.disconnect
      rescue IOError, SystemCallError, OpenSSL::SSL::SSLError
        nil
      end

      private

      # An answer, within its time; what comes of a fault in place of it is told alike everywhere.
      # @param as [Symbol, nil] what a refusal is
      def talk(as: :refusal, seconds: @answer_seconds, &block)
        within(seconds, &block)
      rescue Net::IMAP::NoResponseError, Net::IMAP::BadResponseError => refusal
        raise refused(refusal, as)
      rescue Net::IMAP::LoginDisabledError
        raise Failed.new(:encryption, NO_PASSWORD % @server.host)
      rescue Failed, ImapConnection::Forbidden
        raise
      rescue *NONSENSE
        close
        raise Failed.new(:nonsense, "#{@server.host} sent what cannot be understood.")
      rescue Timeout::Error
        close
        raise Failed.new(:silent, "#{@server.host} has not answered for #{seconds.to_i} seconds.")
      rescue Net::IMAP::Error, IOError, SystemCallError, OpenSSL::SSL::SSLError, ThreadError
        close
        raise lost("The line to #{@server.host} broke")
      end

      def within(seconds, &block) = Timeout.timeout(seconds, &block)

      def lost(words)
        return Failed.new(:nonsense, "#{@server.host} sent what cannot be understood, again and again.") if @imap&.flooded?

        Failed.new(:lost, "#{words}.")
      end

      def refused(refusal, as)
        code = refusal.response.data.code&.name.to_s
        text = refusal.response.data.text.to_s.scrub.gsub(/[[:cntrl:]]+/, " ").strip[0, 200].delete_suffix(".")
        if !@enabled.nil? then Failed.new(as, (as == :folder) ? "The folder is not there (#{text})." : "The server refused: #{text}.")
        elsif %w[UNAVAILABLE INUSE LIMIT].include?(code)
          Failed.new(:lost, "#{@server.host} cannot let you in at the moment (#{text}).")
        else
          Failed.new(:sign_in, "#{@server.host} refuses the name or the password (#{text}). Look at both; some providers want a password " \
            "made for programs.")
        end
      end

      def folder(listed, count)
        shown = Utf7.decode(listed.name)
        shown = shown.split(listed.delim).join("/") if listed.delim && listed.delim != "/"
        use = listed.attr.map { _1.to_s.downcase }.find { Core::MailboxFolder::USES.include?(_1) }
        Folder.new(name: listed.name, shown: shown, use: use, letters: count ? counted(listed.name) : nil)
      end

      def counted(name)
        talk { @imap.status(name, %w[MESSAGES]) }["MESSAGES"]
      rescue Failed => failed
        raise unless failed.kind == :refusal

        nil # one that may not be looked into
      end

      # RFC 7162, section 3.2.5: what has changed and gone comes with the answer.
      def ask_since(name, validity, modseq)
        %w[FETCH VANISHED EXISTS UIDNEXT UIDVALIDITY HIGHESTMODSEQ].each { @imap.clear_responses(_1) }
        @imap.send(:send_command, "EXAMINE", name, Net::IMAP::RawData.new("(QRESYNC (#{Integer(validity)} #{Integer(modseq)}))"))
      end

      def standing(resync, validity, modseq)
        told = @imap.responses { |all| all.transform_values(&:dup) }
        stands = Standing.new(validity: told["UIDVALIDITY"]&.last.to_i, next_uid: told["UIDNEXT"]&.last, exists: told["EXISTS"]&.last.to_i,
          modseq: able?("CONDSTORE") ? told["HIGHESTMODSEQ"]&.last : nil)
        stands.next_uid ||= uids.last.to_i + 1 # RFC 3501 lets a server leave it out
        if resync then since(stands, told)
        elsif modseq && stands.modseq && validity == stands.validity
          stands.changed = (modseq == stands.modseq) ? {} : changed_since(modseq)
        end
        %w[EXISTS EXPUNGE VANISHED FETCH RECENT].each { @imap.clear_responses(_1) }
        stands
      end

      def since(stands, told)
        stands.changed = Array(told["FETCH"]).map(&:attr).select { _1["UID"] }.to_h { [_1["UID"], marked(_1)] }
        stands.vanished = Array(told["VANISHED"]).flat_map { |each| numbers(each.uids) }
      end

      MOST_NUMBERS = 5_000_000

      # @return [Array<Integer>] of a set that a server sent, unless it is too large to be true
      def numbers(set) = (set.count > MOST_NUMBERS) ? [] : set.numbers

      def changed_since(modseq)
        talk { @imap.uid_fetch(1..-1, %w[UID FLAGS], changedsince: modseq) }.to_h { [_1.attr["UID"], marked(_1.attr)] }
      end

      # @param bytes [Integer] that are expected
      # @return [Array<Hash>] attributes; changes that the server tells of beside them are left out
      def fetch(uids, items, flags: true, bytes: 0)
        return [] if uids.respond_to?(:empty?) && uids.empty?

        set = uids.is_a?(Range) ? uids : Net::IMAP::SequenceSet[uids]
        items_of = ["UID", *("FLAGS" if flags), *items]
        answers = talk(seconds: @answer_seconds + bytes / SLOW_BYTES) { @imap.uid_fetch(set, items_of) }.map(&:attr)
        answers.select { |told| told["UID"] && items.all? { told?(told, _1) } }
      end

      def told?(attributes, item) = attributes.key?(item.sub("BODY.PEEK", "BODY").sub(/<(\d+)\.\d+>\z/, "<\\1>"))

      def marked(attributes) = Array(attributes["FLAGS"]) & MARKED

      def fetched(attributes, raw, size)
        Fetched.new(uid: attributes["UID"], raw: raw, flags: marked(attributes), size: size, at: moment(attributes["INTERNALDATE"]))
      end

      def moment(text)
        text && Net::IMAP.decode_datetime(text).to_time.utc
      rescue ArgumentError
        nil
      end

      def quoted(name) = %("#{name.gsub(/["\\]/) { "\\#{_1}" }}")

      # While something else was asked, more may have come, which is not told again.
      def news_before
        told = []
        told << @examined if %w[EXISTS EXPUNGE VANISHED].any? { @imap.responses(_1).any? }
        told | @imap.responses("STATUS").map(&:mailbox)
      ensure
        %w[EXISTS EXPUNGE VANISHED FETCH RECENT STATUS].each { @imap.clear_responses(_1) }
      end

      def woken? = @woken.tap { @woken = false }

      def news_of(response)
        return [] unless response.is_a?(Net::IMAP::UntaggedResponse)
        return [response.data.mailbox] if response.name == "STATUS"

        %w[EXISTS EXPUNGE VANISHED FETCH].include?(response.name) ? [@examined] : []
      end

      # @return [Object, nil] nil where nobody answers at its end
      def idle(seconds)
        talk(seconds: seconds + @dead_seconds + @answer_seconds) do
          @imap.idle(seconds) do |response|
            @imap.idle_done if yield(response).any? || @woken
          end
        end
      ensure
        @woken = false
      end

      def ask_again(seconds)
        ending = Process.clock_gettime(Process::CLOCK_MONOTONIC) + seconds
        sleep(0.2) until woken? || Process.clock_gettime(Process::CLOCK_MONOTONIC) >= ending
        talk { @imap.noop }
        news_before
      end
    end
  end
end
