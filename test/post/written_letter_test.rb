# frozen_string_literal: true

require_relative "../support/core_helper"

# A letter that is written of a message is read as that message again.
class WrittenLetterTest < Minitest::Test
  include CoreHelper

  def again(**fields)
    letter = Post::Letter.new(Post::WrittenLetter.text(mail(**fields)))
    [letter, letter.fields]
  end

  def test_people_words_and_headers
    _, fields = again(from: address("ana@casadomar.example", "Ana “A” Ferro"), to: ["wren@lanternquay.example", "x@b.example"],
      cc: ["c@d.example"], subject: "Łódź, a crate", body: "Zwei Kisten, größer", headers: {"list-id" => ["<l.example>"]})
    assert_equal [%w[ana@casadomar.example], %w[wren@lanternquay.example x@b.example], %w[c@d.example]],
      fields.values_at(:from, :to, :cc).map { |people| people.map(&:email) }
    assert_equal ["Łódź, a crate", "Zwei Kisten, größer"], [fields[:subject], fields[:body].strip]
    assert_equal ["<l.example>"], fields[:headers]["list-id"]
  end

  def test_files_and_invitations
    files = %w[loan.pdf Übersicht.pdf].map { Core::Attachment.new(name: _1, type: "application/pdf", bytes: 1).freeze }
    assert_equal %w[loan.pdf Übersicht.pdf], again(attachments: files, body: "Two files").last[:attachments].map(&:name)
    assert again(calendar_method: true).last[:calendar_method]
    refute again.last[:calendar_method]
  end

  def test_as_large_as_it_shall_be_and_no_larger_than_is_of_use
    [2_000, 90_000].each { |bytes| assert_includes bytes..bytes + 2_000, again(size: bytes).last[:size] }
    assert_nil Post::WrittenLetter.text(mail(size: Post::WrittenLetter::LARGEST + 1))
  end
end
