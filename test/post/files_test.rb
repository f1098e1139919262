# frozen_string_literal: true

require "tmpdir"
require_relative "../support/core_helper"

class FilesTest < Minitest::Test
  include CoreHelper

  def setup = @folder = Dir.mktmpdir
  def teardown = FileUtils.rm_rf(@folder)

  def file(text, name = "mail")
    File.join(@folder, name).tap { File.binwrite(_1, text) }
  end

  def subjects(path, from: 0)
    Post::MailFile.new(path).enum_for(:each, from: from).map { |raw, place| [Post::Letter.new(raw).fields[:subject], place] }
  end

  def refused(path) = assert_raises(Post::MailFile::NoMail) { Post::MailFile.new(path) }.message

  MBOX = "From a@b Tue Mar  9 07:00:00 2027\nSubject: one\n\ntext\n>From the start\n\nFrom b@c Tue Mar  9 07:01:00 2027\nbroken " \
    "\xff line\n\nFrom d@e Tue Mar  9 07:02:00 2027\r\nSubject: three\r\n\r\nFrom here on\r\n"

  def test_an_mbox_with_one_broken_message
    found = subjects(file(MBOX))
    assert_equal ["one", "", "three"], found.map(&:first)
    assert_equal MBOX.bytesize, found.last.last
    assert_equal ["three"], subjects(file(MBOX), from: found[1].last).map(&:first)
  end

  def test_quoted_from_lines_are_unquoted
    first = Post::MailFile.new(file(MBOX)).enum_for(:each).first.first
    assert_equal "Subject: one\n\ntext\nFrom the start\n", first
  end

  def test_what_begins_with_fields_of_a_header_is_mail
    ["Content-Type: text/plain\nMIME-Version: 1.0\n\nHello\n", "MIME-Version: 1.0\n\nHello\n", "From: a@b.example\nSubject: no text\n",
      "Subj\xFF ect broken\nFrom: a@b.example\nSubject: x\n\nHello\n", "X-Odd: 1\nReply-To: a@b.example\n\nHello"].each do |bytes|
      assert_equal 1, subjects(file(bytes)).size, bytes
    end
  end

  def test_what_is_no_mail_is_refused_in_words
    assert_match(/is empty/, refused(file("")))
    assert_match(/is no mail/, refused(file("%PDF-1.4\n%\0\0\0")))
    assert_match(/is no mail/, refused(file("Dear all,\n\nthis is a note: nothing more\n")))
    assert_match(/is a folder/, refused(@folder))
    assert_match(/is not there/, refused(File.join(@folder, "nowhere")))
  end

  def maildir(*boxes)
    ["", *boxes].each { |box| FileUtils.mkdir_p(%w[new cur tmp].map { File.join(@folder, "M", box, _1) }) } && File.join(@folder, "M")
  end

  def test_a_maildir_with_its_subfolders
    path = maildir(".Sent", ".Lists.Gel&APY-scht")
    File.write(File.join(path, "new", "1.a"), "x")
    File.write(File.join(path, "cur", "2.b:2,FS"), "x")
    File.write(File.join(path, ".Lists.Gel&APY-scht", "cur", "3.c"), "x")
    found = Post::Maildir.new(path).check.enum_for(:each).map { [_1.mailbox, _1.unique, _1.seen?, _1.flagged?] }
    assert_equal [["INBOX", "1.a", false, false], ["INBOX", "2.b", true, true], ["Lists/Gelöscht", "3.c", false, false]], found
    assert_equal [true, true, true, false, false], ["Sent", "Junk E-mail", "Old/Sent Items", "INBOX", "Sentinels"].map {
      Core::MailboxFolder.quiet?(_1)
    }
  end

  def test_folders_that_cannot_serve_are_refused_in_words
    unusable = ->(path) { assert_raises(Post::Maildir::Unusable) { Post::Maildir.new(path).check }.message }
    assert_match(/is not there/, unusable.call("/nowhere"))
    assert_match(/is no Maildir/, unusable.call(@folder))
    assert_match(/is a file/, unusable.call(file("x")))
  end

  def test_the_post_office_delivers_once_under_one_name
    office = Post::Office.new(@folder)
    deliver = -> { office.deliver("From: a@b.example\r\n\r\nx", to: "w@q.example", at: at("07:54"), zone: LISBON, unique: "1.x") }
    path = deliver.call
    assert_equal path, deliver.call
    assert_equal [at("07:54"), "a@b.example"], Post::Letter.new(File.binread(path)).then { [_1.arrival, _1.fields[:from].first.email] }
    assert_empty Dir[File.join(@folder, "w@q.example", "tmp", "*")]
  end
end
