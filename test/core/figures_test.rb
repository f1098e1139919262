# frozen_string_literal: true

require_relative "../support/core_helper"

# What a plan does to days, in figures; and the plans to start from.
class FiguresTest < Minitest::Test
  include CoreHelper

  WEEK = (Date.new(2027, 3, 8)..Date.new(2027, 3, 14))

  def item(arrived, surfaced = arrived, priority = "normal") = Core::PlanFigures::Item.new(arrived, surfaced, priority)

  def figures(items, plan: rulebook.plan, dates: WEEK)
    Core::PlanFigures.new(items, items.map { plan.zone.date(_1.arrived_at) }, plan, dates).to_h
  end

  def test_counts_are_those_of_a_working_day
    items = 10.times.map { |n| item(at("10:00", "2027-03-0#{8 + n % 2}") + n) } + [item(at("10:00", "2027-03-13"))]
    assert_equal [2.0, 2.0, 0.0], figures(items).values_at(:mail, :straight, :waits)
    assert_equal [2.5], figures(items, plan: rulebook(plan: {"days_off" => ["2027-03-12"]}).plan).values_at(:mail)
  end

  def test_a_round_is_one_interruption_whatever_it_brings
    together = 14.times.map { item(at("09:10") + _1 * 60, at("10:30")) }
    alone = [item(at("11:00")), item(at("11:00") + 20), item(at("11:02"))]
    assert_equal 0.6, figures(together + alone)[:interruptions]
    assert_equal 0.0, figures([item(at("07:00")), item(at("18:30"))])[:interruptions], "outside of working hours nobody is interrupted"
  end

  def test_the_longest_stretch_undisturbed_is_that_of_the_middle_day
    quiet = figures([])[:undisturbed]
    monday_to_friday = (8..12).flat_map { |day| %w[09:30 12:00 16:00].map { item(at(_1, format("2027-03-%02d", day))) } }
    assert_equal [480, 240], [quiet, figures(monday_to_friday)[:undisturbed]]
    assert_equal 240, figures(monday_to_friday.reject { _1.arrived_at.day == 8 })[:undisturbed], "one empty day is not the usual one"
  end

  def test_waits_by_priority_usual_and_longest
    items = [item(at("09:00"), at("09:00"), "top"), item(at("09:00"), at("09:10"), "high"), item(at("09:00"), at("09:20"), "high"),
      item(at("09:00"), at("12:00"), "low"), item(at("09:00"), nil, "low")]
    found = figures(items)
    assert_equal({"top" => [1, 0, 0], "high" => [2, 20, 20], "normal" => [0, 0, 0], "low" => [1, 180, 180]}, found[:wait]
      .transform_values(&:values))
    assert_equal 0.2, found[:never]
  end

  def test_no_days_no_figures
    assert_equal [0.0, 0], figures([item(at("09:00"))], dates: (Date.new(2027, 3, 13)..Date.new(2027, 3, 14)))
      .values_at(:mail, :undisturbed)
  end

  def test_every_plan_to_start_from_can_be_saved_and_loses_nothing
    Core::StartingPlans::ALL.each do |start|
      plan = rulebook(plan: start.plan).plan
      refute plan.holds_for_ever?(at("09:14")), start.title
      (0...7 * 24 * 4).each do |quarter|
        arrival = at("00:00", "2027-03-08") + quarter * 900
        moment = plan.moment(arrival).at
        assert moment && moment >= arrival && moment <= arrival + 3.5 * 86_400, "#{start.title}: #{arrival} comes #{moment}"
      end
    end
  end

  def test_the_short_way_and_the_whole_one_agree
    plan = rulebook.plan
    300.times do |n|
      arrival = at("00:00", "2027-03-08") + n * 3_600 + n * 7
      whole = Core::Surfacing.new(plan, arrival, Core::Verdict.new, nil).to_h
      short = plan.moment(arrival)
      assert_equal [whole[:surface_at], whole[:round]], [short.at, short.stop&.round&.name], arrival.inspect
    end
  end
end
