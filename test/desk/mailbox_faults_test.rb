# frozen_string_literal: true

require_relative "../support/imap_helper"
require_relative "../support/imap_wire"

# What becomes of a mailbox when its server, or the line to it, fails: nothing is lost, doubled, or here in half.
class MailboxFaultsTest < Minitest::Test
  include ImapHelper

  CUTS = 20

  def setup
    super
    @wire = ImapWire.new(imap.port)
  end

  def teardown
    @wire&.close
    super
  end

  def connect(**more) = super(port: @wire.port, **more)

  # As the program does it: when the line is lost, another one is had.
  def read_until_whole(most: 400)
    most.times do
      @seconds += Desk::ReadFolder::LEFT_SECONDS
      read
      return
    rescue Desk::FollowMailbox::Failed
      yield if block_given?
    end
    flunk "it does not come to an end"
  end

  # @return [Array<String>] the letters that are there
  def fill(count)
    letters = Array.new(count) { |n| raw(id: "<#{n}@x>", text: "The letter number #{n}. " * (n % 40)).gsub("\n", "\r\n") }
    imap.other { |other| letters.each { other.append("INBOX", _1, [], clock.now) } }
    letters
  end

  def whole?(letters)
    assert_equal letters.map(&:b).sort, Store::Record.connection.select_values("SELECT bytes FROM raw_messages").map(&:b).sort
    assert_equal letters.size, Store::ImapLetter.here.count
    assert_equal letters.size, on_front.size + held.size
  end

  def test_a_line_cut_at_a_random_byte_many_times_loses_and_doubles_nothing
    letters = fill(60)
    connect(folders: {"Archive" => "out", "Sent" => "out"})
    random = Random.new(23)
    cuts = 0
    @wire.cut_after = 2_000 + random.rand(6_000)
    read_until_whole { @wire.cut_after = (((cuts += 1) < CUTS) ? 2_000 + random.rand(9_000) : nil) }
    whole?(letters)
    while cuts < CUTS
      @wire.cut_after = random.rand(4_000)
      read_until_whole { @wire.cut_after = (((cuts += 1) < CUTS) ? random.rand(4_000) : nil) }
      whole?(letters)
    end
  end

  {"sign in" => /AUTHENTICATE|LOGIN/, "look" => /EXAMINE/, "fetch" => /UID FETCH.*PEEK/}.each do |act, line|
    define_method("test_a_server_killed_as_it_should_#{act.tr(" ", "_")}_is_read_once_it_is_back") do
      letters = fill(12)
      connect
      killed = false
      @wire.on_line { |said| imap.stop if !killed && said.match?(line) && (killed ||= said) }
      assert_raises(Desk::FollowMailbox::Failed) { read }
      imap.start
      read_until_whole
      whole?(letters)
    end
  end

  def test_a_server_killed_while_a_line_idles_is_noticed_at_once
    connect
    idle = line
    follow.begin(idle)
    stopping = nil
    @wire.on_line { |said| stopping ||= Thread.new { imap.stop } if said.match?(/IDLE/) }
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    assert_raises(Desk::FollowMailbox::Failed) { follow.watch(idle, 30) }
    assert_operator Process.clock_gettime(Process::CLOCK_MONOTONIC) - began, :<, 5
    imap.start
    put("later")
    read
    assert_equal %w[later], came.map(&:first)
  end

  def test_a_password_that_is_refused_later_is_tried_once_and_the_person_asked
    connect
    read
    Store::ImapServer.first.update!(password: "changed")
    @wire.commands
    3.times { assert_nil follow_quietly }
    assert_equal 1, @wire.commands.count { _1.start_with?("AUTHENTICATE") }
    assert_match(/refuses the name or the password.*not tried again before you say so/, Store::Source.first.problem)
    refute follow.wanted?
    Desk::ConnectMailbox.new(clock).change(Store::Source.first.id, {"password" => "swordfish"})
    assert follow.wanted?
    read
    assert_nil Store::Source.first.problem
  end

  def follow_quietly
    follow.connect
  rescue Desk::FollowMailbox::Failed => failed
    follow.lost(failed)
  end

  def test_a_certificate_that_is_another_one_now_is_told_and_no_password_sent
    seen = assert_raises(Desk::Act::Impossible) { tls(fingerprint: nil) }.found
    tls(fingerprint: seen)
    read
    imap.stop
    imap.renew
    imap.start
    failed = assert_raises(Desk::FollowMailbox::Failed) { read }
    assert_equal :certificate, failed.kind
    refute_equal seen, failed.fingerprint
    follow.lost(failed)
    assert_match(/another certificate than the one that you trust/, Store::Source.first.problem)
    Desk::ConnectMailbox.new(clock).change(Store::Source.first.id, {"fingerprint" => failed.fingerprint})
    read
    assert_nil Store::Source.first.problem
  end

  def tls(**more)
    Desk::ConnectMailbox.new(clock).connect(access(port: imap.tls_port, host: "localhost", security: "tls", **more)).result
  end

  # A whole day, as another program sees it before and after.
  def test_a_mailbox_is_as_it_was_after_all_that_was_done_here
    imap.other { |other| other.create("Projects") }
    12.times { |n| put("in#{n}", flags: n.even? ? [:Seen] : %i[Flagged Answered]) }
    3.times { |n| put("pr#{n}", box: "Projects") && put("tr#{n}", box: "Trash", flags: [:Seen]) }
    before = snapshot
    connect(folders: {"Projects" => "front", "Trash" => "kept"})
    read
    ids = Store::Message.ids
    [Desk::MarkRead.new(clock), Desk::Flag.new(clock), Desk::Clear.new(clock), Desk::Discard.new(clock),
      Desk::MarkRead.new(clock, read: false)]
      .each { _1.call(ids) }
    Desk::EmptyDiscarded.new(clock).call
    3.times { read }
    Desk::RemoveSource.new(clock).call(Store::Source.first.id)
    assert_equal before, snapshot
    assert_only(%w[CAPABILITY AUTHENTICATE ENABLE LIST STATUS EXAMINE NOTIFY UID\ FETCH UID\ SEARCH IDLE DONE LOGOUT])
  end

  def test_with_marks_what_is_read_and_flagged_goes_there_and_nothing_else
    3.times { |n| put("in#{n}") }
    connect(write_back: true)
    read
    @wire.commands
    Desk::MarkRead.new(clock).call([here("in0").id, here("in1").id])
    Desk::Flag.new(clock).call([here("in1").id])
    Desk::MarkRead.new(clock, read: false).call([here("in0").id]) # before it was told
    read
    assert_equal({"in0" => [], "in1" => %i[Flagged Seen], "in2" => []}, marks)
    Desk::MarkRead.new(clock, read: false).call([here("in1").id])
    Desk::Flag.new(clock, on: false).call([here("in1").id])
    read
    assert_equal %i[Flagged Seen], marks["in1"], "a mark is never taken off there"
    assert here("in1").state.unread, "nor is what was done here taken back"
    stores = @wire.commands.grep(/\AUID STORE/)
    assert_equal ["UID STORE 2 +FLAGS (\\Flagged)", "UID STORE 2 +FLAGS (\\Seen)"], stores.map { _1.sub(/STORE \d+/, "STORE 2") }.sort
    Desk::ConnectMailbox.new(clock).change(Store::Source.first.id, {"write_back" => false})
    Desk::MarkRead.new(clock).call([here("in2").id])
    started_again
    read
    assert_empty marks["in2"]
  end

  private

  # @return [Hash] by folder: its UIDVALIDITY, and by number what another program sees of each letter
  def snapshot
    imap.other do |other|
      other.list("", "*").map(&:name).sort.to_h do |box|
        other.examine(box)
        rows = other.uid_search(["ALL"]).to_a.empty? ? [] : other.uid_fetch(1..-1, %w[UID FLAGS INTERNALDATE RFC822.SIZE])
        [box, [other.responses("UIDVALIDITY", &:last), rows.map { |row| row.attr.merge("FLAGS" => row.attr["FLAGS"] - [:Recent]) }]]
      end
    end
  end

  def marks
    imap.other do |other|
      other.examine("INBOX")
      other.fetch(1..-1, ["FLAGS", "BODY.PEEK[HEADER.FIELDS (MESSAGE-ID)]"]).to_h do |row|
        [row.attr.values.grep(String).join[/<(\w+)@/, 1], (row.attr["FLAGS"] - [:Recent]).sort]
      end
    end
  end

  def assert_only(allowed)
    said = @wire.commands
    assert_operator said.size, :>, 20
    assert_empty(said.reject { |line| allowed.any? { line.start_with?(_1) } })
    assert_empty(said.grep(/BODY\[|RFC822[^.]|RFC822\.TEXT/))
  end
end
