# frozen_string_literal: true

require_relative "../support/core_helper"
require_relative "../support/random_rules"

# A rule while it is being written, what can never hold in it, and what rules carry with them.
class DraftsTest < Minitest::Test
  include CoreHelper

  def draft(**body)
    Core::Draft.new({"name" => "D", "when" => {"all" => []}, "then" => {"flag" => true}}.merge(body.transform_keys(&:to_s)), rulebook.names)
  end

  def clashes(*leaves, unless_any: nil)
    Core::Clashes.new(draft(when: {"all" => leaves}, unless: unless_any && {"any" => unless_any}).nodes).to_a.map(&:pointers)
  end

  def test_what_cannot_hold_together
    apart = ["/when/all/0", "/when/all/1"]
    [
      [leaf("from", "is", ["a@b.example"]), leaf("from", "is", ["c@d.example", "me"])],
      [leaf("from", "is", ["@b.example"]), leaf("from", "is", ["group:Lenders"])],
      [leaf("kind", "is", ["list"]), leaf("kind", "is", %w[person notice])], [leaf("size", "at_least", 10), leaf("size", "at_most", 9)],
      [leaf("to_list", "is", true), leaf("to_list", "is", false)],
      [leaf("subject", "mentions", ["a"]), leaf("subject", "mentions", ["a"], not: true)],
      [leaf("arrived_on", "on", "2027-03-09"), leaf("arrived_on", "before", "2027-03-09")],
      [leaf("arrived_on", "after", "2027-03-08"), leaf("arrived_on", "before", "2027-03-09")],
      [leaf("subject", "is", ["a"]), leaf("subject", "is", ["b"])]
    ].each { |pair| assert_equal [apart], clashes(*pair), pair.inspect }
    assert_equal [["/when/all/0", "/unless/any/0"]], clashes(leaf("to_list", "is", true), unless_any: [leaf("to_list", "is", true)])
    nested = Core::Clashes.new(draft(when: {"all" => [leaf("to_list", "is", true), {"all" => [leaf("to_list", "is", false)]}]}).nodes).to_a
    assert_equal [["/when/all/0", "/when/all/1/all/0"]], nested.map(&:pointers)
  end

  def test_what_can_hold_together_is_left_alone
    [
      [leaf("from", "is", ["a@northgate.example"]), leaf("from", "is", ["group:Lenders"])],
      [leaf("from", "is", ["@sub.northgate.example"]), leaf("from", "is", ["@northgate.example"])],
      [leaf("to", "is", ["a@b.example"]), leaf("to", "is", ["c@d.example"])],
      [leaf("from", "is", ["a@b.example"]), leaf("from", "is", ["c@d.example"], not: true)],
      [leaf("subject", "mentions", ["a"]), leaf("subject", "mentions", ["b"])], [leaf("size", "at_least", 9), leaf("size", "at_most", 9)],
      [leaf("arrived_on", "after", "2027-03-08"), leaf("arrived_on", "before", "2027-03-10")],
      [leaf("kind", "is", %w[list person]), leaf("kind", "is", %w[person])]
    ].each { |pair| assert_empty clashes(*pair), pair.inspect }
    assert_empty Core::Clashes.new(draft(when: {"any" => [leaf("to_list", "is", true), leaf("to_list", "is", false)]}).nodes).to_a
  end

  # No message meets what is said to be impossible.
  def test_what_is_called_impossible_never_holds
    random = RandomRules.new(Random.new(Minitest.seed))
    messages = Array.new(40) do |n|
      mail(from: RandomRules::PEOPLE.grep(/\A\S+@/)[n % 3], subject: RandomRules::WORDS[n % 5], size: n,
        headers: n.even? ? {"list-id" => ["<l>"]} : {}, attachments: [])
    end
    called = 400.times.sum do
      fact = random.fact
      leaves = Array.new(2) { random.leaf(fact) }
      next 0 if clashes(*leaves).empty?

      assert(messages.none? { holds?({"all" => leaves}, _1) }, leaves.inspect)
      1
    end
    assert_operator called, :>, 0
  end

  def test_a_half_written_rule_keeps_what_can_be_read
    made = draft(name: " ", when: {"all" => [leaf("subject", "mentions", []), leaf("from", "is", ["me"]),
      leaf("from", "is", ["group:None"])]}, then: {"priority" => "high", "ink" => "Nothing"}, from_date: "2027-13-01")
    assert_equal ["/when/all/0"], made.unfinished
    assert_equal %w[/name /when/all/2/value/0 /then/ink /from_date].sort, made.faults.map(&:pointer).sort
    assert_equal [%w[/when/all/1 /when], {"priority" => "high"}], [made.nodes.keys, made.rule.effects.said]
    refute made.complete?
    assert draft.complete?
    assert_nil draft(when: "all").rule
  end

  # Every place of a value but the whole, as the keys that lead there.
  def places(value)
    return [] unless value.is_a?(Hash) || value.is_a?(Array)

    (value.is_a?(Hash) ? value.keys : value.each_index.to_a).flat_map { |key| [[key], *places(value[key]).map { [key, *_1] }] }
  end

  # Whatever is still empty in a rule that is being written, it is answered, each fault stands at a place of the rule, and is
  # a sentence that says nothing of how the rule is kept.
  def test_whatever_is_empty_is_told_as_a_sentence
    random = Random.new(Minitest.seed)
    rules = RandomRules.new(random)
    told = 300.times.flat_map do
      body = JSON.parse(JSON.generate(rules.rule))
      *way, last = places(body).sample(random: random)
      (way.empty? ? body : body.dig(*way))[last] = [nil, "", [], {}].sample(random: random)
      draft = Core::Draft.new(body, rulebook.names)
      draft.nodes
      draft.faults.each { assert_match(/\A(\/|\z)/, _1.pointer, body.inspect) }
    end
    assert_operator told.size, :>, 50
    told.each do |fault|
      assert_match(/\A[A-Z“\d].+\.\z/m, fault.message)
      refute_match(/\bnull\b|found ""|found an empty|\bnil\b/, fault.message)
    end
    assert_includes told.map(&:message).join(" "), "nothing stands here."
  end

  def test_names_that_rules_use_can_be_told_and_changed
    body = rule("R", when: {"all" => [leaf("from", "is", ["group:Lenders", "me"]),
      {"any" => [leaf("in_window", "is", ["Night"]), leaf("from", "contains", ["group:Lenders"])]}]},
      then: {"labels" => ["Loans"], "ink" => "Copper", "timing" => {"round" => "First"}, "forward" => ["accounts@lanternquay.example"],
             "reply" => "Thanks"})
    assert_equal [%w[Lenders], %w[Loans], %w[Copper], %w[Thanks], %w[First], %w[Night], ["accounts@lanternquay.example"], []],
      Core::References.of(body).values
    renamed = Core::References.rename(body) { |kind, name| (kind == "groups") ? "Museums" : name }
    assert_equal [["group:Museums", "me"], ["group:Lenders"]],
      [renamed["when"]["all"][0]["value"], renamed["when"]["all"][1]["any"][1]["value"]]
  end

  def test_an_excerpt_can_be_read_by_itself
    random = RandomRules.new(Random.new(Minitest.seed))
    whole = document(rules: Array.new(8) { random.rule("R#{_1}") })
    Core::Rulebook.read(whole)
    8.times { |n| assert_equal ["R#{n}"], Core::Rulebook.read(Core::RulebookExcerpt.of(whole, ["R#{n}"])).rules.map(&:name) }
  end

  def merge(theirs, choices = {}) = Core::RulebookMerge.new(document(rules: [rule("Mine"), rule("Both")]), theirs, choices: choices)

  def test_two_rulebooks_become_one
    theirs = document(rules: [rule("Both", then: {"labels" => ["Border"]}), rule("Theirs", when: leaf("from", "is", ["group:Lenders"]))],
      groups: [{"name" => "LENDERS", "members" => ["@new.example"]}])
    assert_equal %w[groups/Lenders rules/Both], merge(theirs).clashes.map(&:key)
    kept = merge(theirs).document
    assert_equal [%w[Theirs Mine Both], ["@northgate.example", "ana@casadomar.example"]],
      [kept["rules"].map { _1["name"] }, kept["groups"][0]["members"]]
    both = merge(theirs, {"groups/Lenders" => "both", "rules/Both" => "theirs"}).document
    assert_equal [["Lenders", "LENDERS (2)"], ["group:LENDERS (2)"], {"labels" => ["Border"]}],
      [both["groups"].map { _1["name"] }, both["rules"][0]["when"]["value"], both["rules"][2]["then"]]
    [kept, both].each { Core::Rulebook.read(_1) }
    assert_empty merge(document(rules: [rule("Mine")])).clashes
  end
end
