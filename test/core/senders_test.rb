# frozen_string_literal: true

require_relative "../support/core_helper"

# Lists of senders, choices as rules, who is meant by a question, and how one is taken off a list.
class SendersTest < Minitest::Test
  include CoreHelper

  def list(...) = Core::SenderList.new(...)
  def choose(bodies, list, choice) = Core::SenderChoice.new(bodies, list, choice).changes
  def people(*addresses) = {"any" => [{"fact" => "from", "op" => "is", "value" => addresses}]}

  def test_a_list_is_a_condition_and_back
    one = list(people: ["ana@b.example", "@c.example"], lists: ["<lunch.d.example>"], words: ["crate"])
    assert_equal one, Core::SenderList.read(one.condition)
    assert_equal list(people: ["ana@b.example"]), Core::SenderList.read({"fact" => "from", "op" => "is", "value" => ["ana@b.example"]})
  end

  def test_what_asks_for_anything_else_is_no_list
    [{"all" => [{"fact" => "from", "op" => "is", "value" => ["a@b.example"]}]}, {"fact" => "size", "op" => "over", "value" => 3},
      {"any" => [{"fact" => "from", "op" => "is", "value" => ["a@b.example"], "not" => true}]},
      {"any" => [{"all" => []}]}].each { |condition| assert_nil Core::SenderList.read(condition) }
  end

  def test_each_once_however_it_is_written
    one = list(people: ["Ana@B.example"]) + list(people: ["ana@b.example", "bo@b.example"])
    assert_equal ["Ana@B.example", "bo@b.example"], one.people
    assert_equal ["bo@b.example"], (one - list(people: ["ana@b.EXAMPLE"])).people
  end

  def test_whom_a_list_means
    one = list(people: ["ana@b.example", "@c.example"], lists: ["<lunch.d.example>"])
    assert_equal "ana@b.example", one.term_for("ana@b.example")
    assert_equal "@c.example", one.term_for("anybody@sub.c.example")
    assert_equal "<lunch.d.example>", one.term_for("bo@x.example", "lunch.d.example")
    assert_nil one.term_for("bo@xc.example")
  end

  def test_a_choice_makes_one_rule_and_lets_it_grow
    first = choose([], list(people: ["a@b.example"]), "hold")
    assert_equal({nil => {"name" => "Held for a round", "when" => people("a@b.example"), "then" => {"timing" => {"next_round" => true}}}},
      first)
    second = choose([first[nil]], list(people: ["c@d.example"]), "hold")
    assert_equal people("a@b.example", "c@d.example"), second[0]["when"]
  end

  def test_of_the_choices_of_when_a_sender_has_one
    bodies = [{"name" => "Held for a round", "when" => people("a@b.example", "c@d.example"), "then" => {}},
      {"name" => "Matter more", "when" => people("a@b.example"), "then" => {"priority" => "high"}}]
    changes = choose(bodies, list(people: ["a@b.example"]), "never_again")
    assert_equal people("c@d.example"), changes[0]["when"]
    refute changes.key?(1), "raising says nothing of when"
    assert_equal({"discard" => true}, changes[nil]["then"])
  end

  def test_a_list_without_anybody_goes
    bodies = [{"name" => "never AGAIN", "when" => people("a@b.example"), "then" => {"discard" => true}}]
    assert_equal({0 => nil}, choose(bodies, list(people: ["a@b.example"]), "none"))
  end

  def test_what_is_so_already_is_no_change_but_a_rule_that_is_off_is_switched_on
    body = {"name" => "Never again", "when" => people("a@b.example"), "then" => {"discard" => true}}
    assert_empty choose([body], list(people: ["a@b.example"]), "never_again")
    assert choose([body.merge("enabled" => false)], list(people: ["a@b.example"]), "never_again")[0]["enabled"]
  end

  def test_a_rule_that_was_made_into_more_takes_nobody
    body = {"name" => "Never again", "when" => {"all" => [{"fact" => "kind", "op" => "is", "value" => ["newsletter"]}]}, "then" => {}}
    assert_raises(Core::SenderChoice::NoList) { choose([body], list(people: ["a@b.example"]), "never_again") }
    assert_empty choose([body], list(people: ["a@b.example"]), "none")
    excepted = {"name" => "Never again", "when" => people("x@y.example"), "unless" => people("a@b.example"), "then" => {}}
    assert_raises(Core::SenderChoice::NoList) { choose([excepted], list(people: ["a@b.example"]), "never_again") }
  end

  # Whatever is chosen in whatever order: each sender is in at most one list of those that say when, and choosing none empties all.
  def test_any_order_of_choices_leaves_each_sender_one
    random = Random.new(21)
    bodies = []
    wanted = {}
    200.times do
      who = "p#{random.rand(6)}@b.example"
      choice = [*Core::SenderChoice::ALL.keys, "none"].sample(random: random)
      changes = choose(bodies, list(people: [who]), choice)
      bodies = bodies.each_with_index.filter_map { |body, place| changes.key?(place) ? changes[place] : body }
      bodies.unshift(changes[nil]) if changes[nil]
      wanted[who] = choice if Core::SenderChoice::WHEN.include?(choice) || choice == "none"
      standing = Core::SenderChoice::WHEN.to_h { |key| [key, members(bodies, key)] }
      wanted.each { |each, last| assert_equal [last].grep_v("none"), standing.select { |_, those| those.include?(each) }.keys }
    end
  end

  def members(bodies, choice)
    body = bodies.find { Core::SenderChoice.of(_1["name"]) == choice }
    body ? Core::SenderList.read(body["when"]).people : []
  end

  def sender(key, **more)
    Core::Sender.new(key: key, name: key[/\A[^@]+/].capitalize, members: 1, counts: {7 => 1, 30 => 4, 90 => 10},
      weeks: [0] * 13, kinds: {"person" => 10},
      read: 5, answered: 0, looks: [], answers: [], alerts: 0, straight: 0, size: 100, first_at: 0, last_at: 1, unsubscribe: false, **more)
  end

  def keys(senders, **question)
    Core::SenderQuestion.new(**question).of(senders, month: 1_000, asked: Set["asked@b.example"], blocked: ->(key) {
      key == "away@b.example"
    })
      .map(&:key)
  end

  def test_each_question_means_those_and_no_others
    all = {
      "never_read" => {read: 0, counts: {7 => 0, 30 => 0, 90 => 10}}, "mostly_read" => {read: 8}, "hardly_read" => {read: 1},
      "answered" => {answered: 1, answers: [9_000]}, "answered_within_hour" => {answered: 1, answers: [60, 3_600, 90_000]},
      "new_this_month" => {first_at: 1_000}, "more_than_usual" => {counts: {7 => 6, 30 => 8, 90 => 10}}, "straight_in" => {straight: 1},
      "alerting" => {alerts: 2}, "can_unsubscribe" => {unsubscribe: true}, "large" => {size: 20_000_000}
    }.map { |name, more| sender("#{name}@b.example", **more) } + [sender("asked@b.example"), sender("away@b.example")]
    also = {"hardly_read" => %w[never_read], "answered" => %w[answered_within_hour]}
    Core::SenderQuestion::WHICH.each_key do |which|
      expected = {"asked_to_stop" => ["asked@b.example"], "blocked" => ["away@b.example"]}.fetch(which) do
        [which, *also[which]].map { "#{_1}@b.example" }
      end
      next assert_equal(all.size - 2, keys(all, which: which).size) if which == "never_answered"

      assert_equal expected.sort, keys(all, which: which).sort, which
    end
  end

  def test_order_with_what_has_no_answer_last_either_way
    some = [sender("a@b.example", answers: [50]), sender("b@b.example"), sender("c@b.example", answers: [10])]
    assert_equal %w[a@b.example c@b.example b@b.example], keys(some, order: "answer")
    assert_equal %w[c@b.example a@b.example b@b.example], keys(some, order: "answer", falling: false)
    assert_equal %w[a@b.example b@b.example c@b.example], keys(some, order: "name", falling: false)
  end

  def test_words_of_name_and_address_in_any_letters
    some = [sender("jose@praia.example", name: "José Antão"), sender("bo@b.example")]
    assert_equal %w[jose@praia.example], keys(some, text: "jose ANTAO")
    assert_equal %w[jose@praia.example], keys(some, text: "praia")
    assert_equal %w[bo@b.example], keys(some, text: "b.ex")
  end

  def test_a_domain_is_its_senders_together
    parts = [sender("a@b.example", looks: [30, 90], kinds: {"newsletter" => 3}),
      sender("c@b.example", looks: [10], kinds: {"person" => 1, "newsletter" => 1},
        first_at: -5, last_at: 9)]
    whole = Core::Sender.together("b.example", "b.example", parts)
    assert_equal [2, 20, 10, "newsletter", 30, -5, 9],
      [whole.members, whole.count, whole.read, whole.kind, whole.look, whole.first_at, whole.last_at]
  end
end
