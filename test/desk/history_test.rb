# frozen_string_literal: true

require_relative "../support/desk_helper"

# What was done and what happened is let go after the days that are set; what a page still offers is not.
class HistoryTest < Minitest::Test
  include DeskHelper

  DAY = 86_400

  def setup
    super
    set_up
    @id = take(subject: "A loan", date: clock.now).id
  end

  def act = Desk::Flag.new(clock, on: !Store::State.find(@id).flagged).call([@id]).undo_id

  def test_what_the_page_offers_stays_however_old_and_the_rest_goes_with_all_its_rows
    steps = Array.new(Store::Pruning::SHOWN_STEPS + 5) { act }
    clock.now += 91 * DAY
    Desk::PruneHistory.new(clock).call
    assert_equal steps.last(Store::Pruning::SHOWN_STEPS), Store::UndoStep.order(:id).ids
    assert_equal steps.last(Store::Pruning::SHOWN_STEPS).uniq, Store::UndoChange.distinct.pluck(:undo_step_id).sort
    Desk::Undo.new(clock).call(steps.last)
  end

  def test_nothing_goes_before_its_time
    steps = Array.new(Store::Pruning::SHOWN_STEPS + 5) { act }
    clock.now += 89 * DAY
    Desk::PruneHistory.new(clock).call
    assert_equal steps, Store::UndoStep.order(:id).ids
    Desk::PruneHistory.new(clock).keep(30)
    assert_equal 30, Desk::PruneHistory.keep_days
    Desk::PruneHistory.new(clock).call
    assert_equal Store::Pruning::SHOWN_STEPS, Store::UndoStep.count
  end

  def test_events_go_but_for_the_newest_and_numbers_go_on
    (Store::Pruning::KEPT_EVENTS + 20).times { Store::Event.create!(at: clock.now, kind: "changed", payload: {"ids" => []}) }
    newest = Store::Event.maximum(:id)
    clock.now += 91 * DAY
    Desk::PruneHistory.new(clock).call
    assert_equal [Store::Pruning::KEPT_EVENTS, newest], [Store::Event.count, Store::Event.maximum(:id)]
  end

  def test_days_that_are_none_are_refused
    [0, -1, 4_000, "many", nil].each { |days| assert_raises(Desk::Act::Impossible) { Desk::PruneHistory.new(clock).keep(days) } }
  end

  def test_undoing_reaches_back_step_by_step_and_no_further_than_a_day
    id = take(subject: "Proof 12").id
    Desk::Clear.new(clock).call([id])
    clock.now += 100_000
    Desk::Flag.new(clock).call([id])
    Desk::MarkRead.new(clock).call([id], step: false) # opened
    Desk::ChangePriority.new(clock, 1).call([id])
    undone = Array.new(2) { Desk::Undo.new(clock).last.message }
    assert_equal ["Undone: Raised “Proof 12” to high priority.", "Undone: Flagged “Proof 12”."], undone
    assert_match(/nothing more of today/, assert_raises(Desk::Act::Impossible) { Desk::Undo.new(clock).last }.message)
    assert_equal [false, false], Store::State.find(id).values_at(:unread, :flagged)
  end

  def test_what_cannot_be_taken_back_stands_there_and_says_why
    set_up unless Store::Rulebook.exists?
    discarded = take.id
    done = Desk::Discard.new(clock).call([discarded])
    Desk::GoHeadsDown.new(clock).call(clock.now + 3_600)
    Desk::EmptyDiscarded.new(clock).call
    steps = Web::Pages::History.new(Store::CurrentRulebook.rulebook, clock.now).to_h[:steps]
    assert_equal [["other", true], ["other", true], ["mail", false]], steps.first(3).map { [_1[:about], !_1[:final].nil?] }
    error = assert_raises(Desk::Act::Impossible) { Desk::Undo.new(clock).call(steps.first[:id]) }
    assert_match(/bring it in again/, error.message)
    assert_equal "Undone: #{done.message.split(". ").first}.", Desk::Undo.new(clock).last.message, "the last that can be taken back"
  end
end
