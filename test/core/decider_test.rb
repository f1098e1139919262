# frozen_string_literal: true

require_relative "../support/core_helper"

class DeciderTest < Minitest::Test
  include CoreHelper

  def decide(*rules, **fields) = rulebook(rules: rules).decide(mail(**fields))
  def told(...) = Core::ClaimReport.new(decide(...), LISBON).to_h["trace"]
  def outcomes(claim) = claim.trace["rules"].map { _1["outcome"] }

  def test_the_first_to_speak_decides_and_the_later_is_outranked
    claim = decide(rule("A", then: {"priority" => "low", "labels" => ["Loans"]}),
      rule("B", then: {"priority" => "top", "ink" => "Copper", "labels" => %w[Border Loans]}))
    assert_equal ["low", "Copper", %w[Loans Border]], [claim.priority, claim.ink, claim.labels]
    assert_equal({"priority" => "A"}, claim.trace["rules"][1]["outranked"])
  end

  def test_steps_add_up_and_are_bounded_once
    steps = ->(*list) { decide(*list.each_with_index.map { |value, index| rule("R#{index}", then: {"priority" => value}) }).priority }
    assert_equal "top", steps.call({"raise" => 5})
    assert_equal "high", steps.call({"raise" => 5}, {"lower" => 4})
    assert_equal "normal", steps.call({"lower" => 2}, "top")
    assert_equal "low", steps.call("low", {"lower" => 1})
  end

  def test_each_rule_has_one_outcome_the_first_that_applies
    claim = decide(
      rule("Off", enabled: false), rule("Dated", until_date: "2027-03-08"), rule("Not", when: {"any" => []}),
      rule("Except", unless: {"all" => []}),
      rule("Asks", ask_first: true, last_word: true, then: {"priority" => "top"}),
      rule("Last", last_word: true, from_date: "2027-03-09", until_date: "2027-03-09"), rule("Below", then: {"priority" => "low"})
    )
    assert_equal %w[disabled out_of_dates no_match unless asks_first matched not_reached], outcomes(claim)
    assert_equal "high", claim.priority
    assert_equal [{"rule" => "Asks", "said" => {"priority" => "top"}}], claim.proposals
  end

  def test_all_effects_show_in_the_claim
    claim = decide(rule(then: {"keep_at_top" => true, "flag" => true, "mark_read" => true, "follow_up" => {"in" => "P1D"},
                               "forward" => ["accounts@lanternquay.example"], "reply" => "Thanks",
                               "alert" => {"level" => "chime", "text" => "x"}, "timing" => {"now" => true}}))
    assert_equal [true, true, true, at("09:14", "2027-03-10"), ["accounts@lanternquay.example"], "Thanks", "chime"],
      [claim.keep_at_top, claim.flag, claim.mark_read, claim.follow_up_at, claim.forward, claim.reply, claim.alert["level"]]
    assert_equal "2027-03-09T09:14:00+00:00", Core::ClaimReport.new(claim, LISBON).to_h["arrived_at"]
  end

  def test_the_trace_says_what_was_found_and_what_was_there_instead
    condition = {"all" => [leaf("subject", "mentions", ["customs", "paper*"]), leaf("from", "is", ["group:Lenders"])]}
    held = told(rule(when: condition), subject: "The Papérs at CUSTOMS")["rules"][0]["evidence"]
    assert_equal [["/when/all/0", true, "CUSTOMS, Papérs"], ["/when/all/1", true, "ana@casadomar.example"]], held.map {
      _1.values_at("path", "held", "found")
    }
    failed = told(rule(when: condition), subject: "x" * 300, from: "z@y.example")["rules"][0]["evidence"]
    assert_equal [[false, "x" * 200], [false, "z@y.example"]], failed.map { _1.values_at("held", "found") }
  end

  def test_the_account_of_the_timing
    assert_equal ["covered by window Morning", "round Mid at 10:30"], told["timing"]
    assert_equal ["straight in by rule Now"], told(rule("Now", then: {"timing" => {"now" => true}}))["timing"]
  end

  # Rules of every shape that can be looked up, and of some that cannot.
  def test_what_is_found_by_look_up_comes_to_the_same_claims
    random = Random.new(11)
    pick = ->(list) { list[random.rand(list.size)] }
    words = ["loan", "cust*", "crate 7", "papers", "x", "grüße"]
    leaves = -> {
      [leaf(pick.call(%w[subject body subject_or_body anywhere attachment_name header:X-Ship]), pick.call(%w[mentions mentions_all]),
        [pick.call(words), pick.call(words)].uniq),
        leaf(pick.call(%w[from to cc recipients]), "is", [pick.call(["@b.example", "a@sub.b.example", "group:Lenders", "me"])]),
        leaf("kind", "is", [pick.call(%w[person list notice])]),
        leaf("to_list", "is", pick.call([true, false])), leaf("subject", "contains", ["oa"]), leaf("size", "at_least", 5)]
        .then { pick.call(_1) }.merge(random.rand(6).zero? ? {"not" => true} : {})
    }
    grow = ->(depth) {
      (depth.zero? || random.rand(3)
          .zero?) ? leaves.call : {pick.call(%w[all any none]) => Array.new(random.rand(3)) { grow.call(depth - 1) }}
    }
    rules = Array.new(120) do |n|
      rule("R#{n}", when: grow.call(2), then: {"priority" => pick.call(%w[top low])}, last_word: random.rand(25).zero?,
        enabled: random.rand(9).positive?)
    end
    book = rulebook(rules: rules)
    plain = Core::Decider.new(book, candidates: Core::Decider::EveryRule.new(book.rules))
    80.times do
      letter = mail(from: pick.call(%w[a@sub.b.example ana@casadomar.example z@z.example]), cc: [pick.call(%w[x@b.example y@y.example])],
        subject: Array.new(3) { pick.call(%w[Loan customs crate 7 lunch GRÜSSE]) }.join(" "),
        body: pick.call(["papers for the crate 7", "", "X marks"]),
        headers: pick.call([{}, {"list-id" => ["<l>"]}, {"x-ship" => ["loan papers"]}]), size: random.rand(9))
      reading = Core::Reading.new(letter)
      assert_equal plain.decide(reading), book.decide(letter)
    end
  end

  G = PropCheck::Generators

  def trees
    leaves = (1..6).map { G.constant(leaf("subject", "mentions", ["w#{_1}"])) } +
      [G.constant(leaf("subject", "mentions", ["w1"], not: true))]
    G.tree(G.one_of(*leaves)) do |sub|
      G.fixed_hash(kind: G.one_of(*%w[all any none].map { |kind| G.constant(kind) }), of: G.array(sub, min: 1, max: 3)).map do
        {_1[:kind] => _1[:of]}
      end
    end
  end

  # Were every leaf that the trace names to turn out otherwise, the outcome would too.
  def test_the_evidence_is_decisive
    PropCheck.forall(tree: trees, words: G.array(G.choose(1..6), max: 6, uniq: true)).with_config(n_runs: 200) do |tree:, words:|
      check = Core::Check.new
      node = Core::Condition.read(tree, check, rulebook.names)
      next if check.faults.any?

      reading = Core::Reading.new(mail(subject: words.map { "w#{_1}" }.join(" ")))
      named = Core::Evidence.of(node, reading, "").map { _1["path"] }
      assert_equal !Core::Matcher.holds?(node, reading), flipped(tree, "", named, reading) if named.any?
      assert_equal Core::Matcher.holds?(node, reading), flipped(tree, "", [], reading)
    end
  end

  def flipped(tree, path, named, reading)
    kind, members = tree.first
    return holds?(tree, reading.message) ^ named.include?(path) if tree.key?("fact")

    answers = members.each_with_index.map { |member, index| flipped(member, "#{path}/#{kind}/#{index}", named, reading) }
    {"all" => answers.all?, "any" => answers.any?, "none" => answers.none?}.fetch(kind)
  end
end
