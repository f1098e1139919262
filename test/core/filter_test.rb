# frozen_string_literal: true

require_relative "../support/core_helper"
require_relative "../support/filter_language"
require_relative "../support/random_mail"
require_relative "../support/random_rules"

# What is carried to a server's filter says of every message what the rulebook says.
class FilterTest < Minitest::Test
  include CoreHelper

  NOW = Time.utc(2027, 3, 9, 9, 14)
  CERTAIN = %w[from to cc recipients reply_to my_role from_me to_list has_unsubscribe automatic sender_importance sent_on arrived_on kind
    arrival in_window].freeze
  NEARLY = %w[subject body subject_or_body size recipient_count header:X-Thing].freeze

  def script(rules, close: false, zone: "Europe/Lisbon", **more)
    book = rulebook(rules: rules, owner: OWNER.merge("time_zone" => zone), **more)
    [book, Core::FilterScript.new(book, now: NOW, close: close)]
  end

  # @return [Array<String>] the flags that the rules which are carried give, as the whole rulebook decides
  def wanted(book, script, message)
    names = script.carried.map(&:name)
    matched = book.decide(message).trace["rules"].select { _1["outcome"] == "matched" && names.include?(_1["rule"]) }
    matched.flat_map { |account|
      said = account["said"].except(*account["outranked"].keys)
      said.fetch("labels", []).map { script.keywords.fetch(_1) } + Core::FilterScript::FLAGS.filter_map { |topic, flag| flag if said[topic] }
    }.uniq.sort
  end

  def hold_alike(random, facts, close:, zone:)
    rules = Array.new(random.rand(1..7)) { |n| random_rule(random, "R#{n}", facts) }
    book, script = script(rules, close: close, zone: zone)
    server = FilterServer.new(script.to_s)
    assert_equal book.rules.count(&:enabled), script.carried.size + script.left.size
    mail = RandomMail.new(random).messages(25)
    mail = mail.map { plain(_1) } if close
    mail.each { |message| assert_equal wanted(book, script, message), server.flags(message), "#{script}\n#{message.to_h}" }
    script.carried.size
  end

  def random_rule(random, name, facts)
    made = RandomRules.new(random)
    effects = {"labels" => %w[Loans Border].sample(random.rand(1..2), random: random), "flag" => random.rand(2).zero?,
               "mark_read" => random.rand(2).zero?, "priority" => "high"}
    chosen = effects.keys.sample(random.rand(1..2), random: random)
    chosen -= ["priority"] unless random.rand(4).zero?
    rule(name, when: condition(random, made, facts, 2), then: effects.slice(*chosen), last_word: random.rand(6).zero?,
      unless: (condition(random, made, facts, 1) if random.rand(4).zero?), from_date: [nil, nil, "2027-03-08"].sample(random: random),
      until_date: [nil, nil, "2027-03-11"].sample(random: random), ask_first: random.rand(12).zero?, enabled: !random.rand(12).zero?)
  end

  def condition(random, made, facts, depth)
    return made.leaf(Core::Facts.find(facts.sample(random: random))) if depth.zero? || random.rand(3).zero?

    {%w[all any none].sample(random: random) => Array.new(random.rand(4)) { condition(random, made, facts, depth - 1) }}
  end

  # In letters that compare alike everywhere, with one blank between words.
  def plain(message)
    text = ->(given) { given.to_s.gsub(/[^ -~]/, "").squeeze(" ").strip }
    people = ->(all) { all.select { _1.email.ascii_only? }.map { Core::Address.new(_1.email, text[_1.name]) }.uniq(&:key) }
    to = people[message.to]
    message.with(subject: text[message.subject], body: text[message.body], headers: message.headers.transform_values { |all|
      all.map(&text)
    },
      from: people[message.from], reply_to: people[message.reply_to], to: to,
      cc: people[message.cc].reject { |one| to.any? { _1.key == one.key } })
  end

  def test_what_is_carried_says_of_every_message_what_the_rules_say
    random = Random.new(5228)
    carried = Array.new(150) {
      hold_alike(random, CERTAIN, close: false, zone: %w[Europe/Lisbon Asia/Kolkata Etc/UTC].sample(random: random))
    }
    assert_operator carried.sum, :>, 150
  end

  def test_what_is_carried_nearly_says_so_of_plain_letters
    random = Random.new(5173)
    carried = Array.new(150) { hold_alike(random, CERTAIN + NEARLY, close: true, zone: "Etc/UTC") }
    assert_operator carried.sum, :>, 150
  end

  def left(*rules, **more) = script(rules, **more).last.left.to_h { [_1.name, _1.why.join(" ")] }

  def test_what_stays_says_why_and_every_reason_of_it
    from_ana = leaf("from", "is", ["ana@casadomar.example"])
    why = left(rule("Loud", then: {"alert" => {"level" => "tap"}, "priority" => "top", "flag" => true}),
      rule("Words", when: {"all" => [leaf("subject", "mentions", ["loan"]), leaf("first_contact", "is", true)]}, then: {"flag" => true}),
      rule("Asks", when: from_ana, ask_first: true, then: {"flag" => true}), rule("Empty", then: {}),
      rule("Alone", when: leaf("my_role", "is", ["only_to"]), then: {"flag" => true}),
      rule("Hours", when: leaf("in_window", "is", ["Night"]), then: {"labels" => ["Loans"]}),
      rule("Text", when: leaf("subject", "contains", ["loan"]), then: {"labels" => ["Loans"]}), rule("Gone", then: {"discard" => true}))
    assert_match(/“a tap”: alerts are Up Front’s\. It says “top priority”/, why["Loud"])
    assert_match(/the subject mentions “loan”: whole words.*first mail with this sender: whether/, why["Words"])
    assert_equal "It asks first.", why["Asks"]
    assert_match(/nothing that a filter can do/, why["Empty"])
    assert_match(/you alone/, why["Alone"])
    assert_match(/summer time/, why["Hours"])
    assert_match(/accents/, why["Text"])
    assert_match(/it would be lost/, why["Gone"])
  end

  def test_a_rule_stays_where_one_that_stays_could_stand_over_it
    flagged = rule("Flag", when: leaf("from", "is", ["ana@casadomar.example"]), then: {"flag" => true})
    labelled = rule("Label", when: leaf("from", "is", ["ana@casadomar.example"]), then: {"labels" => ["Loans"]})
    words = leaf("subject", "mentions", ["loan"])
    assert_match(/“First” stays here, and decides the flag before it/i,
      left(rule("First", when: words, then: {"flag" => false}), flagged)["Flag"])
    why = left(rule("Last", when: words, last_word: true), flagged, labelled)
    assert_match(/“Last” stays here, and has the last word before it/, why["Label"])
    refute left(rule("First", when: words, then: {"flag" => false}), labelled).key?("Label")
  end

  def test_what_a_rule_that_stays_keeps_others_from_is_carried_where_it_can_be
    last = rule("Last", when: leaf("from", "is", ["@far.example"]), then: {"priority" => "low"}, last_word: true)
    script = script([last, rule("All", then: {"labels" => ["Loans"]})]).last
    assert_equal [["All"], ["Last"]], [script.carried.map(&:name), script.left.map(&:name)]
    server = FilterServer.new(script.to_s)
    assert_equal [[], %w[Loans]], [mail(from: "x@far.example"), mail(from: "x@near.example")].map { server.flags(_1) }
    assert_empty script([last]).last.needs
  end

  def test_labels_become_keywords_that_a_server_takes
    labels = ["To do", "to_do", "Zölle", "Грузы", "!!!", "Loans"].map { {"name" => _1, "colour" => "#112233"} }
    script = script([rule("All", then: {"labels" => labels.map { _1["name"] }})], labels: labels).last
    assert_equal %w[to_do to_do_2 zolle label label_2 Loans], script.keywords.values
    assert_includes script.to_s, "# The label “Zölle” is the keyword zolle there.\r\n"
    assert_equal script.keywords.values.sort, FilterServer.new(script.to_s).flags(mail)
  end

  def test_what_a_person_wrote_cannot_be_taken_for_commands
    odd = "a\"; stop; #\r\n\\"
    group = [{"name" => "Odd", "members" => ["x@y.example"]}]
    script = script([rule("Odd \r\nstop; {", when: leaf("header:X-Thing", "is", [odd]), then: {"flag" => true}),
      rule("Then", when: leaf("from", "is", ["group:Odd"]), then: {"mark_read" => true})], close: true, groups: group).last
    server = FilterServer.new(script.to_s)
    assert_equal ["\\Seen"], server.flags(mail(from: "x@y.example"))
    assert_equal ["\\Flagged"], server.flags(mail(headers: {"x-thing" => [Core::Text.fold(odd)]}))
  end

  def test_an_away_notice_is_given_there_while_it_holds_and_to_whom_it_is_meant
    notice = {"from" => "2027-03-09T08:00:00Z", "until" => "2027-03-10T00:00:00Z", "inside" => "Ask Käthe", "outside" => ".Away\nBack soon",
              "whom" => "everyone", "except" => ["@far.example"], "days" => 5}
    answer = lambda do |notice, **fields|
      book = rulebook
      server = FilterServer.new(Core::FilterScript.new(book, now: NOW, away: Core::FilterAway.new(notice)).to_s)
      server.flags(mail(**fields))
      server.answer
    end
    assert_equal ".Away\r\nBack soon\r\n", answer[notice, from: "x@y.example"][:text]
    assert_equal [5, %w[desk@lanternquay.example wren@lanternquay.example]],
      answer[notice, from: "x@y.example"].values_at(:days, :addresses)
    assert_equal "Ask Käthe\r\n", answer[notice, from: "k@lanternquay.example"][:text]
    assert_nil answer[notice, from: "x@far.example"]
    assert_nil answer[notice, from: "x@y.example", arrived_at: Time.utc(2027, 3, 9, 7, 59, 59)]
    assert_nil answer[notice, from: "x@y.example", arrived_at: Time.utc(2027, 3, 10)]
    assert_nil answer[notice.merge("whom" => "organisation"), from: "x@y.example"]
    assert answer[notice.merge("whom" => "contacts"), from: "ana@casadomar.example"]
  end

  def test_the_grammar_refuses_what_is_none
    ["if true { stop", "stop", "addflag \"a;", "keep :", "if anyof() { stop; }", "text: x"].each do |text|
      assert_raises(Parslet::ParseFailed) { FilterServer.new(text) }
    end
    assert_raises(RuntimeError) { FilterServer.new("addflag \"x\";\r\n").flags(mail) }
  end
end
