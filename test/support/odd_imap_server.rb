# frozen_string_literal: true

require "socket"

# A server that speaks IMAP as a test wants it: each command is answered by what is said for it, or in the plainest way.
class OddImapServer
  PLAIN = {
    "CAPABILITY" => "* CAPABILITY IMAP4rev1 SASL-IR AUTH=PLAIN\r\n",
    "EXAMINE" => "* 1 EXISTS\r\n* OK [UIDVALIDITY 7] ok\r\n* OK [UIDNEXT 2] ok\r\n",
    "LIST" => "* LIST () \"/\" INBOX\r\n", "UID SEARCH" => "* SEARCH 1\r\n", "UID FETCH" => "* 1 FETCH (UID 1 RFC822.SIZE 30 FLAGS ())\r\n"
  }.freeze

  attr_reader :port, :said

  # @param greeting [String, nil] nil: it says nothing
  # @param answers [Hash{String=>#call, String}] by command: what is said before its OK, or what is done with the line and its tag
  def initialize(greeting: "* OK ready\r\n", **answers)
    @greeting = greeting
    @answers = PLAIN.merge(answers.transform_keys(&:to_s))
    @said = []
    @listening = TCPServer.new("127.0.0.1", 0)
    @port = @listening.addr[1]
    @thread = Thread.new { loop { talk(@listening.accept) } }
  end

  def close
    @thread.kill
    @listening.close
  end

  private

  def talk(socket)
    Thread.new do
      socket.write(@greeting) if @greeting
      while (line = socket.gets("\r\n"))
        @said << line.chomp
        tag, rest = line.chomp.split(" ", 2)
        answer(socket, tag, rest.to_s)
      end
    rescue SystemCallError, IOError
      nil
    end
  end

  def answer(socket, tag, rest)
    command = @answers.keys.sort_by { -_1.size }.find { rest.upcase.start_with?(_1) }
    said = @answers[command]
    return said.call(socket, tag) if said.respond_to?(:call)

    socket.write("#{said}#{tag} OK done\r\n")
  end
end
