# frozen_string_literal: true

require_relative "../support/core_helper"

# What of a plan is of no use, and who in a group may be another.
class PlanHealthTest < Minitest::Test
  include CoreHelper

  TODAY = Date.new(2027, 3, 9)

  def found(**plan)
    plan = document["plan"].merge("days_off" => [], **plan.transform_keys(&:to_s))
    Core::PlanHealth.new(rulebook(plan: plan).plan, TODAY).to_a.to_h { [_1.kind, _1.said] }
  end

  def window(days, from, to) = {"name" => "W", "days" => days, "from" => from, "to" => to}
  def round(days, at) = {"name" => "R", "days" => days, "at" => at}

  def test_a_plan_in_use_has_nothing_to_it
    assert_empty found
    assert_empty found(days_off: ["2027-03-19"])
  end

  def test_days_off_that_are_past
    assert_equal "Days off that are past stand in the plan: 5 March 2027.", found(days_off: ["2027-03-05", "2027-03-19"])["days_off_past"]
    two = found(days_off: ["2027-01-05", {"from" => "2027-02-01", "until" => "2027-02-05"}])["days_off_past"]
    assert_match(/2 of them, the last on 5 February 2027/, two)
  end

  # From Friday's evening to Monday's morning is no long wait; from Monday to Thursday is.
  def test_what_waits_for_more_than_a_day_and_a_half_of_work
    all = window(Core::Weekdays::ALL, "00:00", "00:00")
    assert_empty found(windows: [all], rounds: [round(WORKING, "08:00")])
    said = found(windows: [all], rounds: [round(%w[mon thu], "08:00")])["long_wait"]
    assert_match(/\AWhat arrives on Monday at 09:00 waits 71 hours/, said)
  end

  def test_a_round_that_heads_down_always_covers
    quiet = {"name" => "Quiet", "days" => WORKING, "from" => "09:00", "to" => "11:00"}
    assert_equal ["The round R always runs in planned heads-down: what it brings waits for the end of that."],
      found(windows: [], rounds: [round(WORKING, "10:00")], heads_down: [quiet]).values
    assert_empty found(windows: [], rounds: [round(WORKING, "11:00")], heads_down: [quiet])
  end

  def test_who_only_looks_like_somebody_known
    groups = [{"name" => "Lenders", "members" => ["@northgate.example", "ana@n0rthgate.example", "b@other.example"]}]
    said = Core::PeopleFindings.new(rulebook(groups: groups)).to_a.map(&:said)
    assert_equal 1, said.size
    assert_match(/In the group “Lenders”: “n[o0]rthgate.example” looks like n[o0]rthgate.example, which you know/, said.first)
    assert_empty Core::PeopleFindings.new(rulebook).to_a
  end
end
