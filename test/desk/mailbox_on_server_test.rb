# frozen_string_literal: true

require_relative "../support/imap_helper"
require_relative "../support/imap_wire"

# A mailbox on a server, read by what follows it.
class MailboxOnServerTest < Minitest::Test
  include ImapHelper

  DAY = 86_400

  def test_what_lay_there_comes_as_history_and_what_comes_arrives
    put("old", at: clock.now - 10 * DAY)
    put("fresh", at: clock.now - 3_600)
    put("mine", box: "Sent", from: "Wren <wren@lanternquay.example>", flags: [:Seen])
    put("thrown", box: "Trash")
    connect
    line = line()
    follow.begin(line)
    assert_empty came, "older mail is read beside"
    put("new")
    follow.watch(line, 5)
    assert_equal [%w[new INBOX arrived]], came
    nil while follow.work(line)
    assert_equal [%w[new INBOX arrived], %w[fresh INBOX arrived], %w[old INBOX history], %w[mine Sent quiet]], came
    read
    assert_equal 4, Store::Message.count, "another line brings nothing twice"
  end

  # What a server does not do is found by comparing.
  {"qresync" => nil, "condstore" => / (?:QRESYNC|NOTIFY)\b/, "neither" => / (?:QRESYNC|CONDSTORE|NOTIFY|IDLE)\b/}.each do |kind, hidden|
    define_method("test_marks_and_what_goes_are_seen_with_#{kind}") do
      @wire = ImapWire.new(imap.port)
      @wire.hides = hidden if hidden
      marks_and_what_goes_are_seen(@wire.port)
      asks = @wire.commands
      assert_equal kind == "qresync", asks.any? { _1.include?("QRESYNC (") }
      assert_equal kind == "condstore", asks.any? { _1.include?("CHANGEDSINCE") }
    ensure
      @wire&.close
    end
  end

  def marks_and_what_goes_are_seen(port)
    put("one")
    put("two")
    put("three")
    connect(port: port)
    read
    others do |other|
      other.store(1, "+FLAGS", %i[Seen Flagged Answered])
      other.store(2, "+FLAGS", [:Deleted])
      other.expunge
    end
    Store::State.update_all(unread: true)
    read
    state = here("one").state
    assert_equal [false, true, true], [state.unread, state.flagged, state.answered_elsewhere]
    assert_equal [here("two").id], Store::ImapLetter.gone(Store::Message.ids).keys
    assert_includes on_front, here("two").id, "what was removed there stays here"
    others { |other| other.store(1, "-FLAGS", %i[Seen Flagged]) }
    read
    assert_equal [true, false], here("one").state.then { [_1.unread, _1.flagged] }
    put("four")
    read
    refute_nil here("four")
  end

  def test_what_is_thrown_away_there_leaves_the_front_and_comes_back_with_it
    %w[one two three].each { put(_1) }
    connect
    read
    others { |other|
      other.move(1, "Trash")
      other.move(1, "Archive")
    }
    read
    assert_equal [here("two").id, here("three").id].sort, on_front.sort
    assert_match(/left the Front: moved to “Trash”/, Store::UndoStep.last.message)
    assert_empty Store::ImapLetter.gone([here("two").id]), "it lies in another folder that is read"
    others("Trash") { |other| other.move(1, "INBOX") }
    read
    assert_includes on_front, here("one").id
    assert_equal 3, Store::Message.count
  end

  def test_numbers_given_anew_double_nothing
    %w[one two three].each { put(_1) }
    connect
    read
    others { |other|
      other.store(2, "+FLAGS", [:Deleted])
      other.expunge
    }
    imap.stop
    imap.forget_numbers
    imap.start
    put("four")
    read
    assert_equal %w[one two three four].sort, came.map(&:first).sort
    assert_equal [here("two").id], Store::ImapLetter.gone(Store::Message.ids).keys
    assert_equal 3, Store::ImapLetter.here.count
    assert_equal 4, on_front.size
  end

  def test_a_folder_with_another_name_is_the_same_and_one_that_goes_keeps_its_mail_here
    imap.other { |other|
      other.create(Net::IMAP.encode_utf7("Post & Prints"))
      other.create("Bills")
    }
    put("one", box: Net::IMAP.encode_utf7("Post & Prints"))
    put("two", box: "Bills")
    connect(folders: {Net::IMAP.encode_utf7("Post & Prints") => "front", "Bills" => "front"})
    read
    assert_equal [["one", "Post & Prints", "arrived"], %w[two Bills arrived]], came.sort
    imap.other { |other|
      other.rename(Net::IMAP.encode_utf7("Post & Prints"), Net::IMAP.encode_utf7("Gelöscht"))
      other.delete("Bills")
    }
    read
    assert_equal ["Gelöscht", nil], Store::ImapFolder.find_by(name: Net::IMAP.encode_utf7("Gelöscht")).then { [_1.shown, _1.gone_at] }
    assert_match(/“Bills” is not on the server any more/, Store::ImapFolder.find_by(name: "Bills").problem)
    assert_equal [here("two").id], Store::ImapLetter.gone(Store::Message.ids).keys
    assert_equal 2, Store::Message.count
  end

  def test_mail_of_while_it_was_off_arrives_by_when_it_reached_the_server
    connect
    read
    Store::ImapFolder.update_all(followed_at: clock.now - 10 * DAY)
    started_again
    put("while off", at: clock.now - 5 * DAY, date: clock.now - 5 * DAY)
    put("before", at: clock.now - 20 * DAY, date: clock.now)
    read
    assert_equal [["while off", "INBOX", "arrived"], %w[before INBOX history]], came
    assert_in_delta clock.now - 5 * DAY, here("while off").arrived_at, 1
  end

  def test_one_message_met_twice_is_one
    put("one")
    put("one", box: "Archive")
    take(id: "<one@x>")
    connect
    read
    assert_equal 1, Store::Message.count
    assert_equal 2, Store::ImapLetter.where(message_id: here("one").id, brought: false).count
  end

  def test_a_copy_in_a_folder_of_all_mail_that_is_read_first_does_not_keep_it_from_arriving
    put("one", box: "Archive")
    connect
    read
    assert_equal [%w[one Archive history]], came
    put("one")
    read
    assert_equal [%w[one INBOX arrived]], came
    assert_equal 2, Store::ImapLetter.where(message_id: here("one").id).count
  end

  def test_nothing_is_asked_oftener_than_once_a_minute
    @wire = ImapWire.new(imap.port)
    @wire.hides = / (?:NOTIFY)\b/
    connect(port: @wire.port)
    line = line()
    follow.begin(line)
    nil while follow.work(line)
    @wire.commands
    5.times { (@seconds += 11) && follow.work(line) }
    assert_empty @wire.commands
    @seconds += 6
    nil while follow.work(line)
    assert_equal %w[Archive Sent], @wire.commands.filter_map { _1[/EXAMINE (\w+)/, 1] }
  ensure
    @wire&.close
  end

  def test_a_letter_larger_than_a_message_may_be_is_here_as_far_as_it_may
    most = Post::Letter::MAX_BYTES
    bounded(3 * 1024 * 1024)
    put("large", text: "A line of the text.\n" * 200_000)
    connect
    read
    bytes = Store::RawMessage.find_by(message_id: here("large").id).bytes.bytesize
    assert_equal [3 * 1024 * 1024, true], [bytes, Store::ImapLetter.last.cut]
    assert_equal "Hello", here("large").subject
  ensure
    bounded(most)
  end

  def bounded(bytes)
    Post::Letter.send(:remove_const, :MAX_BYTES)
    Post::Letter.const_set(:MAX_BYTES, bytes)
  end

  # The newest come first: what they tell of earlier mail is told anew once that is here.
  def test_who_wrote_before_is_known_once_the_earlier_mail_is_read
    put("first", at: clock.now - 20 * DAY, date: clock.now - 20 * DAY)
    put("mine", box: "Sent", at: clock.now - 19 * DAY, date: clock.now - 19 * DAY, from: "Wren <wren@lanternquay.example>",
      to: "ana@casadomar.example")
    put("answer", headers: ["In-Reply-To: <mine@x>"])
    connect
    read
    assert_equal [true, false], [here("first").first_contact, here("answer").first_contact]
    assert here("answer").reply_to_mine
  end

  def test_what_a_rule_marks_read_is_marked_there_where_that_is_wanted
    Desk::SaveRule.new(clock).call(rule("Quiet", when: leaf("subject", "mentions", ["digest"]), then: {"mark_read" => true}))
    connect(write_back: true)
    put("digest", subject: "The digest")
    put("other")
    read
    assert_equal [[:Seen], []], others { |other| other.fetch(1..-1, "FLAGS").map { |row| row.attr["FLAGS"] - [:Recent] } }
  end

  def test_a_folder_that_may_not_be_looked_into_keeps_no_other_from_being_read
    skip("Nothing can be kept from the mail server on this machine.") if imap.reads_all?
    imap.other { |other| other.create("Bills") }
    put("bill", box: "Bills")
    put("one", box: "Archive")
    connect(folders: {"Bills" => "front"})
    place = imap.path("mail/wren/Bills")
    mode = File.stat(place).mode
    File.chmod(0, place)
    read
    assert_equal %w[one], came.map(&:first)
    assert_match(/“Bills” cannot be read/, Store::ImapFolder.find_by(name: "Bills").problem)
    assert_match(/“Bills” cannot be read/, Web::Pages::Faults.new(nil, Store::CurrentRulebook.rulebook, clock.now).to_a.first[:words])
    File.chmod(mode, place)
    @seconds += 61
    read
    assert_equal %w[one bill], came.map(&:first)
    assert_nil Store::ImapFolder.find_by(name: "Bills").problem
  ensure
    File.chmod(mode, place) if mode
  end

  def test_junk_comes_to_the_front_where_the_person_says_so
    put("junk", box: "Junk")
    put("sent", box: "Sent", from: "Wren <wren@lanternquay.example>")
    connect(folders: {"Junk" => "front"})
    read
    assert_equal [%w[junk Junk arrived], %w[sent Sent quiet]], came
  end
end
