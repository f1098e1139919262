# frozen_string_literal: true

require_relative "../support/core_helper"
require_relative "../support/house_helper"
require_relative "../support/random_rules"

class HouseRulesTest < Minitest::Test
  include CoreHelper
  include HouseHelper

  ALL = {"all" => []}.freeze

  def followed(*rules, own: [], chosen: {}, **parts)
    rulebook(rules: own, house: [following(edition(*rules, **parts), **chosen)])
  end

  def faults(*rules, **parts)
    Core::HouseEdition.parse(JSON.generate(edition(*rules, **parts)))
    []
  rescue Core::Refused => refused
    refused.faults.map { [_1.pointer, _1.message] }
  end

  def says(priority) = {"priority" => priority}

  def test_they_are_read_in_the_order_of_their_firmness_around_ones_own
    book = followed(house_rule("Offered", "offered"), house_rule("Suggested", "suggested"), house_rule("Firm", "for_all"),
      own: [rule("Mine")])
    assert_equal %w[Firm Mine Suggested Offered], book.rules.map(&:name)
    assert_equal ["Mine"], book.own.map(&:name)
    assert_equal %w[disabled], book.decide(mail).trace["rules"].select { _1["rule"] == "Offered" }.map { _1["outcome"] }
  end

  def test_one_for_all_cannot_be_outranked_and_a_suggested_one_gives_way
    own = [rule("Mine", then: says("normal"))]
    assert_equal "top", followed(house_rule("Firm", "for_all", then: says("top")), own: own).decide(mail).priority
    assert_equal "normal", followed(house_rule("Hint", "suggested", then: says("top")), own: own).decide(mail).priority
    assert_equal "top", followed(house_rule("Hint", "suggested", then: says("top"))).decide(mail).priority
  end

  def test_what_is_offered_or_suggested_is_the_persons_to_switch_and_what_is_for_all_is_not
    given = [house_rule("Firm", "for_all"), house_rule("Hint", "suggested"), house_rule("Gift", "offered")]
    chosen = followed(*given, chosen: {on: ["gift"], off: %w[Hint Firm]})
    assert_equal({"Firm" => true, "Hint" => false, "Gift" => true}, chosen.rules.to_h { [_1.name, _1.enabled] })
  end

  def test_while_all_rules_are_paused_those_for_all_are_read_all_the_same
    pauses = Core::Pauses.new([{"from" => "2027-03-09T08:00:00Z", "to" => nil}])
    book = Core::Rulebook.read(document(rules: [rule("Mine", then: says("low"))],
      house: [following(edition(house_rule("Firm", "for_all", then: {"labels" => ["Fire"]}), labels: [label("Fire")]))]), pauses: pauses)
    claim = book.decide(mail)
    assert_equal ["normal", ["Fire"]], [claim.priority, claim.labels]
    assert_equal %w[matched paused], claim.trace["rules"].map { _1["outcome"] }
    assert_equal ["matched", []], Core::WhyNot.new(book, book.by_name["Firm"], mail).then { [_1.outcome, _1.in_the_way] }
    assert_equal "paused", Core::WhyNot.new(book, book.by_name["Mine"], mail).outcome
  end

  def test_why_not_says_whose_rule_stands_in_the_way
    book = followed(house_rule("Firm", "for_all", then: says("top")), own: [rule("Mine", then: says("low"))])
    text = Core::WhyNotText.new(Core::WhyNot.new(book, book.by_name["Mine"], mail))
    assert_equal ["“Firm” (house rule, for all, by Lantern Quay Museum) decides the priority before it."], text.in_the_way
    firm = Core::WhyNotText.new(Core::WhyNot.new(book, book.by_name["Firm"], mail))
    assert_equal "“Firm” (house rule, for all, by Lantern Quay Museum) matched.", firm.lines.first
  end

  def label(name, colour = "#AA0000") = {"name" => name, "colour" => colour}

  def test_each_of_them_is_told_apart_in_the_trace
    book = followed(house_rule("Firm", "for_all"), number: 4, own: [rule("Mine")], chosen: {rules_since: {"firm" => "2027-03-02"}})
    firm, mine = book.decide(mail).trace["rules"]
    assert_equal({"publisher" => PUBLISHER, "firmness" => "for_all", "edition" => 4, "since" => "2027-03-02"}, firm["house"])
    refute mine.key?("house")
    assert_equal "for all, by Lantern Quay Museum since 2 March 2027", Core::HouseMark.said(firm["house"])
  end

  # Its own people are meant, whoever is called so here; one's own rules go on meaning one's own.
  def test_a_group_of_a_name_that_is_taken_is_another
    theirs = [{"name" => "lenders", "members" => ["@office.example"]}]
    asks = {"fact" => "from", "op" => "is", "value" => ["group:Lenders"]}
    book = followed(house_rule("Firm", "for_all", when: asks, then: says("top")), groups: theirs,
      own: [rule("Mine", when: asks, then: says("low"))])
    assert_equal %w[top low normal], ["a@office.example", "ana@casadomar.example", "x@y.example"].map {
      book.decide(mail(from: _1)).priority
    }
    assert_includes Core::Sentence.rule(book.by_name["Firm"]), "lenders (Lantern Quay Museum)"
    alike = followed(house_rule("Firm", "for_all", when: asks),
      groups: [{"name" => "Lenders", "members" => document["groups"][0]["members"]}])
    assert_empty Core::HouseParts.of(alike.document).things("groups")
  end

  def test_labels_and_inks_look_as_the_person_has_made_them
    book = followed(house_rule("Firm", "for_all", then: {"labels" => %w[loans Fire], "ink" => "copper"}),
      labels: [label("Loans"), label("Fire")], inks: [{"name" => "Copper", "colour" => "#0000AA"}])
    claim = book.decide(mail)
    assert_equal [%w[Loans Fire], "Copper"], [claim.labels, claim.ink]
    assert_equal "#2F6B4F", book.names.find(:labels, "loans")["colour"]
    assert_equal "#AA0000", book.names.find(:labels, "fire")["colour"]
  end

  def test_ones_own_rules_and_views_may_name_what_the_office_brings
    named = {"fact" => "from", "op" => "is", "value" => ["group:Wardens"]}
    book = followed(groups: [{"name" => "Wardens", "members" => ["w@office.example"]}], own: [rule("Mine", when: named)])
    assert_equal "high", book.decide(mail(from: "w@office.example")).priority
  end

  def test_a_name_that_is_taken_gets_the_publishers_behind_it
    book = followed(house_rule("Mine", "for_all"), house_rule("Mine (Lantern Quay Museum)", "suggested"), own: [rule("mine")])
    assert_equal ["Mine (Lantern Quay Museum)", "mine", "Mine (Lantern Quay Museum) (Lantern Quay Museum)"], book.rules.map(&:name)
  end

  def test_days_off_of_the_office_hold_and_are_no_part_of_ones_own_plan
    book = followed(days_off: ["2027-03-09", {"from" => "2027-12-24", "until" => "2027-12-31", "name" => "Closed"}])
    assert_includes book.plan.days_off, Date.new(2027, 3, 9)
    assert_equal ["2027-03-19"], book.plan.to_h["days_off"]
    assert_equal [PUBLISHER], book.plan.offs.map(&:publisher).compact.uniq
  end

  def test_each_fault_of_an_edition_is_told_where_it_is
    asks = house_rule("A", "for_all", ask_first: true, then: {"reply" => "Hello"})
    told = faults(asks, house_rule("B", "must"), rule("C"), house_rule("D", "offered", then: {"timing" => {"round" => "Morning"}}),
      house_rule("E", "offered", when: {"fact" => "from", "op" => "is", "value" => ["group:Nobody"]}), contact: "nowhere",
      templates: [{"name" => "Hello", "text" => "Hello"}], days_off: ["2027-02-30"], holds_from: "soon")
    assert_equal %w[/contact /days_off/0 /holds_from /rules/0/ask_first /rules/0/then/reply /rules/1/firmness /rules/2/firmness
      /rules/3/then/timing/round /rules/4/when/value/0], told.map(&:first).sort
    assert_includes told.to_h["/rules/0/then/reply"], "sends nothing in a person’s name"
    assert_includes told.to_h["/rules/2/firmness"], "how firm"
  end

  def test_what_is_no_edition_is_refused_whole
    [["[]", ""], ["{\"format\": \"up-front-rulebook\"}", nil], ["{", ""], ["\"#{"x" * (1024 * 1024)}\"", ""],
      [JSON.generate(document), nil]].each do |text, pointer|
      error = assert_raises(Core::Refused) { Core::HouseEdition.parse(text) }
      assert_equal pointer, error.faults.first.pointer if pointer
      error.faults.each { refute_match(%r{/\w+/}, _1.message) }
    end
  end

  def test_a_rulebook_that_follows_one_place_twice_or_says_no_day_is_refused
    twice = [following(edition), following(edition)]
    assert_raises(Core::Refused) { rulebook(house: twice) }
    assert_raises(Core::Refused) { rulebook(house: [following(edition, rules_since: {"a" => "30 Feb"})]) }
    assert_raises(Core::Refused) { rulebook(house: [following(edition).except("since")]) }
  end

  # Whatever an office publishes that can be read by itself, can be read into any rulebook, and the person's own rules mean what they did.
  def test_an_edition_that_can_be_read_can_be_read_into_any_rulebook
    random = Random.new(24)
    60.times do
      own = RandomRules.new(random).then { |made| Array.new(random.rand(6)) { |n| made.rule("R#{n}") } }
      theirs = RandomRules.new(random).then { |made| Array.new(random.rand(6)) { |n| made.rule("R#{n}") } }
      theirs = theirs.map { |body| body.merge("firmness" => Core::HouseMark::FIRMNESS.sample(random: random)) }
      given = edition(*theirs, **document.slice("groups", "labels", "inks", "templates").transform_keys(&:to_sym),
        groups: [{"name" => "Lenders", "members" => ["@office.example"]}])
      next if unreadable?(given)

      plain = rulebook(rules: own)
      whole = rulebook(rules: own, house: [following(given)])
      assert_equal plain.rules.map(&:to_h), whole.own.map(&:to_h)
      assert_equal own.size + theirs.size, whole.by_name.size
      assert_equal whole.rules.map(&:name), Core::Rulebook.read(JSON.parse(JSON.generate(whole.document))).rules.map(&:name)
    end
  end

  def unreadable?(given)
    Core::HouseEdition.parse(JSON.generate(given))
    false
  rescue Core::Refused
    true
  end
end
