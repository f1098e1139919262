# frozen_string_literal: true

require_relative "../support/imap_helper"

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

  def test_marks_and_what_goes_are_seen
    put("one")
    put("two")
    put("three")
    connect
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
end
