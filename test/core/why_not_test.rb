# frozen_string_literal: true

require_relative "../support/core_helper"
require_relative "../support/random_rules"

# Why a rule did not match: every set of changes that is named makes it match, no proper part of one does, and none is left out.
class WhyNotTest < Minitest::Test
  include CoreHelper

  # The rule with the answers of these leaves turned.
  def turned(rule, pointers)
    body = JSON.parse(JSON.generate(rule.to_h))
    pointers.each do |pointer|
      leaf = pointer.split("/").drop(1).reduce(body) { |node, key| node.is_a?(Array) ? node[key.to_i] : node[key] }
      leaf["not"] = !leaf["not"]
    end
    Core::Rule.read(body, Core::Check.new, rulebook.names)
  end

  def matches?(rule, reading) = Core::Matcher.matches?(rule, reading)

  def pointers(node, pointer)
    return [pointer] if node.is_a?(Core::Condition::Leaf)

    node.members.each_with_index.flat_map { |member, index| pointers(member, "#{pointer}/#{node.kind}/#{index}") }
  end

  # By trying every set of a small rule.
  def tried(rule, reading)
    all = pointers(rule.when, "/when") + (rule.unless ? pointers(rule.unless, "/unless") : [])
    working = (0..all.size).flat_map { all.combination(_1).to_a }.select { matches?(turned(rule, _1), reading) }
    working.reject { |set| working.any? { |other| other.size < set.size && (other - set).empty? } }
  end

  def test_at_random_the_sets_are_those_that_trying_finds
    random = Random.new(Minitest.seed)
    rules = RandomRules.new(random)
    compared = 0
    150.times do
      rule = Core::Rule.read(JSON.parse(JSON.generate(rules.rule)), Core::Check.new, rulebook.names)
      reading = Core::Reading.new(mail(subject: ["loan", "border", ""].sample(random: random), body: "tide and crate"))
      sets = Core::MinimalChanges.new(reading).sets(rule)
      assert_equal matches?(rule, reading), sets == [[]]
      sets.each { |set| assert matches?(turned(rule, set), reading), "#{Core::Sentence.rule(rule)} with #{set}" }
      sets.product([nil, reading.message]).each do |set, message|
        loose = Core::Rule.read(Core::Loosened.of(rule.to_h, set, message), Core::Check.new, rulebook.names)
        assert matches?(loose, reading), "#{Core::Sentence.rule(rule)} without #{set}"
      end
      leaves = rule.when.leaves.size + rule.unless.to_h.then { rule.unless ? rule.unless.leaves.size : 0 }
      next if leaves > 8

      compared += 1
      best = tried(rule, reading)
      assert_equal best.map(&:size).sort.first(20), sets.map(&:size)
      assert_equal best.map(&:sort).sort, sets.map(&:sort).sort if best.size <= 20
    end
    assert_operator compared, :>, 20
  end

  # A view is asked as a rule without exceptions is, and each change is said with the answer that it would have to have.
  def test_at_random_a_view_is_asked_as_a_rule_is
    random = Random.new(Minitest.seed)
    rules = RandomRules.new(random)
    reading = Core::Reading.new(mail(subject: "loan", body: "tide and crate"))
    60.times do
      made = Core::Rule.read(JSON.parse(JSON.generate(rules.rule.merge("unless" => nil))), Core::Check.new, rulebook.names)
      sets = Core::MinimalChanges.new(reading).of(made.when)
      assert_equal Core::MinimalChanges.new(reading).sets(made), sets.map { |set| set.map { "/when#{_1}" } }
      sets.flatten.each do |way|
        leaf = Core::Turned.at(made.when, way)
        turned = Core::Condition::Leaf.new(leaf.fact, leaf.op, leaf.value, !leaf.negated, leaf.operand)
        held = Core::Matcher.holds?(leaf, reading)
        assert_equal Core::Sentence.leaf(held ? turned : leaf), Core::Turned.words(leaf, reading)
      end
    end
  end

  def test_what_stands_in_the_way_besides
    book = rulebook(rules: [rule("First", when: leaf("subject", "mentions", ["loan"]), then: {"priority" => "top", "labels" => ["Loans"]}),
      rule("Last", when: leaf("subject", "mentions", ["crate"]), last_word: true),
      rule("Asked", when: {"all" => [leaf("subject", "mentions", ["loan"]), leaf("has_attachment", "is", true)]}, enabled: false,
        from_date: "2027-03-10", then: {"priority" => "low", "labels" => ["Loans"], "flag" => true})])
    why = Core::WhyNot.new(book, book.rules.last, mail(subject: "A loan"))
    assert_equal ["disabled", false, [["/when/all/1"]]], [why.outcome, why.matched?, why.changes]
    assert_equal [["off", "Asked", nil], ["dates", "Asked", nil], ["outranked", "First", "priority"]], why.in_the_way.map { _1.to_h.values }
    stopped = Core::WhyNot.new(book, book.rules.last, mail(subject: "A loan in a crate"))
    assert_equal ["not_reached", "last_word"], [stopped.outcome, stopped.in_the_way[2].kind]
    assert_equal [true, false], Core::WhyNotReport.new(why).to_h["found"].map { _1["held"] }
  end

  def test_people_are_added_and_all_else_is_taken_out
    body = rule("R", when: {"all" => [leaf("subject", "mentions", ["crate"]), {"any" => [leaf("from", "is", ["group:Lenders"]),
      leaf("first_contact", "is", false)]}]})
    letter = mail(from: "joost@hansehaus.example")
    added = leaf("from", "is", ["group:Lenders", "joost@hansehaus.example"])
    assert_equal({"all" => [{"any" => [added, leaf("first_contact", "is", false)]}]},
      Core::Loosened.of(body, ["/when/all/0", "/when/all/1/any/0"], letter)["when"])
    assert_equal({"all" => []}, Core::Loosened.of(body, ["/when/all/0", "/when/all/1/any/1"], letter)["when"])
  end

  # Whoever must not be among them is not added to them.
  def test_people_are_added_only_where_that_helps
    letter = mail(from: "ana@casadomar.example")
    lenders = leaf("from", "is", ["group:Lenders"])
    assert_equal({"all" => []}, Core::Loosened.of(rule("R", when: {"none" => [lenders]}), ["/when/none/0"], letter)["when"])
    twice = rule("R", when: {"none" => [{"none" => [leaf("from", "is", ["@other.example"])]}]})
    assert_equal ["@other.example", "ana@casadomar.example"],
      Core::Loosened.of(twice, ["/when/none/0/none/0"], letter).dig("when", "none", 0, "none", 0, "value")
  end

  DATES = {
    {from_date: "2027-03-10"} => "It begins on 10 March 2027; this arrived a day before.",
    {from_date: "2028-01-01"} => "It begins on 1 January 2028; this arrived 298 days before.",
    {from_date: "2027-01-01", until_date: "2027-03-08"} => "Its last day was 8 March 2027; this arrived a day later.",
    {until_date: "2027-03-06"} => "Its last day was 6 March 2027; this arrived three days later.", {until_date: "2027-03-09"} => nil
  }.freeze

  def test_how_far_the_day_is_from_its_dates_is_said
    DATES.each do |dates, said|
      book = rulebook(rules: [rule("R", **dates)])
      assert_equal [said].compact, Core::WhyNotText.new(Core::WhyNot.new(book, book.rules[0], mail)).in_the_way
    end
  end

  NEAR = {
    ["subject", "mentions", ["crate"]] => ", though it is so of the text", ["to", "is", ["desk@lanternquay.example"]] => "someone copied",
    ["from", "is", ["@casadomar.test"]] => ", whose domain casadomar.example is not casadomar.test",
    ["from", "is", ["@casademar.example"]] => ", whose domain casadomar.example is not casademar.example",
    ["from", "is", ["@other.example"]] => nil, ["subject", "mentions", ["nowhere"]] => nil
  }.freeze

  def test_what_was_nearly_so_is_said
    letter = mail(subject: "Lunch", body: "the crate", cc: ["desk@lanternquay.example"])
    NEAR.each do |(fact, op, value), said|
      book = rulebook(rules: [rule("R", when: leaf(fact, op, value))])
      text = Core::WhyNotText.new(Core::WhyNot.new(book, book.rules[0], letter)).conditions.first
      said ? assert_includes(text, said) : refute_match(/though|whose/, text)
    end
  end

  def test_many_conditions_are_bounded
    any = {"any" => Array.new(900) { leaf("subject", "mentions", ["w#{_1}"]) }}
    all = {"all" => Array.new(300) { {"any" => [leaf("subject", "mentions", ["a#{_1}"]), leaf("body", "mentions", ["a#{_1}"])]} }}
    [[any, 20, 1], [all, 20, 300]].each do |condition, count, size|
      sets = Core::MinimalChanges.new(Core::Reading.new(mail)).sets(rulebook(rules: [rule("R", when: condition)]).rules[0])
      assert_equal [count, size], [sets.size, sets.first.size]
    end
  end
end
