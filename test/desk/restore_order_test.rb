# frozen_string_literal: true

require_relative "../support/desk_helper"

# Places that shift are no change of a rule: whatever was made, moved and taken out since, what was made can be taken back,
# and what was moved goes back where it stood among the others.
class RestoreOrderTest < Minitest::Test
  include DeskHelper

  def setup
    super
    set_up(rules: %w[A B C D E].map { rule(_1) })
    @made = 0
  end

  def order = Store::Rule.in_order.map(&:name)
  def id(name) = Store::Rule.in_order.find { _1.name == name }.id
  def make(place) = Desk::SaveRule.new(clock).call(rule("N#{@made += 1}"), place: place).undo_id
  def move(name, to) = Desk::MoveRule.new(clock).call(id(name), to: to).undo_id
  def undo(step) = Desk::Undo.new(clock).call(step)

  def test_any_rule_that_was_made_can_be_taken_back_whatever_came_above_it_since
    first, second, third = make(:first), make(2), make(:first)
    Desk::DeleteRule.new(clock).call(id("C"))
    move("E", 0)
    assert_equal %w[E N3 N1 A N2 B D], order
    [first, third, second].each { undo(_1) }
    assert_equal %w[E A B D], order
    assert_equal 1, Store::RuleVersion.where(rule_id: id("A")).count, "a place that shifts is no version"
  end

  def test_what_was_moved_goes_back_among_what_was_made_since
    step = move("E", 1)
    make(2)
    make(:first)
    assert_equal %w[N2 A E N1 B C D], order
    undo(step)
    assert_equal %w[N2 A N1 B C D E], order
  end

  def test_an_order_that_was_changed_again_is_taken_back_first
    first = move("A", 4)
    second = move("B", 3)
    error = assert_raises(Desk::Act::Impossible) { undo(first) }
    assert_equal "The rules were put into another order again since; undo that first.", error.message
    undo(second)
    undo(first)
    assert_equal %w[A B C D E], order
  end

  def test_at_random_undoing_keeps_every_rule_and_the_order_of_those_that_it_is_not_about
    random = Random.new(17)
    40.times do
      before = order
      subject = before.sample(random: random)
      step, about = random.rand(2).zero? ? [make(random.rand(before.size + 1)),
        "N#{@made}"] : [move(subject, random.rand(before.size)), subject]
      random.rand(4).times { make(random.rand(order.size + 1)) }
      since = order - [about]
      undo(step)
      assert_equal since, order - [about]
      assert_equal before, order & before
    end
  end

  def test_views_keep_their_order_too
    steps = %w[One Two Three].map { |name| Desk::SaveView.new(clock).call({"name" => name, "when" => {"all" => []}}).undo_id }
    move = Desk::MoveView.new(clock).call(Store::View.in_order.last.id, to: 0).undo_id
    undo(steps[1])
    undo(move)
    assert_equal %w[One Three], Store::View.in_order.map(&:name)
  end
end
