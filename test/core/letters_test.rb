# frozen_string_literal: true

require_relative "../support/core_helper"
require_relative "../support/letter_sample"

# What letters ask, and the moments that they name, in English, German and Portuguese: measured on letters that a reader judged.
class LettersTest < Minitest::Test
  include CoreHelper

  LEAST = 0.9

  def test_what_the_sample_asks_is_seen
    assert_equal [200, 3], [LetterSample.letters.size, LetterSample.letters.map(&:language).uniq.size]
    ["de", "en", "pt", nil].each do |language|
      letters = LetterSample.letters.select { language.nil? || _1.language == language }
      measured = LetterSample.asking(letters)
      assert_operator measured.precision, :>=, LEAST, "#{language}: #{measured.wrong.map(&:text)}"
      assert_operator measured.recall, :>=, LEAST, "#{language}: #{measured.missed.map(&:text)}"
    end
  end

  def test_the_moments_that_the_sample_names_are_found
    measured = LetterSample.moments
    assert_operator measured.precision, :>=, LEAST, measured.wrong.map { |letter, said| [said, letter.text] }.inspect
    assert_operator measured.recall, :>=, LEAST, measured.missed.map { |letter, said| [said, letter.text] }.inspect
  end

  def test_why_it_is_taken_for_a_question_is_said
    assert_equal ["It asks: “Do you have the plan?”", "It says “please”: “If so, please send it.”"],
      Core::Asking.of("Hello,\nDo you have the plan? If so, please send it.\n-- \nCan you read this?").map { _1.reason.sub("Please", "please") }
  end

  def test_only_what_its_writer_wrote_is_read
    text = "Fine with me.\n\n-----Original Message-----\nFrom: a\nCould you come?"
    ["> Could you come?\nYes.", "Yes.\nAm Mo., 1. März 2027 um 08:12 schrieb Wren:\nKannst du kommen?", "Yes.\n-- \nQuestions? Call me.",
      text].each { refute Core::Asking.any?(_1), _1 }
  end

  def moments(text, written: "2027-03-01")
    Core::SaidMoments.of(text, LISBON.instant(Date.iso8601(written), 540), LISBON).map { [_1.iso, _1.until_minutes].compact.join(" to ") }
  end

  def test_days_and_times_as_they_are_written
    {"On Friday from 14:00 to 15:30." => ["2027-03-05T14:00 to 930"], "Am Freitag von 9 bis 11 Uhr." => ["2027-03-05T11:00"],
     "Sexta-feira, das 14h às 16h." => ["2027-03-05T14:00 to 960"],
     "2027-03-09 and 10 March 2027 at 2.30 pm" => %w[2027-03-09 2027-03-10T14:30],
     "No dia 31/12/2027." => ["2027-12-31"], "on 3/14/2027" => ["2027-03-14"], "Am 29. Februar 2028 um 12 Uhr" => ["2028-02-29T12:00"],
     "Until next Monday, then" => ["2027-03-08"], "last Friday was fine" => [], "na sexta passada" => [], "since Friday" => [],
     "30 February, 31.4.2027 and 0 May" => [], "On 1 February it rained." => [], "On 15 December we close." => ["2027-12-15"],
     "Guten Morgen! Am Morgen regnet es." => [], "Monday, 8 March" => ["2027-03-08"], "We may march in 2027." => [],
     "At 14:00." => [], "in 3 weeks" => ["2027-03-22"]}
      .each { |text, expected| assert_equal expected, moments(text), text }
  end

  def test_a_day_without_a_year_lies_ahead
    assert_equal ["2028-01-08"], moments("On 8 January", written: "2027-12-20")
    assert_empty moments("On 20 December", written: "2028-01-08")
  end

  def test_an_automatic_reply_says_until_when
    at = LetterSample::WRITTEN_AT
    {"I am out of the office until 12 March. In urgent cases call 3 April Lane." => "2027-03-12",
     "Ich bin vom 1. bis 9. März im Urlaub." => "2027-03-09", "Estou ausente até 15/03/2027." => "2027-03-15",
     "I am away." => "", "We meet on 12 March." => ""}
      .each { |text, expected| assert_equal expected, Core::AwayUntil.of(text, at, LISBON)&.iso8601.to_s, text }
  end

  # Neither grows faster than the text.
  def test_input_made_to_hurt_is_read_in_no_time
    ["?" * 200_000, " " * 1_000_000, "please " * 50_000, "1.1." * 100_000, "am " * 100_000, "12 March, " * 50_000, ">\n" * 300_000,
      "on #{"a" * 500_000} wrote:", "in a " * 100_000].each do |text|
      began = Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID)
      Core::Asking.of(text)
      moments(text)
      assert_operator Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID) - began, :<, 2, text[0, 20]
    end
  end
end
