# frozen_string_literal: true

require_relative "../support/desk_helper"
require_relative "../support/random_rules"

# The mail at hand: what it answers is what the matcher answers, and it stays so as mail comes.
class MatchIndexTest < Minitest::Test
  include DeskHelper

  def setup
    super
    Store::MatchIndex.forget
    set_up
  end

  def match_index = Store::MatchIndex.at(clock.now)
  def book = Store::CurrentRulebook.rulebook
  def node(condition) = Core::Condition.read(condition, Core::Check.new, book.names)
  def holding(condition) = match_index.places_of(match_index.bits(node(condition), book.context)).map { match_index.ids[_1] }

  def test_it_answers_as_the_matcher_does
    mail = 12.times.map do |n|
      take(subject: RandomRules::WORDS[n % 7].tr("\n", " "), from: RandomRules::PEOPLE.grep(/\A\S+@/)[n % 3], id: "<#{n}@x>",
        headers: n.even? ? ["List-Id: <l>"] : [])
    end
    values = mail.to_h { [_1.id, _1.to_core] }
    random = RandomRules.new(Random.new(Minitest.seed))
    150.times do
      condition = random.condition(2)
      parsed = node(condition)
      expected = values.select { |_, message| Core::Matcher.holds?(parsed, Core::Reading.new(message)) }.keys
      assert_equal expected, holding(condition), condition.inspect
    end
  end

  # Mail that is cleared and older than its days lies between, and the rest is asked about one by one.
  def test_it_answers_so_where_an_archive_lies_between
    mail = Array.new(4) { |n| take(subject: RandomRules::WORDS[n].tr("\n", " "), id: "<#{n}@x>") }
    30.times { |n| take(subject: "loan #{n}", date: at("09:00", "2026-01-05"), as_new: false) }
    mail += Array.new(3) { |n| take(subject: "Crate #{n} loan", id: "<new#{n}@x>") }
    values = mail.to_h { [_1.id, _1.to_core] }
    random = RandomRules.new(Random.new(Minitest.seed))
    assert_equal values.keys, match_index.ids
    80.times do
      parsed = node(random.condition(2))
      expected = values.select { |_, message| Core::Matcher.holds?(parsed, Core::Reading.new(message)) }.keys
      assert_equal expected, holding(parsed.to_h), parsed.to_h.inspect
    end
  end

  def test_it_grows_with_the_mail_and_asks_only_of_what_is_new
    loans = {"all" => [leaf("subject", "mentions", ["loan"]), leaf("to_list", "is", false)]}
    first = take(subject: "Loan").id
    assert_equal [first], holding(loans)
    second = take(subject: "A loan").id
    take(subject: "Lunch")
    assert_equal [first, second], holding(loans)
    asked = []
    counting = ActiveSupport::Notifications.subscribe("sql.active_record") do |*, payload|
      asked << payload[:sql] if payload[:sql].include?("message_texts")
    end
    holding(loans)
    assert_empty asked, "nothing new has come, and nothing is asked"
  ensure
    ActiveSupport::Notifications.unsubscribe(counting) if counting
  end

  def test_who_is_in_a_group_counts_as_it_is_now
    id = take(from: "new@elsewhere.example").id
    lenders = leaf("from", "is", ["group:Lenders"])
    assert_empty holding(lenders)
    Desk::SaveThing.new(clock).call("groups", {"name" => "Lenders", "members" => ["@elsewhere.example"]}, was: "Lenders")
    assert_equal [id], holding(lenders)
  end

  def test_days_are_local_and_old_mail_is_on_the_whole_roll_alone
    old = take(date: at("09:00", "2026-03-01")).id
    yesterday, today = take(date: at("23:50", "2027-03-08"), as_new: true).id, take(date: at("00:10")).id
    recent = Store::MatchIndex.at(clock.now)
    assert_equal [[yesterday, today], [today]],
      [recent.ids, recent.places_of(recent.days_bits(1, LISBON, clock.now)).map { recent.ids[_1] }]
    assert_equal [old, yesterday, today], Store::MatchIndex.whole.ids
    assert_equal [Date.new(2027, 3, 8), Date.new(2027, 3, 9)], recent.dates(LISBON)
    take(mailbox: "Sent")
    assert_equal 2, match_index.size
  end

  def test_bits_and_places_are_two_ways_of_saying_the_same
    5.times { take(id: "<#{_1}@x>") }
    [[], [0], [4], [0, 2, 4], [0, 1, 2, 3, 4]].each do |places|
      bits = match_index.bits_of(places)
      assert_equal [places, places.size], [match_index.places_of(bits), match_index.count(bits)]
    end
    assert_equal match_index.everything, match_index.bits_of([0, 1, 2, 3, 4])
  end
end
