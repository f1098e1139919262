# frozen_string_literal: true

require_relative "../support/core_helper"
require "prop_check"

# Letters that go out, parsed anew: whatever is given, there is no header that was not meant.
class OutgoingLetterTest < Minitest::Test
  include CoreHelper

  HEADERS = %w[Cc Content-Transfer-Encoding Content-Type Date From In-Reply-To Message-ID MIME-Version References Subject To].freeze

  def address(name) = Core::Address.new("ana@b.example", name)

  def letter(**given)
    Post::OutgoingLetter.new(from: Core::Address.new("wren@lanternquay.example", "Wren Adeyemi"), to: [address("Ana")], subject: "Hello",
      text: "The text", message_id: "<1@lanternquay.example>", at: at("09:00"), **given).to_s
  end

  def file(name, content = "x", type = "text/plain") = Post::OutgoingLetter::File.new(name: name, type: type, content: content)

  def test_what_is_written_is_read_again
    sent = letter(subject: "Prüfung der Leihgaben 2027 — und ein sehr langer Betreff, der über mehrere Zeilen geht",
      to: [address("Käthe Ü.")], cc: [address("Łukasz, “W”")], text: "Grüße\n\n.\nein Punkt", references: %w[<a@b> <c@d>], answers: true,
      files: [file("Übersicht.pdf", "%PDF\x00\xFF".b, "application/pdf"), file("brief.eml", "From: x@y.example\n\nhé\n", "message/rfc822")])
    assert_operator sent.lines.map { _1.chomp.bytesize }.max, :<=, 998
    read = Post::Letter.new(sent).fields
    assert_equal ["Prüfung der Leihgaben 2027 — und ein sehr langer Betreff, der über mehrere Zeilen geht", "Käthe Ü.", "Łukasz, “W”"],
      [read[:subject], read[:to].first.name, read[:cc].first.name]
    assert_equal %w[<a@b> <c@d>], read[:references]
    assert_match(/\AGrüße\n\n.\nein Punkt/, read[:body])
    assert_equal [["Übersicht.pdf", "application/pdf"], ["brief.eml", "message/rfc822"]], read[:attachments].map { [_1.name, _1.type] }
    assert_equal "%PDF\x00\xFF".b, Mail.new(sent).attachments.first.decoded.b
    assert_includes sent.b, "From: x@y.example\r\n\r\nhé\r\n".b, "a letter that is handed on is not encoded"
  end

  def test_an_address_that_is_none_is_refused
    ["ana", "a b@c.example", "a@b.example\nBcc: x@y.example", "<a@b.example>", "a@b.example,c@d.example", "@b.example"].each do |bad|
      assert_raises(Post::OutgoingLetter::Unusable, bad) { letter(to: [Core::Address.new(bad)]) }
    end
    assert_raises(Post::OutgoingLetter::Unusable) { letter(files: [file("big", "x" * 20 * 1024 * 1024)]) }
  end

  NASTY = ["\r\n", "\n", "\r", "\u2028", "\0", "Bcc: evil@x.example", "Subject: ", ": ", "<", ">", "\"", ",", "é", " ",
    "=?utf-8?q?=0ABcc:_x?="].freeze

  # No name, subject, reference, file name or template puts a header of its own into it.
  def test_no_header_can_be_put_in
    pieces = NASTY.map { PropCheck::Generators.constant(_1) }
    nasty = PropCheck::Generators.array(PropCheck::Generators.one_of(*pieces, PropCheck::Generators.printable_ascii_string)).map(&:join)
    PropCheck.forall(nasty) do |text|
      sent = letter(subject: text, to: [address(text)], cc: [address("Cy")], references: ["<a@b>", text], answers: true,
        files: [file(text)])
      read = Mail.new(sent)
      assert_empty read.header.fields.map(&:name) - HEADERS, text.inspect
      assert_equal [%w[ana@b.example], %w[ana@b.example], nil, 1], [read.to, read.cc, read.bcc, read.attachments.size], text.inspect
      assert_empty read.parts.flat_map { |part|
        part.header.fields.map(&:name)
      } - %w[Content-Type Content-Transfer-Encoding Content-Disposition
        Content-ID], text.inspect
    end
  end
end
