# frozen_string_literal: true

require_relative "../support/api_helper"

# What mail did to the days, against others, and the person's own measure, through the API; figures agree wherever they are told.
class ReportAPITest < Minitest::Test
  include APIHelper

  def setup
    super
    set_up(rules: [rule("Now", when: leaf("subject", "mentions", ["now"]),
      then: {"timing" => {"now" => true}, "alert" => {"level" => "tap"}})])
  end

  def go_to(time, date = "2027-03-09") = clock.now = at(time, date)

  # A day with mail that comes straight in at these times, and one message that waits.
  def day(date, *times)
    times.each do |time|
      go_to(time, date)
      take(subject: "now", from: "p#{rand(1e9)}@b.example")
      Desk::Announce.new(clock).call
    end
    go_to("12:30", date)
  end

  def report(query = "from=2027-03-01&until=2027-03-09", status: 200) = ask(:get, "/report?#{query}", status: status)
  def measure(**more) = {chosen: [], wished: {}, front: false, from: "16:30", minutes: 5, **more}

  def test_figures_days_and_table_agree
    day("2027-03-08", "09:30", "10:10")
    day("2027-03-09", "09:30", "09:30", "11:00")
    go_to("18:00")
    page = report
    days = page["days"].to_h { [_1["date"], _1] }
    assert_equal [2, 2], days.values_at("2027-03-08", "2027-03-09").map { _1["interruptions"] }
    assert_equal [4, 5, 5], [page["figures"]["interruptions"], page["figures"]["mail"], page["figures"]["ways"]["straight"]]
    assert_equal days.values.sum { _1["mail"] }, page["hours"].flat_map { _1["counts"] }.sum
    lines = fetch("/report.csv?from=2027-03-01&until=2027-03-09").split("\r\n")
    assert_equal "date,working_day,messages,straight_in,interruptions,longest_undisturbed_minutes,alerts", lines.first
    assert_equal "2027-03-09,1,3,3,2,360,3", lines.last
    assert_equal 10, lines.size
    assert_match(/Your mail here begins on Monday 8 March/, page["begins"])
  end

  # What was counted at five has not happened yet where the clock is set back to ten.
  def test_a_clock_that_is_set_back
    day("2027-03-09", "09:30", "11:00")
    go_to("17:00")
    today = -> { report("from=2027-03-09&until=2027-03-09")["figures"].values_at("mail", "interruptions") }
    assert_equal [2, 2], today.call
    go_to("10:00")
    assert_equal [1, 1], today.call
    go_to("17:00")
    assert_equal [2, 2], today.call
  end

  # Figures that are made ready before anybody asks are those that are given.
  def test_what_is_made_ready_is_what_is_given
    day("2027-03-09", "09:30", "11:00")
    go_to("17:00")
    Desk::KeepFigures.new(clock).call
    ready = [report, ask(:get, "/senders?by=address")]
    [Store::Senders, Store::DayDigests].each(&:forget)
    assert_equal [report, ask(:get, "/senders?by=address")], ready
  end

  def test_against_other_days
    day("2027-03-02", "09:30", "10:10", "11:00")
    day("2027-03-09", "09:30")
    go_to("18:00")
    page = report("from=2027-03-09&until=2027-03-09&against_from=2027-03-02&against_until=2027-03-02")
    told = page["against"]["compared"].find { _1["figure"] == "interruptions" }
    assert_equal [3.0, 1.0, false], told.values_at("before", "after", "enough")
    assert_equal "Too few days to tell (1 and one working day that can be compared).", told["said"]
  end

  def test_what_a_change_did
    %w[2027-03-01 2027-03-02 2027-03-03].each { day(_1, "09:30", "10:10", "11:00") }
    go_to("20:00", "2027-03-03")
    Desk::SaveRule.new(clock).call(rule("Off", when: leaf("subject", "mentions", ["later"]), then: {"priority" => "low"}))
    Desk::SaveRule.new(clock).call(rule("Off 2", when: leaf("subject", "mentions", ["later"]), then: {"priority" => "low"}))
    %w[2027-03-08 2027-03-09 2027-03-10].each { day(_1, "09:30") }
    go_to("18:00", "2027-03-10")
    mark = report("from=2027-03-01&until=2027-03-10")["marks"].fetch(0)
    assert_equal ["2027-03-04", ["Made the rule “Off”.", "Made the rule “Off 2”."]], mark.values_at("date", "said")
    told = mark["compared"].find { _1["figure"] == "interruptions" }
    assert_equal [3.0, 1.0, 3, 3, true], told.values_at("before", "after", "before_days", "after_days", "enough")
    assert_equal "3 before, 1 after (3 and three working days, weekday by weekday)", told["said"]
  end

  def test_what_is_no_stretch
    assert_match(/first day is after the last/, report("from=2027-03-09&until=2027-03-01", status: 400)["detail"])
    assert_match(/have not come yet/, report("from=2027-03-10&until=2027-03-11", status: 400)["detail"])
    assert_match(/366 days at most/, report("from=2020-01-01&until=2027-03-09", status: 400)["detail"])
    assert_match(/One of the dates is none/, report("from=2027-02-30&until=2027-03-09", status: 400)["detail"])
    report("from=soon&until=2027-03-09", status: 400)
  end

  def test_ones_own_measure_is_kept_and_told
    day("2027-03-09", "09:30", "10:10")
    go_to("17:00")
    ask(:put, "/measure", measure(chosen: %w[interruptions longest], wished: {interruptions: 1}, front: true, minutes: 10))
    page = report("from=2027-03-09&until=2027-03-09")
    assert_equal [["interruptions", 2, 1, false], ["longest", 410, nil, nil]], page["measured"].map {
      _1.values_at("kind", "today", "wished", "kept")
    }
    assert_equal 20, page["figures"]["cost"]
    assert_match(/\AMoments that interrupt: 2 today \(you wish at most 1\)\. Longest stretch undisturbed: 6 h 50 min today/,
      ask(:get, "/front")["measure"]["said"])
  end

  def test_the_front_shows_it_in_the_evening_alone_and_where_it_is_wished
    ask(:put, "/measure", measure(chosen: ["alerts"], front: true))
    go_to("16:29")
    assert_nil ask(:get, "/front")["measure"]
    go_to("16:30")
    assert ask(:get, "/front")["measure"]
    ask(:put, "/measure", measure(chosen: ["alerts"]))
    assert_nil ask(:get, "/front")["measure"]
    ask(:put, "/measure", measure(chosen: ["alerts"], front: true))
    go_to("17:00", "2027-03-13")
    assert_nil ask(:get, "/front")["measure"], "Saturday is no working day"
  end

  def test_what_cannot_be_wished
    assert_match(/from 0 to 480/, ask(:put, "/measure", measure(chosen: ["longest"], wished: {longest: 481}), status: 422)["detail"])
    assert_match(/time of day/, ask(:put, "/measure", measure(from: "25:00"), status: 422)["detail"])
    ask(:put, "/measure", measure(chosen: ["happiness"]), status: 400)
    ask(:put, "/measure", measure(minutes: 500), status: 400)
  end

  def test_the_check_up_tells_where_half_of_ten_days_are_not_as_wished
    dates = (Date.new(2027, 2, 22)..Date.new(2027, 3, 8)).select { _1.cwday <= 5 }
    dates.each_with_index { |date, place| day(date.iso8601, "09:30", *("10:10" if place.even?)) }
    go_to("18:00")
    told = -> { ask(:get, "/check-up")["findings"].find { _1["kind"] == "measure_missed" } }
    assert_nil told.call
    ask(:put, "/measure", measure(chosen: ["interruptions"], wished: {interruptions: 1}))
    assert_equal "Moments that interrupt: on 5 of the last 10 working days it was not as you wish it (at most 1).", told.call["said"]
    assert_equal "Your days", told.call["about"]
    ask(:put, "/measure", measure(chosen: ["interruptions"], wished: {interruptions: 2}))
    assert_nil told.call
  end
end
