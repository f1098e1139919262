# frozen_string_literal: true

require_relative "../support/core_helper"
require_relative "../support/random_rules"
require_relative "../support/random_mail"

# One rule in the place of two: every claim stays as it was.
class JoinedRuleTest < Minitest::Test
  include CoreHelper

  def places(*rules) = Core::JoinedRule.places(rulebook(rules: rules).rules)
  def from(*people) = leaf("from", "is", people)
  def about(*words) = leaf("subject", "mentions", words)

  def test_what_differs_in_one_condition_alone
    one = rule("One", when: {"all" => [from("@a.example"), about("loan")]})
    two = rule("Two", when: {"all" => [from("@a.example"), about("crate", "loan")]})
    assert_equal [[1, 0]], places(one, two)
    assert_equal({"all" => [from("@a.example"), about("loan", "crate")]}, Core::JoinedRule.of(one, two)["when"])
    assert_equal "One", Core::JoinedRule.of(one, two)["name"]
    assert_empty places(one, rule("Both", when: {"all" => [from("@b.example"), about("crate")]}))
    assert_empty places(one, two.merge("then" => {"priority" => "low"}))
    assert_empty places(one, two.merge("enabled" => false))
    assert_empty places(one, two.merge("last_word" => true))
    assert_empty places(*[one, two].map { _1.merge("then" => {"priority" => {"raise" => 1}}) }), "steps add up"
  end

  # With more that must not be there, less is matched.
  def test_where_more_values_would_match_less
    assert_empty places(*%w[a b].map { rule(_1, when: {"none" => [about(_1)]}) })
    assert_empty places(*%w[a b].map { rule(_1, when: leaf("subject", "mentions", [_1], not: true)) })
    assert_empty places(*%w[a b].map { rule(_1, when: leaf("subject", "mentions_all", [_1])) })
    assert_empty places(*%w[a b].map { rule(_1, unless: about(_1)) })
    assert_equal [[1, 0]], places(*%w[a b].map { rule(_1, when: {"any" => [from("@c.example"), about(_1)]}) })
  end

  def test_what_stands_between
    one, two = %w[a b].map { rule(_1, when: about(_1)) }
    assert_equal [[2, 0]], places(one, rule("Flag", then: {"flag" => true}), two)
    assert_empty places(one, rule("Low", then: {"priority" => "low"}), two)
    assert_empty places(one, rule("Last", then: {"flag" => true}, last_word: true), two)
    assert_equal [[2, 0]], places(one, rule("Off", then: {"priority" => "low"}, enabled: false), two)
    last = [one, two].map { _1.merge("last_word" => true) }
    assert_empty places(last[0], rule("Flag", then: {"flag" => true}), last[1]), "it would be cut off for the later"
  end

  def test_at_random_every_claim_stays
    random = Random.new(Minitest.seed)
    rules = RandomRules.new(random)
    mail = RandomMail.new(random).messages(30)
    joined = 0
    500.times do
      made = rules.rule("One").merge("enabled" => true)
      other = JSON.parse(JSON.generate(made)).merge("name" => "Two")
      leaves(other["when"]).select { _1["value"].is_a?(Array) }.sample(random: random)&.then { |leaf| vary(leaf, rules) }
      between = Array.new(random.rand(3)) { rules.rule("B#{_1}") }
      book = rulebook(rules: [made, *between, other])
      place, earlier = Core::JoinedRule.places(book.rules).last
      next unless place == book.rules.size - 1

      joined += 1
      bodies = book.rules.map(&:to_h)
      bodies[earlier] = Core::JoinedRule.of(bodies[earlier], bodies[place])
      without = rulebook(rules: bodies[0...place])
      mail.each do |message|
        one, two = [book, without].map { |each| each.decide(message) }
        assert_equal substance(one), substance(two), JSON.generate(bodies)
      end
    end
    assert_operator joined, :>, 10
  end

  private

  def leaves(node) = node.key?("fact") ? [node] : node.values.first.flat_map { leaves(_1) }
  def substance(claim) = (Core::Claim::SUBSTANCE - [:proposals]).map { claim.public_send(_1) }

  # Other values for the same fact.
  def vary(leaf, rules)
    fact = Core::Facts.find(leaf["fact"])
    20.times do
      drawn = rules.leaf(fact)
      return leaf["value"] = drawn["value"] if drawn["op"] == leaf["op"]
    end
  end
end
