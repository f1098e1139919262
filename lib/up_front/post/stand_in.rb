# frozen_string_literal: true

require "json"
require "mail"
require "midi-smtp-server"

module UpFront
  module Post
    # The stand-in post office's counter: takes letters by SMTP on this machine alone and puts each into the Maildir of whom it is for. What
    # it does with some of them stands in a file, read anew for each letter:
    #
    #     {"recipients": {"full@b.example": {"refuse": "552 5.2.2 The mailbox is full"},
    #                     "busy@b.example": {"later": "450 4.2.1 The mailbox is busy", "times": 2},
    #                     "slow@b.example": {"seconds": 3}, "late@b.example": {"thinks": 2},
    #                     "ana@b.example": {"answers": {"after": 20, "text": "Thank you, Ana", "automatic": false}}}}
    class StandIn < MidiSmtpServer::Smtpd
      HOST = "127.0.0.1"
      MOST_ANSWERS = 200 # that are still to go

      Due = Struct.new(:at, :to, :raw)

      attr_reader :port

      # @param office [Office] @param clock [#now] @param zone [Core::Zone] @param rules [String, nil] the file's path
      # @param users [Hash{String=>String}] who may hand letters over, with their passwords; anybody where there are none
      def initialize(office, clock, zone, port: 0, rules: nil, users: {}, **more)
        @office = office
        @clock = clock
        @zone = zone
        @rules = rules
        @users = users
        @put_off = Hash.new(0)
        @due = []
        @lock = Mutex.new
        @count = 0
        @port = port.zero? ? TCPServer.open(HOST, 0) { _1.addr[1] } : port
        super(ports: @port.to_s, hosts: HOST, do_dns_reverse_lookup: false, logger_severity: Logger::FATAL,
              internationalization_extensions: true, auth_mode: users.empty? ? :AUTH_FORBIDDEN : :AUTH_REQUIRED, **more)
      end

      def stop = super(wait_seconds_before_close: 0, gracefully: false)

      # Answers that are due are delivered. To be called again and again.
      def turn
        due = @lock.synchronize { @due.partition { _1.at <= @clock.now }.then { |now, later| (@due = later) && now } }
        due.each { |answer| deliver(answer.to, answer.raw) }
      end

      def on_auth_event(_context, _as, name, password)
        (@users[name] == password) ? name : raise(MidiSmtpServer::Smtpd535Exception)
      end

      def on_rcpt_to_event(_context, to)
        address = to[/<(.*)>/, 1] || to
        rule = rule(address)
        refuse(rule["refuse"]) if rule["refuse"]
        refuse(rule["later"]) if rule["later"] && put_off?(address, rule.fetch("times", 1))
        sleep(Float(rule["seconds"])) if rule["seconds"]
        nil # the address stays as it was given
      end

      def on_message_data_event(context)
        text = context[:message][:data].gsub("\r\n", "\n")
        sender = context[:envelope][:from].to_s[/<(.*)>/, 1].to_s
        context[:envelope][:to].each do |to|
          address = to[/<(.*)>/, 1] || to
          deliver(address, "#{text}\n", sender)
          sleep(Float(rule(address)["thinks"])) if rule(address)["thinks"] # it has the letter, and has not said so
          answers = rule(address)["answers"] or next
          @lock.synchronize { @due << answer(address, text, answers) if @due.size < MOST_ANSWERS }
        end
      end

      private

      def rule(address)
        return {} unless @rules && ::File.file?(@rules)

        JSON.parse(::File.read(@rules)).fetch("recipients", {}).fetch(address.downcase, {})
      rescue JSON::ParserError
        {}
      end

      def put_off?(address, times) = @lock.synchronize { (@put_off[address] += 1) <= times }

      def refuse(said)
        code, rest = said.split(" ", 2)
        raise MidiSmtpServer::SmtpdException.new("", Integer(code), rest.to_s)
      end

      def deliver(to, raw, sender = nil)
        at = @clock.now
        number = @lock.synchronize { @count += 1 }
        @office.deliver(raw, to: to, at: at, zone: @zone, unique: "#{at.to_i}.#{Process.pid}-smtp#{number}.museum", sender: sender,
          sync: false)
      end

      # From whom it went to, as a mail program would write it.
      def answer(address, text, answers)
        letter = Mail.new(text)
        automatic = answers["automatic"] ? ["Auto-Submitted: auto-replied"] : []
        raw = ["From: #{letter.header["To"]&.value&.include?(address) ? letter[:to].formatted.find { _1.include?(address) } : address}",
          "To: #{letter.from&.first}", "Subject: Re: #{letter.subject.to_s.sub(/\A(?:Re: )+/, "")}",
          "Message-ID: <answer-#{@count}-#{letter.message_id}>", "In-Reply-To: <#{letter.message_id}>",
          "References: <#{letter.message_id}>", "Date: #{@zone.local(@clock.now + answers["after"].to_i).rfc2822}", *automatic,
          "MIME-Version: 1.0", "Content-Type: text/plain; charset=utf-8", "", answers["text"], ""].join("\n")
        Due.new(@clock.now + answers["after"].to_i, letter.from&.first, raw)
      end
    end
  end
end
