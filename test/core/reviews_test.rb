# frozen_string_literal: true

require_relative "../support/core_helper"

# When a view calls for being gone through, and stretches of days as people say them.
class ReviewsTest < Minitest::Test
  include CoreHelper

  def plan(offs: [], zone: "Europe/Lisbon")
    Core::Plan.new(zone: Core::Zone.new(zone), offs: offs.map { Core::Plan::Off.new(Date.iso8601(_1), Date.iso8601(_1)) })
  end

  def times(*given)
    check = Core::Check.new
    Core::ReviewTimes.read(given.map { |days, at| {"days" => days, "at" => at} }, check).tap { assert_empty check.faults }
  end

  def moment(text) = Time.iso8601(text)

  def test_the_last_call_and_the_next_in_the_owners_zone
    review = times([%w[fri], "15:00"], [Core::Weekdays::WORKING, "09:00"])
    assert_equal ["2027-03-09T09:00:00Z", "2027-03-10T09:00:00Z"],
      [review.last(moment("2027-03-09T09:00:00Z"), plan), review.next(moment("2027-03-09T09:00:00Z"), plan)].map(&:iso8601)
    assert_equal ["2027-03-12T15:00:00Z", "2027-03-15T09:00:00Z"],
      [review.last(moment("2027-03-14T23:00:00Z"), plan), review.next(moment("2027-03-14T23:00:00Z"), plan)].map(&:iso8601)
    assert_equal "Fridays at 15:00; working days at 09:00", review.label
    assert_equal [nil, nil], [times.last(moment("2027-03-09T09:00:00Z"), plan), times.next(moment("2027-03-09T09:00:00Z"), plan)]
  end

  def test_days_off_have_no_call_and_a_skipped_hour_moves_on
    review = times([%w[tue], "09:00"])
    assert_equal "2027-03-02T09:00:00Z", review.last(moment("2027-03-10T12:00:00Z"), plan(offs: ["2027-03-09"])).iso8601
    assert_equal "2027-03-28T01:00:00Z", times([%w[sun], "01:30"]).next(moment("2027-03-27T12:00:00Z"), plan).iso8601
    months_off = plan(offs: (Date.new(2027, 1, 1)..Date.new(2027, 3, 9)).map(&:iso8601))
    assert_nil review.last(moment("2027-03-09T12:00:00Z"), months_off), "a call of before a long absence is none any more"
  end

  def test_a_call_is_due_until_one_has_gone_through
    due = ->(now, gone, since) {
      Core::ReviewStatus.new(times([%w[tue], "09:00"]), plan, moment(now), gone_through_at: gone && moment(gone),
        since: since && moment(since)).due&.iso8601
    }
    assert_equal "2027-03-09T09:00:00Z", due["2027-03-09T09:00:00Z", nil, nil]
    assert_equal "2027-03-09T09:00:00Z", due["2027-03-12T09:00:00Z", "2027-03-09T08:59:00Z", "2027-01-01T00:00:00Z"]
    assert_nil due["2027-03-12T09:00:00Z", "2027-03-09T09:00:00Z", nil]
    assert_nil due["2027-03-12T09:00:00Z", nil, "2027-03-09T10:00:00Z"], "times that were set after it"
  end

  def test_review_times_that_cannot_be_are_refused_with_their_place
    refused = ->(value) {
      check = Core::Check.new([], "/review")
        .tap { |check| Core::ReviewTimes.read(value, check) } and check.faults.map(&:pointer)
    }
    assert_equal ["/review/0/at", "/review/1/days", "/review/2/at", "/review/2/on"],
      refused[[{"days" => ["fri"], "at" => "25:00"}, {"days" => [], "at" => "09:00"}, {"days" => ["mon"], "on" => 1}]].sort
    assert_equal ["/review"], refused[Array.new(21) { {"days" => ["fri"], "at" => "09:00"} }]
    assert_equal ["/review"], refused["fridays"]
  end

  def said(typed, today = "2027-03-09")
    Core::SaidDates.new(Date.iso8601(today)).like(typed).map { [_1.label, _1.first.iso8601, _1.last.iso8601] }
  end

  def test_stretches_of_days_as_they_are_said
    {
      "tod" => [["Today", "2027-03-09", "2027-03-09"]], "YEST" => [["Yesterday", "2027-03-08", "2027-03-08"]],
      "last we" => [["Last week", "2027-03-01", "2027-03-07"]], "this mon" => [["This month", "2027-03-01", "2027-03-09"]],
      "last month" => [["Last month", "2027-02-01", "2027-02-28"]], "tuesday" => [["Tuesday 2 March", "2027-03-02", "2027-03-02"]],
      "april" => [["April 2026", "2026-04-01", "2026-04-30"]],
      "2027-02" => [["February 2027", "2027-02-01", "2027-02-28"]], "2026" => [["2026", "2026-01-01", "2026-12-31"]],
      "5 mar" => [["5 March 2027", "2027-03-05", "2027-03-05"]], "12 march" => [["12 March 2026", "2026-03-12", "2026-03-12"]],
      "dec 2025" => [["December 2025", "2025-12-01", "2025-12-31"]], "2027-03-09" => [["9 March 2027", "2027-03-09", "2027-03-09"]],
      "ma" => [], "crate" => [], "30 february 2027" => [], "2027-13" => [], "" => []
    }.each { |typed, expected| assert_equal expected, said(typed), typed }
  end
end
