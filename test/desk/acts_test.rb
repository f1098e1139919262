# frozen_string_literal: true

require_relative "../support/desk_helper"

class ActsTest < Minitest::Test
  include DeskHelper

  def undo(done) = Desk::Undo.new(clock).call(done.undo_id)

  def test_cleared_mail_leaves_the_front_and_let_in_mail_comes
    set_up
    id, waiting = take(date: at("08:30")).id, take.id
    assert_match(/stays in its mailbox/, Desk::Clear.new(clock).call([id]).message)
    Desk::LetIn.new(clock).call([waiting])
    assert_equal [[waiting], []], [on_front, held]
    assert_equal [waiting], Desk::Announce.new(clock).call
  end

  def test_undoing_does_not_announce_a_second_time
    set_up
    id = take(date: at("08:30")).id
    Desk::Announce.new(clock).call
    undo(Desk::Clear.new(clock).call([id]))
    assert_empty Desk::Announce.new(clock).call
  end

  def test_undoing_takes_no_later_change_along
    clock.now += 123_456_789r / 1_000_000_000
    set_up(rules: [rule("A")])
    id = take(date: at("08:30")).id
    cleared = Desk::Clear.new(clock).call([id])
    Desk::Flag.new(clock).call([id])
    undo(cleared)
    assert_equal [nil, true], Store::State.find(id).then { [_1.cleared_at, _1.flagged] }
    a = Store::Rule.first
    first = save(a.body.merge("name" => "B"), id: a.id, version: 1)
    second = save(a.body.merge("name" => "C"), id: a.id, version: 2)
    assert_match(/changed again since/, assert_raises(Desk::Act::Impossible) { undo(first) }.message)
    [second, first].each { undo(_1) }
    assert_equal %w[A], names
    deleted = Desk::DeleteRule.new(clock).call(a.id)
    save(rule("a"))
    assert_match(/is called “a” now/i, assert_raises(Desk::Act::Impossible) { undo(deleted) }.message)
    assert_equal %w[a], names
  end

  def test_what_cannot_be_done_is_said
    set_up
    assert_equal 404, assert_raises(Desk::Act::Impossible) { Desk::Clear.new(clock).call([99]) }.status
    done = Desk::Clear.new(clock).call([take.id])
    undo(done)
    assert_match(/undone already/, assert_raises(Desk::Act::Impossible) { undo(done) }.message)
    assert_match(/knows its owner/, assert_raises(Desk::Act::Impossible) { set_up }.message)
  end

  def save(body, **more) = Desk::SaveRule.new(clock).call(body, **more)
  def names = Store::CurrentRulebook.rulebook.rules.map(&:name)

  def test_a_rule_holds_for_held_mail_and_from_then_on
    set_up
    earlier = take.id
    assert_equal [earlier], held
    done = save(rule("Ana", when: leaf("from", "is", ["ana@casadomar.example"]), then: {"timing" => {"now" => true}}))
    assert_equal "Made the rule “Ana”. One held message came in.", done.message
    assert_equal [[earlier, take.id], []], [on_front, held]
    undo(done)
    assert_includes held, earlier
    assert_empty names
    refute_includes on_front, take.id
  end

  def test_rules_are_changed_switched_moved_deleted_and_back
    set_up(rules: [rule("A"), rule("B"), rule("C")])
    b = Store::Rule.in_order.second
    moved = Desk::MoveRule.new(clock).call(b.id, to: 0)
    assert_equal %w[B A C], names
    undo(moved)
    changed = save(b.reload.body.merge("name" => "B2", "enabled" => false), id: b.id, version: b.version)
    assert_equal %w[A B2 C], names
    undo(changed)
    assert_equal [%w[A B C], true], [names, Store::CurrentRulebook.rulebook.rules[1].enabled]
    undo(Desk::DeleteRule.new(clock).call(b.id))
    assert_equal %w[A B C], names
    assert_equal %w[made changed undone undone].sort, Store::RuleVersion.where(rule_id: b.id).pluck(:act).sort
  end

  def test_a_new_rule_is_read_first
    set_up(rules: [rule("A")])
    save(rule("New"))
    assert_equal %w[New A], names
  end

  def test_a_stale_change_is_refused_with_what_it_reads_now
    set_up(rules: [rule("A")])
    a = Store::Rule.first
    save(a.body.merge("then" => {"priority" => "top"}), id: a.id, version: 1)
    error = assert_raises(Desk::Act::Impossible) { save(a.body.merge("name" => "Mine"), id: a.id, version: 1) }
    assert_equal [409, true], [error.status, error.message.include?("top priority")]
  end

  def test_a_rule_that_cannot_be_is_refused_with_its_own_pointers
    set_up(rules: [rule("A")])
    error = assert_raises(Core::Refused) { save(rule("a", then: {"ink" => "Gold"})) }
    assert_equal %w[/name /then/ink], error.faults.map(&:pointer).sort
    assert_equal 1, Store::Rule.count
  end

  def test_a_rule_that_cannot_be_read_takes_no_other_with_it
    set_up(rules: [rule("A"), rule("B")])
    Store::Rule.first.update!(body: {"name" => "A", "when" => {"every" => []}})
    Store::CurrentRulebook.forget
    assert_equal %w[B], names
    save(rule("C"))
    assert_equal %w[C B], names
  end

  def test_a_rule_saved_under_an_older_form_is_still_read
    steps = {1 => ->(body) { body.merge("when" => {"all" => [body["when"]]}) }, 2 => ->(body) { body.merge("last_word" => true) }}
    assert_equal({"name" => "A", "when" => {"all" => ["x"]}, "last_word" => true},
      Core::RuleUpgrades.today({"name" => "A", "when" => "x"}, 1, steps: steps, version: 3))
    assert_equal({"name" => "A"}, Core::RuleUpgrades.today({"name" => "A"}, 3, steps: steps, version: 3))
  end

  def bring(document) = Desk::ImportRulebook.new(clock).call(document)

  def test_a_whole_rulebook_is_brought_in_and_taken_back
    set_up(rules: [rule("A"), rule("B")])
    before = Store::CurrentRulebook.document
    given = before.merge("rules" => [rule("C"), rule("b", then: {"priority" => "low"})], "labels" => before["labels"] +
      [{"name" => "New", "colour" => "#000000"}])
    assert_equal ["added: rule “C”", "changed: rule “b”", "removed: rule “A”", "added: label “New”"], Desk::ImportRulebook.new(clock)
      .preview(given).map(&:to_s)
    revision = Store::CurrentRulebook.rulebook.revision
    done = bring(given)
    assert_equal [%w[C b], 3], [names, Store::CurrentRulebook.document["labels"].size]
    assert_operator Store::CurrentRulebook.rulebook.revision, :>, revision
    undo(done)
    assert_equal before, Store::CurrentRulebook.document
    assert_operator Store::CurrentRulebook.rulebook.revision, :>, revision + 1
  end

  def test_a_round_trip_changes_nothing
    set_up(rules: [rule("A", unless: {"any" => []}, last_word: true)])
    done = bring(Store::CurrentRulebook.document)
    assert_equal [nil, []], [done.undo_id, done.result]
    moved = Store::CurrentRulebook.document.merge("rules" => [rule("B"), *Store::CurrentRulebook.document["rules"]])
    bring(moved)
    assert_equal ["moved: the order of the rules"], Desk::ImportRulebook.new(clock).preview(moved.merge("rules" => moved["rules"].reverse))
      .map(&:to_s)
  end
end
