# frozen_string_literal: true

require_relative "../support/core_helper"
require_relative "../support/odd_imap_server"

# A line to a server that is not as it should be: each fault is told, in its time, and nothing hangs or grows.
class ImapLineTest < Minitest::Test
  include CoreHelper

  Line = Post::ImapLine

  def teardown
    @line&.close
    @odd&.close
  end

  def line(seconds: 1, **odd)
    @odd = OddImapServer.new(**odd)
    server = Line::Server.new(host: "127.0.0.1", port: @odd.port, security: "none", user: "wren", password: "swordfish")
    @line = Line.new(server, answer_seconds: seconds, open_seconds: seconds, dead_seconds: seconds)
  end

  def fails(kind, words = //, &block)
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    failed = assert_raises(Line::Failed, &block)
    assert_equal kind, failed.kind, failed.message
    assert_match words, failed.message
    assert_operator Process.clock_gettime(Process::CLOCK_MONOTONIC) - began, :<, 5
  end

  def here(**odd) = line(**odd).connect.sign_in

  def test_one_that_says_nothing = fails(:silent, /does not greet/) { line(greeting: nil).connect }
  def test_one_that_speaks_of_something_else = fails(:nonsense, /no mail server/) { line(greeting: "220 hello\r\n").connect }
  def test_one_that_turns_away = fails(:nonsense) { line(greeting: "* BYE no\r\n").connect }

  def test_one_that_answers_in_its_time_is_waited_for
    slow = ->(socket, tag) { sleep(0.3) && socket.write("* SEARCH 1 2 3\r\n#{tag} OK done\r\n") }
    assert_equal [1, 2, 3], here("UID SEARCH": slow).uids
  end

  def test_one_that_does_not_answer = fails(:silent, /has not answered for 1 second/) { here("UID SEARCH": ->(*) {}).uids }

  def test_one_that_answers_with_nonsense
    fails(:nonsense, /cannot be understood/) { here("UID SEARCH": "blah blah\r\n").uids }
  end

  def test_a_literal_that_never_ends
    endless = ->(socket, _) {
      socket.write("* 1 FETCH (UID 1 FLAGS () BODY[] {1000000}\r\n")
      loop { socket.write("x") && sleep(0.01) }
    }
    fails(:silent) { here("UID FETCH": endless).letters({1 => 10}) }
  end

  def test_a_literal_that_is_larger_than_was_said
    large = ->(socket, _) { socket.write("* 1 FETCH (UID 1 FLAGS () BODY[] {#{2**40}}\r\n") }
    fails(:nonsense) { here("UID FETCH": large).letters({1 => 10}) }
  end

  def test_a_hundred_thousand_lines_that_nobody_understands
    flood = ->(socket, tag) {
      1_000.times { |n| socket.write(Array.new(100) { |m| "* XODD#{m % 7} #{n} nothing\r\n" }.join) }
      socket.write("#{tag} OK done\r\n")
    }
    fails(:nonsense, /again and again/) { here(seconds: 4, "UID SEARCH": flood).uids }
  end

  def test_a_line_that_breaks
    fails(:lost, /broke/) { here("UID SEARCH": ->(socket, _) { socket.close }).uids }
  end

  def test_a_password_is_not_sent_where_it_is_not_wanted
    line = line(CAPABILITY: "* CAPABILITY IMAP4rev1 SASL-IR LOGINDISABLED AUTH=PLAIN\r\n").connect
    fails(:encryption, /takes no password/) { line.sign_in }
    refute(@odd.said.any? { _1.match?(/LOGIN|AUTHENTICATE/) })
  end

  def test_a_password_that_is_refused
    refuses = ->(socket, tag) { socket.write("#{tag} NO [AUTHENTICATIONFAILED] no\r\n") }
    fails(:sign_in, /refuses the name or the password/) { here(AUTHENTICATE: refuses) }
    fails(:lost) { here(AUTHENTICATE: ->(socket, tag) { socket.write("#{tag} NO [UNAVAILABLE] later\r\n") }) }
  end

  def test_without_idle_it_is_asked
    line = here(NOOP: "* 2 EXISTS\r\n")
    line.examine("INBOX")
    assert_equal ["INBOX"], line.wait(0.1)
  end

  def test_an_idle_line_at_whose_end_nobody_is
    line = here(CAPABILITY: "* CAPABILITY IMAP4rev1 SASL-IR AUTH=PLAIN IDLE\r\n",
      IDLE: ->(socket, _) { socket.write("+ idling\r\n") }, DONE: ->(*) {})
    line.examine("INBOX")
    fails(:lost, /has not answered for 1 second/) { line.wait(0.2) }
  end

  def test_changes_that_the_server_tells_beside_what_was_asked_are_left_out
    line = here("UID FETCH": "* 3 FETCH (FLAGS (\\Seen))\r\n* 1 FETCH (UID 1 FLAGS (\\Flagged \\Deleted $Odd))\r\n" \
      "* 2 FETCH (UID 2 FLAGS ())\r\n")
    assert_equal({1 => [:Flagged], 2 => []}, line.flags([1]))
  end

  # Whatever is asked of the connection by anybody: what would change a mailbox is not sent.
  def test_nothing_that_changes_a_mailbox_goes_over_the_wire
    connection = here.instance_variable_get(:@imap)
    changing = {select: ["INBOX"], store: [1, "+FLAGS", [:Seen]], uid_store: [1, "FLAGS", [:Deleted]], expunge: [], create: ["x"],
                delete: ["x"],
                rename: %w[x y], append: ["INBOX", "x"], copy: [1, "x"], uid_copy: [1, "x"], move: [1, "x"], uid_move: [1, "x"],
                subscribe: ["x"], unsubscribe: ["x"], close: [], check: [], uid_expunge: [1],
                fetch: [1, "BODY[]"], uid_fetch: [1, %w[UID BODY[TEXT]]], setacl: %w[INBOX x lrs]}
    changing.each { |name, given| assert_raises(Post::ImapConnection::Forbidden, name.to_s) { connection.public_send(name, *given) } }
    assert_raises(Post::ImapConnection::Forbidden) { connection.uid_fetch(1, ["RFC822"]) }
    verbs = @odd.said.map { _1.split[1] }.uniq
    assert_empty verbs - %w[CAPABILITY AUTHENTICATE], @odd.said.inspect
  end

  def test_with_marks_read_and_flagged_are_set_and_nothing_else
    @odd = OddImapServer.new
    connection = Post::ImapConnection.new("127.0.0.1", port: @odd.port, marks: true)
    connection.select("INBOX")
    connection.uid_store(1, "+FLAGS", [:Seen])
    [["FLAGS", [:Seen]], ["-FLAGS", [:Seen]], ["+FLAGS", [:Deleted]], ["+FLAGS", %i[Seen Deleted]],
      ["+FLAGS.SILENT", [:Seen]]].each do |given|
      assert_raises(Post::ImapConnection::Forbidden, given.inspect) { connection.uid_store(1, *given) }
    end
    %i[expunge close].each { |name| assert_raises(Post::ImapConnection::Forbidden) { connection.public_send(name) } }
  ensure
    connection&.disconnect
  end
end
