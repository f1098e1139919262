# frozen_string_literal: true

require_relative "../support/core_helper"
require_relative "../support/hostile_letters"

# What is made to hurt: it is read as far as it goes, in work that grows with its size and no faster, and the next letter is read.
class HostileTest < Minitest::Test
  include CoreHelper

  include HostileLetters

  def html(text) = HostileLetters.html(text)

  def all_of_it(raw)
    letter = Post::Letter.new(raw)
    Core::Text.fold(letter.fields[:body])
    Core::BaseSubject.new(letter.fields[:subject])
    letter.safe_html
  end

  # Four times as much is at most some eight times the work; what is quadratic takes sixteen, however often it is tried.
  def test_work_grows_with_the_size_and_no_faster
    LETTERS.each do |name, letter|
      small, large = least_work(letter) { |few, many| many < [few * 10, 0.5].max }
      assert_operator large, :<, [small * 10, 0.5].max, name
    end
  end

  # The least that was measured in some tries, since what else the machine does is not to be counted.
  def least_work(letter)
    least = [Float::INFINITY] * 2
    8.times do
      least = [10_000, 40_000].zip(least).map { |size, before| [before, cpu_seconds { all_of_it(letter.call(size)) }].min }
      break if yield(least)
    end
    least
  end

  def test_what_takes_too_much_is_kept_whole_read_roughly_and_the_next_is_read
    letter = Post::Letter.new(BOMB).read
    assert_predicate letter, :rough?
    assert_equal ["Loan", "ana@casadomar.example", BOMB.bytesize], letter.fields.then { [_1[:subject], _1[:from].first.email, _1[:size]] }
    assert_equal "x x x", letter.fields[:body][0, 5]
    assert_equal Time.utc(2027, 3, 9, 7), letter.arrival
    assert_equal Post::Letter.new(BOMB).read.digest, letter.digest
    refute_predicate Post::Letter.new("#{HEAD}\nText").read, :rough?
  end

  def test_what_is_read_apart_is_what_is_read_here
    raw = html("<p>Hello <img src='cid:a b@x'>")
    here, apart = [Post::Letter.new(raw), Post::Letter.new(raw).read]
    assert_equal [here.fields, here.digest, here.arrival, false, false],
      [apart.fields, apart.digest, apart.arrival, apart.unreadable?, apart.rough?]
    assert_equal here.safe_html(inline_at: "/i/"), Post::Apart.call(:safe_html, raw, inline_at: "/i/")
    assert_includes here.safe_html(inline_at: "/i/").first, "/i/a%20b@x"
  end

  def test_faults_of_what_is_read_apart_are_those_of_reading_it_here
    assert_raises(Post::CalendarFile::NoCalendar) { Post::CalendarFile.found("nothing", LISBON, from: Date.new(2027), until: Date.new(2028)) }
    assert_raises(Post::ContactCards::NoCards) { Post::ContactCards.found("nothing") }
  end

  def test_cards_that_begin_and_never_end
    assert_operator cpu_seconds { Post::ContactCards.new("#{"BEGIN:VCARD\n" * 40_000}END:VCARD\n") }, :<, 2
    assert_equal ["ana@casadomar.example"], Post::ContactCards.new("BEGIN:VCARD\nBEGIN:VCARD\nFN:Ana\nEMAIL:ana@casadomar.example\nEND:VCARD\n")
      .people.map(&:email)
  end

  def test_html_that_is_too_intricate_is_shown_as_text
    ["<div>" * 500, "<p #{Array.new(500) { "a#{_1}=1" }.join(" ")}>x"].each do |html|
      letter = Post::Letter.new(html("#{html}Hello"))
      assert_nil letter.safe_html
      assert_includes letter.fields[:body], "Hello"
    end
  end

  def test_letters_without_headers_are_one_only_where_all_their_bytes_are
    digests = ["One.\n\nThe same.", "Two.\n\nThe same.", "One.\n\nOther.", "One.\n\nThe same."].map { Post::Letter.new(_1).digest }
    assert_equal [3, true], [digests.uniq.size, digests[0] == digests[3]]
  end
end
