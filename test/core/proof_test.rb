# frozen_string_literal: true

require_relative "../support/core_helper"
require_relative "../support/random_rules"
require_relative "../support/random_mail"

# What is proved of rules is so, of every message there is.
class ProofTest < Minitest::Test
  include CoreHelper

  def proof = @proof ||= Core::Reasoning::Proof.new

  def read(when_part, unless_part = nil, book: rulebook, **more)
    Core::Rule.read(rule(when: when_part, **(unless_part ? {unless: unless_part} : {}), **more), Core::Check.new, book.names)
  end

  def never?(*leaves, **more) = proof.never?(read({"all" => leaves}, **more))
  def implies?(one, other) = proof.implies?(read(one), read(other))

  def matches?(rule, reading) = Core::Matcher.matches?(rule, reading)

  # A condition of which this one is a narrower or a wider form, so that one often follows from the other.
  def bent(node, random, rules)
    return JSON.parse(JSON.generate(node)) if random.rand(4).zero?
    return {%w[all any].sample(random: random) => [node, rules.condition(1)].shuffle(random: random)} if random.rand(3).zero?
    return {"none" => [{"none" => [node]}]} if random.rand(5).zero?
    if node.key?("fact")
      value = node["value"]
      return node.merge("not" => !node["not"]) unless value.is_a?(Array) && node["op"] != "mentions_all"

      return node.merge("value" => value + rules.leaf(Core::Facts.find(node["fact"]))["value"])
    end
    kind, members = node.first
    {kind => members.map { random.rand(2).zero? ? bent(_1, random, rules) : _1 }.drop(random.rand(2))}
  end

  def test_what_is_proved_holds_of_random_mail
    random = Random.new(Minitest.seed)
    rules = RandomRules.new(random)
    travels = OWNER.merge("trips" => [{"time_zone" => "America/New_York", "from" => "2027-03-08", "until" => "2027-03-10"}])
    books = [rulebook, rulebook(owner: travels)]
    readings = RandomMail.new(random).messages(300).map { Core::Reading.new(_1) }
    proved = Hash.new(0)
    600.times do
      book = books.sample(random: random)
      base = rules.condition(2)
      one = read(base, [nil, nil, rules.condition(1)].sample(random: random), book: book)
      wider = [bent(base, random, rules), rules.condition(2)].sample(random: random)
      other = read(wider, [nil, nil, rules.condition(1)].sample(random: random), book: book)
      next unless one && other # a value of the one operator may be none of the other

      told = {never: proof.never?(one), always: proof.always?(one), implies: proof.implies?(one, other)}
      matched, others = [one, other].map { |each| readings.select { matches?(each, _1) } } if told.value?(true)
      assert_empty matched, "never: #{Core::Sentence.rule(one)}" if told[:never]
      assert_equal readings, matched, "always: #{Core::Sentence.rule(one)}" if told[:always]
      assert_empty matched - others, "#{Core::Sentence.rule(one)}\n=> #{Core::Sentence.rule(other)}" if told[:implies]
      told.each { |kind, so| proved[kind] += 1 if so }
    end
    assert_operator proved.values_at(:never, :always, :implies).min, :>, 20, proved
  end

  # What each type of fact knows of itself, and of its kin.
  def test_what_can_never_be
    [
      [leaf("has_attachment", "is", false), leaf("attachment_count", "at_least", 1)],
      [leaf("attachment_name", "contains", ["pdf"]), leaf("has_attachment", "is", true, not: true)],
      [leaf("attachment_count", "at_least", 2.5), leaf("attachment_count", "at_most", 2.6)],
      [leaf("kind", "is", %w[list person]), leaf("kind", "is", %w[person notice]), leaf("kind", "is", %w[list notice])],
      [leaf("kind", "is", ["person"]), leaf("automatic", "is", true)], [leaf("kind", "is", ["list"]), leaf("to_list", "is", false)],
      [leaf("from", "is", ["ana@casadomar.example"]), leaf("from", "is", ["contacts"], not: true)],
      [leaf("to", "is", ["x@sub.b.example"]), leaf("recipients", "is", ["@b.example"], not: true)],
      [leaf("from_me", "is", true), leaf("from", "is", ["me"], not: true)], [leaf("my_role", "is", ["cc"]), leaf("to", "is", ["me"])],
      [leaf("my_role", "is", ["only_to"]), leaf("cc", "is", ["@b.example"])],
      [leaf("to", "is", ["me"]), leaf("recipient_count", "at_most", 0)],
      [leaf("subject", "mentions", ["new loan"]), leaf("anywhere", "mentions", ["loan*"], not: true)],
      [leaf("subject", "is", ["Loan 14"]), leaf("subject", "mentions", ["crate"])],
      [leaf("subject", "starts_with", ["re:"]), leaf("subject", "starts_with", ["fw:", "aw:"])],
      [leaf("subject_or_body", "contains", ["a loan to"]), leaf("subject", "mentions", ["loan"], not: true),
        leaf("body", "contains", ["oan"], not: true)],
      [leaf("subject", "mentions_all", ["loan", "crate"]), leaf("subject", "mentions", ["crate"], not: true)],
      [leaf("sent_on", "after", "2027-03-08"), leaf("sent_on", "on", "2027-03-09", not: true), leaf("sent_on", "before", "2027-03-10")],
      [leaf("in_window", "is", ["Morning"]), leaf("arrival", "within", {"days" => WORKING, "from" => "08:30", "to" => "12:00"}, not: true)],
      [leaf("account", "is", ["Work"]), leaf("account", "is", ["WORK", "Desk"], not: true)]
    ].each { |leaves| assert never?(*leaves), leaves.inspect }
    assert never?(leaf("arrived_on", "on", "2027-03-09"), from_date: "2027-03-10")
    assert proof.always?(read({"any" => [leaf("to_list", "is", true), leaf("to_list", "is", false)]}))
    either = {"any" => [leaf("from", "is", ["group:Lenders"]), leaf("to_list", "is", true)]}
    assert implies?(leaf("from", "is", ["a@northgate.example"]), either)
  end

  def test_what_may_be_is_not_called_impossible
    [
      [leaf("from", "is", ["a@b.example"]), leaf("from", "is", ["c@d.example"])], [leaf("sent_on", "before", "2027-03-09", not: true)],
      [leaf("header:X-Thing", "is", ["a"]), leaf("header:X-Thing", "is", ["b"])],
      [leaf("kind", "is", ["person"]), leaf("has_unsubscribe", "is", true)],
      [leaf("subject", "contains", ["oan"]), leaf("subject", "mentions", ["loan"], not: true)],
      [leaf("subject_or_body", "mentions", ["loan"]), leaf("subject", "mentions", ["loan"], not: true)],
      [leaf("from", "contains", ["north"]), leaf("from", "is", ["@northgate.example"], not: true)],
      [leaf("attachment_name", "contains", ["a"], not: true), leaf("attachment_count", "at_most", 0)]
    ].each { |leaves| refute never?(*leaves), leaves.inspect }
  end

  # Nobody waits for a proof: what takes too long is not said.
  def test_the_work_is_bounded
    words = Array.new(400) { |n| "word#{n}" }
    wide = Array.new(12) { |n| {"any" => Array.new(12) { |m| leaf("subject", "contains", ["a#{n}x#{m}"]) }} }
    took = cpu_seconds do
      refute implies?(leaf("body", "mentions", words), leaf("body", "mentions", words.map { "#{_1}x" }))
      refute proof.implies?(read({"all" => wide}), read({"all" => wide.reverse + [leaf("subject", "contains", ["nothing"])]}))
    end
    assert_operator took, :<, 3
  end
end
