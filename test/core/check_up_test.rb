# frozen_string_literal: true

require_relative "../support/core_helper"
require_relative "../support/random_rules"
require_relative "../support/random_mail"

# What the check-up finds is so, all that is planted is found, and nothing is found where nothing is wrong.
class CheckUpTest < Minitest::Test
  include CoreHelper

  NOW = Time.utc(2027, 3, 9, 8)

  def check(book, mail: nil, **more) = Core::CheckUp.new(book, at: NOW, mail: mail, **more).findings
  def told(findings) = findings.map { [_1.kind, _1.rules] }
  def found(*rules, **more) = told(check(bare(rules), **more))

  # A rulebook in which nothing is left unused.
  def bare(rules, **more)
    document = document(rules: rules, **more)
    bodies = document["rules"].map { Core::References.of(_1) }
    %w[groups labels inks templates].each do |kind|
      document[kind] = document[kind].select { |thing| bodies.any? { _1.fetch(kind).include?(thing["name"]) } }
    end
    Core::Rulebook.read(document)
  end

  # Two hundred rules, each of which has mail of its own.
  def healthy
    Array.new(200) do |n|
      people = ["p#{n}@house#{n % 7}.example", "q#{n}@other.example"]
      rule("Rule #{n}", when: {"all" => [leaf("from", "is", people), leaf("subject", "mentions", ["word#{n}"])]},
        then: [{"priority" => "high"}, {"timing" => {"now" => true}}, {"labels" => ["Loans"]}, {"alert" => {"level" => "tap"}}][n % 4])
    end
  end

  # Each kind with the rules that it names, and the rule that is put after all others for it.
  def planted
    by_list = leaf("to_list", "is", true)
    {
      "never_matches" => [["X"], rule("X", when: {"all" => [leaf("size", "at_least", 9), leaf("size", "at_most", 3)]})],
      "never_decides" => [["X", "Rule 4"], rule("X", when: leaf("from", "is", ["p4@house4.example"]),
        unless: leaf("subject", "mentions", ["word4"], not: true), then: {"priority" => "low"})],
      "same" => [["X", "Rule 8"], rule("X", when: {"all" => [leaf("subject", "mentions", ["WORD8"]),
        {"any" => [leaf("from", "is", ["q8@other.example", "p8@house1.example"])]}]})],
      "implied" => [["X", "Rule 6"], rule("X", when: {"all" => [leaf("subject", "is", ["a word6"]),
        leaf("from", "is", ["q6@other.example"])]}, then: {"labels" => ["Loans"]})],
      "could_be_one" => [["X", "Rule 199"], rule("X", when: {"all" => [leaf("from", "is", %w[p199@house3.example q199@other.example]),
        leaf("subject", "mentions", ["seal"])]}, then: {"alert" => {"level" => "tap"}})],
      "nearly_implied" => [["X", "Rule 6"], rule("X", when: {"all" => [leaf("subject", "mentions", ["word6", "words6"]),
        leaf("from", "is", ["q6@other.example"])]}, then: {"labels" => ["Loans"]})],
      "matches_all" => [["X"], rule("X", when: {"none" => []}, then: {"flag" => true})],
      "dates_past" => [["X"], rule("X", when: by_list, until_date: "2027-03-08")],
      "never_surfaces" => [["X"], rule("X", when: by_list, then: {"timing" => {"until" => {"after" => "P400D"}}})]
    }
  end

  def test_what_is_planted_among_two_hundred_is_found_and_nothing_else
    date = Date.new(2027, 3, 9)
    took = cpu_seconds { assert_empty found(*healthy, date: date) }
    assert_operator took, :<, 5
    planted.each do |kind, (rules, planted)|
      findings = check(bare([*healthy, planted]), date: date)
      assert_includes told(findings), [kind, rules]
      assert_equal [["X"]], findings.map { _1.rules.first(1) }.uniq, kind
      assert findings.all?(&:proved)
      assert findings.all? { _1.where.start_with?("/rules/200") }
    end
  end

  def test_what_nothing_names_and_groups_of_nobody
    book = rulebook(rules: [rule(when: leaf("from", "is", ["group:nobody"]), then: {"ink" => "copper"})],
      groups: [{"name" => "Nobody", "members" => []}], views: [{"name" => "V", "when" => leaf("label", "is", ["Loans"])}])
    findings = check(book, in_use: {"templates" => ["THANKS"]})
    assert_equal [%w[never_matches /rules/0], %w[empty_group /groups/0], %w[unused /labels/1]], findings.map { [_1.kind, _1.where] }
    assert_equal "Nobody is in the group “Nobody”, which “A rule” asks for.", findings[1].said
  end

  def test_a_plan_that_lets_nothing_in
    always = {"name" => "All", "days" => Core::Weekdays::ALL, "from" => "00:00", "to" => "00:00"}
    for_ever = {"windows" => [always], "rounds" => [], "days_off" => []}
    assert_equal [["never_surfaces", "/plan"]], check(bare([], plan: for_ever)).map { [_1.kind, _1.where] }
    years = %w[2027 2028].map { |year| {"from" => "#{year}-01-01", "until" => "#{year}-12-31"} }
    off = document["plan"].merge("days_off" => years)
    waits = rule("Waits", when: leaf("to_list", "is", true), then: {"timing" => {"round" => "Mid"}})
    assert_includes told(check(bare([waits], plan: off))), ["never_surfaces", ["Waits"]]
  end

  # An exception is a narrower rule read before a wider one; only the other way round do they work against each other.
  def test_all_but_for_one_word
    wide = rule("Wide", when: {"all" => [leaf("from", "is", ["@casadomar.example"]), leaf("subject", "mentions", ["loan"])]})
    narrow = ->(words, **more) {
      rule("Narrow", when: {"all" => [leaf("from", "is", ["ana@casadomar.example"]), leaf("subject", "mentions", words)]}, **more)
    }
    assert_equal "“Narrow” says nothing that “Wide” does not say of the same mail, but for one word: “loans”.",
      check(bare([wide, narrow.call(%w[loan loans])])).first.said
    refute_includes found(wide, narrow.call(%w[loan])).map(&:first), "nearly_implied"
    assert_empty found(wide, narrow.call(%w[loans crates])), "two words"
    assert_empty found(wide, narrow.call(%w[loans], then: {"priority" => "top"}))
    assert_empty found(wide.merge("unless" => leaf("to_list", "is", true)), narrow.call(%w[loans]))
    assert_empty found(wide.merge("until_date" => "2027-12-31"), narrow.call(%w[loans]))
    assert_empty found(wide, narrow.call(%w[loans]).then { |given| given.merge("when" => {"all" => given["when"]["all"].drop(1)}) })
  end

  def test_what_nears_its_bounds
    people = ->(count) { [{"name" => "100%", "members" => Array.new(count) { "p#{_1}@b.example" }}] }
    full = ->(count) { check(rulebook(groups: people[count])).select { _1.kind == "nearly_full" } }
    assert_empty full[3_999]
    assert_equal [["/groups/0", "The group “100%” holds 4000 people and domains, of at most 5000."]],
      full[4_000].map { [_1.where, _1.said] }
    large = Array.new(210) { |n| {"name" => "L#{n}", "text" => "x" * 20_000} }
    assert_equal ["The rulebook is 80 in 100 as large as one may be."],
      check(rulebook(templates: large)).select { _1.kind == "nearly_full" }.map(&:said)
  end

  # By id, as the database gives it: how many of its messages were held, and how many of them opened at once.
  def held(own, others)
    made = Core::Rule.read(rule("Hold", then: {"timing" => {"next_round" => true}}), Core::Check.new, rulebook.names, id: 7)
    waited = {7 => own, nil => others}.flat_map do |rule, (at_once, all)|
      Array.new(all) { |n| Core::HeldFindings::Waited.new(rule: rule, at_once: n < at_once) }
    end
    book = rulebook(rules: [made.to_h])
    own = Core::Rulebook.read(book.document, ids: [7])
    Core::HeldFindings.new(own, waited, days: 28, now: NOW).to_a
  end

  def test_what_is_held_and_opened_as_soon_as_it_comes
    assert_equal ["11 of 12 messages that “Hold” held were opened within ten minutes of coming, as 4 of 40 others that were held."],
      held([11, 12], [4, 40]).map(&:said)
    assert_equal [["held_in_vain", ["Hold"], 10]], held([10, 10], [0, 0]).map { [_1.kind, _1.rules, _1.seen.messages] }
    assert_empty held([9, 9], [0, 40]), "too few"
    assert_empty held([10, 12], [0, 40]), "not nearly all"
    assert_empty held([12, 12], [30, 40]), "all that comes is opened"
  end

  def test_opposite_words
    narrow = rule("Narrow", when: {"all" => [leaf("from", "is", ["ana@casadomar.example"]), leaf("to_list", "is", false)]},
      then: {"timing" => {"now" => true}, "flag" => true})
    wide = rule("Wide", when: leaf("from", "is", ["ana@casadomar.example"]), then: {"timing" => {"off_front" => true}})
    assert_empty found(narrow, wide)
    assert_equal [["contrary", %w[Narrow Wide]]], found(wide, narrow)
    assert_empty found(wide, narrow.merge("enabled" => false))
    assert_empty found(wide, narrow.merge("then" => {"timing" => {"off_front" => true}, "flag" => true}))
  end

  # Without a rule that is said to be idle, every claim is the same.
  def test_at_random_what_is_idle_can_be_left_out
    random = Random.new(Minitest.seed)
    rules = RandomRules.new(random)
    mail = RandomMail.new(random).messages(100)
    idle = 0
    35.times do
      base = Array.new(4) { rules.condition(1) }
      made = Array.new(8) do |n|
        rules.rule("R#{n}").merge("when" => base.sample(random: random), "ask_first" => random.rand(6).zero?, "enabled" => true)
      end
      book = rulebook(rules: made)
      findings = check(book).select { %w[never_matches never_decides implied same].include?(_1.kind) }
      findings.map { _1.rules.first }.uniq.each do |name|
        idle += 1
        without = rulebook(rules: made.reject { _1["name"] == name })
        mail.each do |message|
          one, other = [book, without].map { |each| each.decide(message).then { |claim| Core::Claim::SUBSTANCE.map { claim.public_send(_1) } } }
          assert_equal other, one, "without #{name} of #{JSON.generate(made)}"
        end
      end
    end
    assert_operator idle, :>, 10
  end

  def seen(rules, mail)
    book = bare(rules)
    tried = Core::MailFindings.new(book)
    mail.each { tried.take(_1) }
    check(book, mail: tried).reject(&:proved)
  end

  def days(count, **fields) = Array.new(count) { |n| mail(arrived_at: NOW - n * 86_400, **fields) }

  def test_what_was_seen_in_mail
    rules = [rule("Silent", when: leaf("subject", "mentions", ["never"])),
      rule("Loud", when: leaf("subject", "mentions", ["loan"]), then: {"flag" => true}),
      rule("Late", when: leaf("from", "contains", ["ana"]), then: {"flag" => false}, last_word: true)]
    findings = seen(rules, days(100, subject: "A loan"))
    assert_equal [["not_matched", ["Silent"], 0], ["nearly_all", ["Loud"], 100], ["nearly_all", ["Late"], 100],
      ["never_decides", %w[Late Loud], 100], ["contrary", %w[Late Loud], 100]], findings.map { [_1.kind, _1.rules, _1.seen.messages] }
    assert_equal [{"messages" => 0, "from" => "2026-11-30T08:00:00Z", "until" => "2027-03-09T08:00:00Z"}], [findings.first.seen.to_h]
    assert_empty seen(rules.first(1), days(80, subject: "A loan"))
    assert_empty seen(rules.first(1).map { _1.merge("from_date" => "2027-03-01") }, days(100, subject: "A loan"))
  end

  def test_much_more_than_before
    rules = [rule("Now", when: leaf("subject", "mentions", ["loan"]))]
    before = days(40, subject: "other") + Array.new(8) { |n| mail(subject: "loan", arrived_at: NOW - (8 + n * 3) * 86_400) }
    assert_equal [["surge", ["Now"]]], told(seen(rules, before + Array.new(12) { |n| mail(subject: "loan", arrived_at: NOW - n * 3_600) }))
    assert_empty seen(rules, before + Array.new(5) { |n| mail(subject: "loan", arrived_at: NOW - n * 3_600) })
  end
end
