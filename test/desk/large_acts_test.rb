# frozen_string_literal: true

require_relative "../support/desk_helper"

# Acts on many messages are gone through in parts: stopped, taken back or left in the middle, what is told is what was done.
class LargeActsTest < Minitest::Test
  include DeskHelper

  COUNT = 2 * Desk::DoLarge::AT_ONCE + 7

  def setup
    super
    set_up
    @ids = take_many(COUNT, subject: "Loan", date: at("08:30", "2027-02-01"))
    Store::State.update_all(unread: true)
  end

  def large = Desk::DoLarge.new(clock)
  def begin_reading = large.begin("read", {}, @ids)
  def read = Store::State.where(unread: false).count
  def step(done) = Store::UndoStep.find(done.undo_id)
  def impossible(&block) = assert_raises(Desk::Act::Impossible, &block).message

  def test_many_are_gone_through_part_by_part_and_what_is_told_is_what_was_done
    begun = begin_reading
    assert_equal "Marked 0 messages read. This is going on: 507 of 507 messages are left.", begun.message
    told = [[0, step(begun).message]]
    told << [read, step(begun).message] while large.next
    assert_equal [0, 250, 500, 507], told.map(&:first)
    told.each { |count, words| assert_match(/\AMarked #{count} messages read\./, words) }
    assert_equal "Marked 507 messages read.", told.last.last
    progress = Store::Event.where(kind: "progress").order(:id).map { _1.payload.values_at("done", "of", "state", "message") }
    assert_equal [[0, 507, "going", nil], [250, 507, "going", nil], [500, 507, "going", nil],
      [507, 507, "done", "Marked 507 messages read."]], progress
    assert_match(/stand so already/, impossible { begin_reading })
  end

  def test_few_are_done_at_once
    done = large.begin("flag", {}, @ids.first(3))
    assert_equal ["Flagged 3 messages.", false, 3], [done.message, done.result.going?, Store::State.where(flagged: true).count]
    assert_equal "Undone: Flagged 3 messages.", Desk::Undo.new(clock).call(done.undo_id).message
  end

  def test_one_that_is_taken_back_while_it_is_going_on_stops_and_leaves_nothing
    begun = begin_reading
    large.next
    Desk::Undo.new(clock).call(begun.undo_id)
    go_through
    assert_equal [0, 0], [read, Store::Job.going.count]
    assert_match(/already/, impossible { Desk::Undo.new(clock).call(begun.undo_id) })
  end

  def test_taking_many_back_goes_in_parts_too_and_cannot_be_begun_twice
    begun = begin_reading
    go_through
    undoing = Desk::Undo.new(clock).call(begun.undo_id)
    assert_equal "Taken back on no messages: Marked 507 messages read. This is going on: 507 of 507 messages are left.", undoing.message
    large.next
    assert_equal [257, nil], [read, step(begun).undone_at]
    assert_match(/being taken back already/, impossible { Desk::Undo.new(clock).call(begun.undo_id) })
    Store::State.where(message_id: @ids.last).update_all(flagged: true) # somebody else's change stays
    go_through
    assert_equal [0, true, 1], [read, !step(begun).undone_at.nil?, Store::State.where(flagged: true).count]
    assert_match(/undone already/, impossible { Desk::Undo.new(clock).call(begun.undo_id) })
  end

  def test_taking_back_that_was_stopped_is_begun_again
    begun = begin_reading
    go_through
    undoing = Desk::Undo.new(clock).call(begun.undo_id)
    large.next
    assert_match(/It was stopped: 257 of 507/, large.stop(undoing.result.id).message)
    assert_nil step(begun).undone_at
    Desk::Undo.new(clock).call(begun.undo_id)
    go_through
    assert_equal [0, true], [read, !step(begun).undone_at.nil?]
  end

  def test_a_rule_is_applied_to_many_and_stops_where_it_is_changed_meanwhile
    made = Desk::SaveRule.new(clock).call(rule("Loans", when: leaf("subject", "mentions", ["loan"]),
      then: {"labels" => ["Loans"], "flag" => true}))
    labelled = -> { Store::Claim.where("labels LIKE '%Loans%'").count }
    apply = lambda do
      act = Desk::ApplyRule.new(clock, made.result.id)
      large.begin("apply", act.kept, act.changing_ids)
    end
    begun = apply[]
    go_through
    assert_equal [COUNT, "Applied the rule “Loans” to 507 messages.", 0],
      [labelled[], step(begun).message, Store::State.where(announced_at: nil).count]
    Desk::Undo.new(clock).call(begun.undo_id)
    go_through
    assert_equal [0, 0], [labelled[], Store::State.where(flagged: true).count]
    again = apply[]
    large.next
    Desk::SaveRule.new(clock).call(rule("Loans", when: leaf("subject", "mentions", ["loan"]), then: {"flag" => true}), id: made.result.id)
    go_through
    assert_equal 250, labelled[]
    assert_match(/to 250 messages\. The rule was changed meanwhile\. It was stopped: 257 of 507 messages are left/, step(again).message)
  end

  # Whatever comes in between, at any moment: what the step tells is what there is, and taking it back leaves nothing of it.
  def test_at_any_moment_the_count_that_is_told_is_the_count_there_is
    random = Random.new(5)
    4.times do
      begun = begin_reading
      random.rand(0..4).times { large.next }
      job = begun.result.reload
      large.stop(job.id) if job.going? && random.rand(2).zero?
      assert_match(/\AMarked #{read} messages read\./, step(begun).message)
      Desk::Undo.new(clock).call(begun.undo_id)
      go_through
      assert_equal [0, 0, 0], [read, Store::Job.going.count, Store::JobPart.count]
    end
  end
end
