# frozen_string_literal: true

require "net/smtp"
require "resolv"

module UpFront
  module Post
    # Hands letters over to a mail server (RFC 6409), one connection for several. What became of a letter is told for each recipient; after
    # its text is under way, silence tells nothing.
    class Submission
      SECURITY = %w[tls starttls none].freeze
      LOOPBACK = %w[127.0.0.1 ::1 localhost].freeze
      OPEN_SECONDS = 15
      READ_SECONDS = 60
      # A line that is dead, silent or broken.
      LOST = [Net::ProtocolError, SystemCallError, IOError, Timeout::Error, OpenSSL::SSL::SSLError].freeze

      # @!attribute security [String] of {SECURITY}; none is for this machine alone @!attribute ca_file [String, nil] a CA's own
      Server = Struct.new(:host, :port, :security, :user, :password, :ca_file, keyword_init: true)

      # @!attribute taken [Array<String>] @!attribute later [Hash{String=>String}] what the server said, by address
      # @!attribute refused [Hash{String=>String}] likewise
      Outcome = Struct.new(:taken, :later, :refused, keyword_init: true)

      # Nothing was handed over. @!attribute [r] lasting [Boolean] whether it is of no use to try again as it is
      class Failed < StandardError
        attr_reader :lasting

        def initialize(text, lasting: false)
          @lasting = lasting
          super(text)
        end
      end

      # The text was under way, and no answer came: the server may have it.
      class Unsure < StandardError; end

      # So that a letter does not wait for the answer to the packet before it.
      class Connection < Net::SMTP
        private

        def tcp_socket(address, port) = super.tap { _1.setsockopt(Socket::IPPROTO_TCP, Socket::TCP_NODELAY, true) }
      end

      # @param server [Server] @param host [String] what this machine calls itself @param read_seconds [Numeric] for an answer
      def initialize(server, host: "localhost", read_seconds: READ_SECONDS)
        @server = server
        @host = host
        @read_seconds = read_seconds
      end

      # @yield [self] while the connection stands @raise [Failed]
      def open
        @smtp = connect
        yield self
      ensure
        finish
      end

      # @param letter [String] with CRLF @param from [String] the envelope's, empty for none @param to [Array<String>]
      # @yield just before the text goes: from here on it may have arrived
      # @return [Outcome] @raise [Failed, Unsure]
      def deliver(letter, from:, to:)
        outcome = Outcome.new(taken: [], later: {}, refused: {})
        begin_with(from)
        to.each { |address| ask(address, outcome) }
        if outcome.taken.empty?
          quietly { @smtp.rset }
          return outcome
        end

        yield if block_given?
        text(letter, outcome)
        outcome
      end

      # @return [Array<String>] what the server can do @raise [Failed]
      def capabilities = @smtp.capabilities.keys

      private

      def connect
        raise Failed.new("Without TLS mail goes to this machine alone, and #{@server.host} is another.", lasting: true) if bare?

        smtp = Connection.new(@server.host, @server.port, tls: @server.security == "tls",
          starttls: (@server.security == "starttls") ? :always : false, ssl_context_params: tls)
        smtp.open_timeout, smtp.read_timeout = OPEN_SECONDS, @read_seconds
        smtp.start(helo: @host)
        smtp.authenticate(@server.user, @server.password, smtp.capable_plain_auth? ? :plain : :login) if @server.user.to_s != ""
        smtp
      rescue Net::SMTPAuthenticationError => error
        raise Failed.new(said(error), lasting: true)
      rescue OpenSSL::SSL::SSLError => error
        raise Failed.new("The server’s certificate or its encryption cannot be used: #{error.message[/certificate verify failed.*|.*/]}.",
          lasting: true)
      rescue Net::SMTPUnsupportedCommand => error
        raise Failed.new("The server does not offer that: #{error.message}", lasting: true)
      rescue Net::ProtocolError => error
        raise Failed, said(error)
      rescue SocketError, Resolv::ResolvError
        raise Failed, "There is no server called #{@server.host}, or this machine is not connected."
      rescue SystemCallError, IOError, Timeout::Error => error
        raise Failed, "#{@server.host}, port #{@server.port}, does not answer (#{error.message[0, 120]})."
      end

      def bare? = @server.security == "none" && !LOOPBACK.include?(@server.host)
      def tls = @server.ca_file ? {ca_file: @server.ca_file} : {}

      def begin_with(from)
        @smtp.mailfrom(from)
      rescue Net::SMTPFatalError, Net::SMTPSyntaxError => error
        raise Failed.new(said(error), lasting: true)
      rescue *LOST => error
        raise Failed, said(error)
      end

      def ask(address, outcome)
        @smtp.rcptto(address)
        outcome.taken << address
      rescue Net::SMTPFatalError, Net::SMTPSyntaxError => error
        outcome.refused[address] = said(error)
      rescue ArgumentError
        outcome.refused[address] = "The address cannot be right."
      rescue Net::SMTPServerBusy, Net::SMTPUnknownError => error
        outcome.later[address] = said(error)
      rescue *LOST => error
        raise Failed, said(error)
      end

      def text(letter, outcome)
        @smtp.data(letter)
      rescue Net::SMTPServerBusy => error
        outcome.taken.each { outcome.later[_1] = said(error) }
        outcome.taken.clear
      rescue Net::SMTPFatalError, Net::SMTPSyntaxError => error
        outcome.taken.each { outcome.refused[_1] = said(error) }
        outcome.taken.clear
      rescue *LOST => error
        raise Unsure, said(error)
      end

      def said(error)
        text = (error.respond_to?(:response) && error.response) ? error.response.string : error.message
        text.to_s.scrub.gsub(/[[:cntrl:]]+/, " ").strip[0, 500]
      end

      def finish = quietly { @smtp&.finish if @smtp&.started? }

      def quietly
        yield
      rescue *LOST
        nil
      end
    end
  end
end
