# frozen_string_literal: true

require_relative "../support/core_helper"

# RFC 5256: base subjects (section 2.1) and threads by references (section 3).
class ThreadsTest < Minitest::Test
  Core = UpFront::Core

  def base(subject) = Core::BaseSubject.new(subject).then { [_1.text, _1.reply?] }

  def test_base_subjects
    {
      "Loan 14" => ["Loan 14", false], "Re: Loan 14" => ["Loan 14", true], "RE :  Fwd: re[2]: Loan\t14 " => ["Loan 14", true],
      "[sea charts] Re: Loan 14 (fwd) (FWD)" => ["Loan 14", true],
      "[list] Loan" => ["Loan", false], "[list]" => ["[list]", false], "Re: [list]" => ["[list]", true],
      "[Fwd: Re: Loan 14]" => ["Loan 14", true], "[fwd: [Fwd: Loan]] " => ["Loan", true],
      "Regarding: loans" => ["Regarding: loans", false], "Re:" => ["", true], "" => ["", false], "Fw [x]: a" => ["a", true],
      "#{"Re: " * 150}deep" => ["deep", true]
    }.each { |subject, expected| assert_equal expected, base(subject), subject }
    assert_equal Core::BaseSubject.new("Re: LOÁN").key, Core::BaseSubject.new("loan").key
  end

  def letter(id, references = [], subject: "s#{id}", at: nil)
    Core::Threads::Letter.new(id: id, message_id: "<#{id}@x>", references: references.map { "<#{_1}@x>" }, subject: subject,
      sent_at: Time.at(at || id.to_s.ord))
  end

  # "a(b c(d))": a thread written short; "-" for a message that is not here
  def shape(node)
    inner = node.children.map { shape(_1) }.join(" ")
    "#{node.letter&.id || "-"}#{"(#{inner})" unless inner.empty?}"
  end

  def threads(*letters) = Core::Threads.new(letters).roots.map { shape(_1) }

  def test_answers_stand_under_what_they_answer_in_order_of_time
    assert_equal ["a(b(d) c)"], threads(letter(:d, %i[a b]), letter(:c, %i[a]), letter(:a), letter(:b, %i[a]))
    assert_equal ["a(b)", "c"], threads(letter(:a), letter(:b, %i[a]), letter(:c))
  end

  def test_what_is_not_here_holds_its_answers_together
    assert_equal ["-(b c)"], threads(letter(:b, %i[a]), letter(:c, %i[a]))
    assert_equal ["b"], threads(letter(:b, %i[a])), "a single answer takes its place"
    assert_equal ["a(c)"], threads(letter(:a), letter(:c, %i[a b])), "one that is missing in between goes"
  end

  def test_loops_twins_and_nonsense_lose_no_message
    assert_equal %w[a b], Core::Threads.new([letter(:a, %i[b]), letter(:b, %i[a])])
      .roots.flat_map { |root| [].tap { |ids| root.each_letter { |one, _| ids << one.id.to_s } } }.sort
    assert_equal ["a"], threads(letter(:a, %i[a]))
    twins = [letter(:a, subject: "one"),
      Core::Threads::Letter.new(id: :z, message_id: "<a@x>", references: [], subject: "two", sent_at: Time.at(0)),
      Core::Threads::Letter.new(id: :y, message_id: nil, references: [], subject: "", sent_at: nil)]
    assert_equal %w[z y a], threads(*twins)
  end

  def test_a_later_word_of_who_the_parent_is_counts
    assert_equal ["a(c(d))", "b"], threads(letter(:d, %i[b c]), letter(:a), letter(:b), letter(:c, %i[a])), "its own word against another's"
    assert_equal ["a(b(x(c)))"], threads(letter(:x), letter(:a), letter(:b, %i[a]), letter(:c, %i[b x])),
      "another's word where there is no own"
  end

  def test_subjects_gather_what_headers_leave_apart
    assert_equal ["a(b)"], threads(letter(:a, subject: "Loan"), letter(:b, subject: "Re: loan"))
    assert_equal ["a(b)"], threads(letter(:a, subject: "Re: Loan"), letter(:b, subject: "Loan")).map { _1.tr("ab", "ba") },
      "whatever comes first, the one that is no answer stands above"
    assert_equal ["-(a b c)"], threads(letter(:a, subject: "Report"), letter(:b, subject: "Report"), letter(:c, subject: "report"))
    assert_equal ["-(b c d)"], threads(letter(:b, %i[a], subject: "Re: Loan"), letter(:c, %i[a], subject: "Re: Loan"),
      letter(:d, subject: "Re: Loan"))
    assert_equal ["a", "b"], threads(letter(:a, subject: ""), letter(:b, subject: "Re:")), "no subject says nothing"
  end

  def test_every_message_stands_once_whatever_the_headers
    random = Random.new(3)
    60.times do
      ids = ("a".."j").to_a
      letters = ids.map do |id|
        letter(id, Array.new(random.rand(4)) { ids.sample(random: random) }, subject: ["Loan", "Re: Loan", "x#{id}", ""]
          .sample(random: random))
      end
      found = []
      Core::Threads.new(letters).roots.each { |root| root.each_letter { |one, _| found << one.id } }
      assert_equal ids, found.sort
    end
  end
end
