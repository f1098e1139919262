# frozen_string_literal: true

require_relative "../support/core_helper"

# Where mail lies: mbox files that are read message by message and again from any place, and Maildirs that are only looked at.
class MailboxesTest < Minitest::Test
  include CoreHelper

  BODIES = ["Hello\n", "From here on\nit is text\n", "\nFrom bob at 12:30 on Tue Mar 9\n", "\nFrom ana@b.example I heard\n",
    ">From the start\n", "", "\n\n\n", "one\r\ntwo\r\n", "last line without an end", "From\n", "x" * 3_000, "> From a friend\n"].freeze

  def random = @random ||= Random.new(23)
  def letter(number) = "From: a@b.example\nSubject: #{number}\n\n#{BODIES.sample(random: random)}".b
  def quoted(text) = text.gsub(/^(>*From )/n, ">\\1")
  def mbox(letters) = letters.map { "From a@b.example Tue Mar  9 07:00:00 2027\n#{quoted(_1)}\n\n" }.join
  def read(text, from: 0) = Post::Mbox.new(StringIO.new(text.b), from: from).each.to_a
  # What a reader cannot tell: how many empty lines stood at the end.
  def bare(letter) = letter.sub(/(\r?\n)+\z/n, "")

  def test_what_is_put_into_an_mbox_is_read_out_of_it
    40.times do
      letters = Array.new(random.rand(1..6)) { letter(_1) }
      assert_equal letters.map { bare(_1) }, read(mbox(letters)).map { |found, _| bare(found) }
    end
  end

  def test_reading_goes_on_from_any_place_that_was_told
    letters = Array.new(7) { letter(_1) }
    text = mbox(letters)
    all = read(text)
    assert_equal text.bytesize, all.last.last
    all.each_with_index { |(_, place), index| assert_equal all.drop(index + 1), read(text, from: place) }
  end

  def test_what_stands_before_the_first_message_is_no_message
    assert_equal ["From: a@b.example\n\nx"], read("a note\n\nFrom a@b Tue Mar  9 07:00:00 2027\nFrom: a@b.example\n\nx\n").map(&:first)
    assert_equal [[], []], [read(""), read("only words\n")]
  end

  def test_separators_with_and_without_an_address
    ["From MAILER-DAEMON Tue Mar  9 07:00:00 2027", "From - Tue Mar  9 07:00:00 2027", "From a b@c Tue Mar 9 7:00 +0100 2027",
      "From a@b Tue Mar  9 07:00:00 GMT 2027 remote from c", "From a@b Tue, 9 Mar 2027 07:00:00 +0000",
      "From a@b Tue Mar  9 07:00:00 2027 +0000", "From a@b 2027-03-09T07:00:00Z"].each do |line|
      assert_equal 2, read("#{line}\nSubject: 1\n\nx\n\n#{line}\nSubject: 2\n\ny\n").size, line
    end
  end

  def test_a_line_of_text_that_begins_like_a_separator_parts_nothing
    ["From bob at 12:30 we heard", "From Tue Mar 9", "From a@b", "From a@b Tue Mar  9 07:00:00 2027 and so on", "From"].each do |line|
      text = "From a@b Tue Mar  9 07:00:00 2027\nSubject: 1\n\nx\n\n#{line}\n"
      assert_equal ["Subject: 1\n\nx\n\n#{line}"], read(text).map(&:first), line
    end
  end

  # Some programs quote nothing, and say how long each message is.
  def test_a_length_that_is_true_holds_a_message_together_and_one_that_is_false_does_not
    start = "From a@b Tue Mar  9 07:00:00 2027\n"
    body = "x\n\n#{start}Subject: quoted whole\n\ny\n"
    [start, "\n#{start}"].each do |next_one|
      text = "#{start}Content-Length: #{body.bytesize}\nSubject: 1\n\n#{body}#{next_one}Subject: 2\n\nz\n"
      assert_equal ["Content-Length: #{body.bytesize}\nSubject: 1\n\n#{body.chomp}", "Subject: 2\n\nz"], read(text).map { bare(_1.first) }
      assert_equal read(text).drop(1), read(text, from: read(text).first.last)
    end
    [1, body.bytesize - 1, body.bytesize + 2, 10**11].each do |wrong|
      text = "#{start}Content-Length: #{wrong}\n\n#{body}\n#{start}Subject: 2\n\nz\n"
      assert_equal 3, read(text).size, wrong
    end
  end

  NAMES = {"Gel&APY-scht" => "Gelöscht", "Tom &- Jerry" => "Tom & Jerry", "&ZeVnLIqe-" => "日本語", "Plain" => "Plain", "&" => "&",
           "&!!!-" => "", "a&APY" => "a&APY", "&2D3eAA-" => "😀"}.freeze

  def test_names_of_mailboxes_in_modified_utf7
    NAMES.each do |coded, name|
      decoded = Post::Utf7.decode(coded)
      assert decoded.valid_encoding?, coded
      assert_equal name, decoded, coded unless name.empty?
    end
  end

  def folder(*boxes)
    path = Dir.mktmpdir
    ["", *boxes].each { |box| %w[cur new tmp].each { FileUtils.mkdir_p(File.join(path, box, _1)) } }
    yield path, Post::Maildir.new(path)
  ensure
    FileUtils.rm_rf(path)
  end

  def put(path, *names) = names.each { File.write(File.join(path, _1), "Subject: x\n\nx") }

  def test_a_maildir_with_its_subfolders_by_their_names
    folder(".Sent", ".Clients.Gel&APY-scht", ".broken", "other") do |path, maildir|
      FileUtils.rm_rf(File.join(path, ".broken", "new"))
      put(path, "new/1.x", "cur/2.x:2,FS", "cur/.hidden", ".Sent/cur/3.x:2,", ".Clients.Gel&APY-scht/new/4.x")
      seen = maildir.each_entry.to_a if maildir.respond_to?(:each_entry)
      seen ||= [].tap { |all| maildir.each { all << _1 } }
      assert_equal %w[INBOX Clients/Gelöscht Sent], maildir.boxes.map(&:first)
      assert_equal({"1.x" => ["INBOX", false, false], "2.x" => ["INBOX", true, true], "3.x" => ["Sent", false, false],
                    "4.x" => ["Clients/Gelöscht", false, false]}, seen.to_h { [_1.unique, [_1.mailbox, _1.seen?, _1.flagged?]] })
    end
  end

  def test_its_stamp_changes_with_every_file_and_box_and_with_nothing_else
    folder do |path, maildir|
      first = maildir.stamp
      assert_equal first, maildir.stamp
      put(path, "new/1.x")
      File.utime(Time.now, Time.now + 5, File.join(path, "new"))
      second = maildir.stamp
      refute_equal first, second
      %w[cur new].each { FileUtils.mkdir_p(File.join(path, ".Sent", _1)) }
      refute_equal second, maildir.stamp
      FileUtils.rm_rf(path)
      assert_equal [], maildir.stamp
    end
  end

  def test_whose_mail_does_not_arrive
    ["Sent", "SENT ITEMS", "Sent-Mail", "sent messages", "Drafts", "draft", "Trash", "Deleted Items", "Junk", "Junk E-Mail", "Spam",
      "Outbox", "Clients/Sent", "Spam/2026"].each { assert Core::MailboxFolder.quiet?(_1), _1 }
    ["INBOX", "Sentinel", "Spammers", "Clients", "Junkyard prints", "Presents", "Drafting"].each { refute Core::MailboxFolder.quiet?(_1), _1 }
  end
end
