# frozen_string_literal: true

require_relative "../support/core_helper"

# What mail did to some days, figure by figure; days held against days; and how it is said.
class ReportTest < Minitest::Test
  include CoreHelper

  MONDAY = Date.new(2027, 3, 8)
  OFF = Date.new(2027, 3, 12)

  def moment(text) = Time.iso8601("#{text}:00Z").to_i

  def row(arrived, comes = arrived, **more)
    fields = {way: (comes == arrived) ? "straight" : "round", priority: "normal", came: "arrived", put_offs: 0, mine: false,
              kind: "person", **more}
    Core::DayDigest::Row.new(moment(arrived), comes && moment(comes), *fields.values_at(:way, :priority, :came), *times(fields),
      fields[:put_offs], fields[:mine], fields[:kind])
  end

  def times(fields) = %i[opened answered].map { |name| fields[name] && moment(fields[name]) }

  def alert(at, opened = nil, by: nil) = Core::DayReport::Alert.new(moment(at), "tap", by, opened && moment(opened))

  def report(rows, alerts = [], dates: MONDAY..MONDAY + 6, now: "2027-03-14T23:59")
    now = Time.iso8601("#{now}:00Z")
    digests = dates.map { |date| Core::DayDigest.of(date, on(date, rows), LISBON, now.to_i) }
    Core::DayReport.new(digests, alerts.select { dates.cover?(LISBON.date(_1.at)) }, zone: LISBON, off: ->(date) { date == OFF }, now: now)
  end

  def on(date, rows)
    %i[arrived_at comes_at answered_at].to_h { |moment| [moment, rows.select { _1[moment] && LISBON.date(_1[moment]) == date }] }
  end

  def text(...) = Core::ReportText.new(report(...), minutes: 5)

  def test_one_minute_is_one_interruption_and_only_of_working_hours_and_days
    rows = [row("2027-03-08T10:00"), row("2027-03-08T10:00"), row("2027-03-08T10:01"), row("2027-03-08T08:59"), row("2027-03-08T17:00"),
      row("2027-03-13T10:00"), row("2027-03-12T10:00"), row("2027-03-08T09:30", "2027-03-08T12:00"), row("2027-03-08T09:30",
        "2027-03-08T12:00"),
      row("2027-03-08T11:00", "2027-03-08T11:05", way: "hand"), row("2027-03-08T11:00", nil, way: nil)]
    assert_equal 3, report(rows).to_h[:interruptions]
    assert_equal [MONDAY, MONDAY + 1, MONDAY + 2, MONDAY + 3], report(rows).working
    assert_nil report(rows).days.find { _1[:date] == OFF }[:interruptions]
  end

  def test_the_longest_stretch_of_each_day_and_the_usual_one
    rows = [row("2027-03-08T10:00"), row("2027-03-08T16:00"), row("2027-03-09T09:00"), row("2027-03-09T13:00"), row("2027-03-10T09:30")]
    one = report(rows, dates: MONDAY..MONDAY + 2, now: "2027-03-10T23:00")
    assert_equal [360, 240, 450], one.by_day["longest"].values
    assert_equal 360, one.to_h[:undisturbed]
    assert_equal({30 => 2.3, 60 => 2.0, 120 => 1.3}, one.to_h[:stretches])
  end

  # Today is as long as it has been.
  def test_today_so_far
    one = report([row("2027-03-08T09:40"), row("2027-03-08T12:00")], dates: MONDAY..MONDAY, now: "2027-03-08T11:00")
    assert_equal [1, 80], [one.to_h[:interruptions], one.to_h[:undisturbed]]
  end

  def test_how_mail_came
    rows = [row("2027-03-08T10:00"), row("2027-03-08T10:00", "2027-03-08T12:00"), row("2027-03-08T10:00", "2027-03-20T12:00"),
      row("2027-03-08T10:00", nil, way: nil), row("2027-03-08T10:00", nil, came: "history"), row("2027-03-08T10:00", nil, came: "quiet"),
      row("2027-03-08T10:00", mine: true)]
    assert_equal({"straight" => 1, "round" => 1, "time" => 0, "hand" => 0, "waits" => 1, "never" => 1, "history" => 1},
      report(rows).to_h[:ways])
    assert_equal [5, 1], report(rows).to_h.values_at(:mail, :sent)
  end

  def test_waits_looks_answers_and_what_was_put_off
    rows = [row("2027-03-08T09:00", "2027-03-08T10:30", opened: "2027-03-08T10:40", answered: "2027-03-08T10:50"),
      row("2027-03-08T09:10", "2027-03-08T10:30", priority: "low", put_offs: 2), row("2027-03-08T13:00", answered: "2027-03-08T14:00",
        put_offs: 1)]
    found = report(rows).to_h
    assert_equal({count: 2, usual: 90, longest: 90}, found[:waits]["normal"])
    assert_equal({count: 1, usual: 80, longest: 80}, found[:waits]["low"])
    assert_equal({of: 3, count: 1, usual: 600}, found[:looks])
    assert_equal({count: 2, usual: 6_600, with_rounds: 1, else: 1}, found[:answers])
    assert_equal({messages: 2, times: 3}, found[:put_off])
  end

  def test_what_became_of_alerts
    alerts = [alert("2027-03-08T10:00", "2027-03-08T10:05"), alert("2027-03-08T11:00", "2027-03-08T13:00"), alert("2027-03-08T12:00"),
      alert("2027-03-08T12:30", by: "heads_down"), alert("2027-02-01T10:00")]
    assert_equal({shown: 3, silenced: 1, soon: 1, later: 1, never: 1, levels: {"tap" => 3}}, report([], alerts).to_h[:alerts])
  end

  # The hour that a clock change skips or repeats is of its day, and the wall's clock says which minute it is.
  def test_over_a_clock_change
    dates = Date.new(2027, 3, 28)..Date.new(2027, 3, 29)
    rows = [row("2027-03-27T23:59"), row("2027-03-28T00:00"), row("2027-03-29T08:30"),
      row("2027-03-28T23:30")] # UTC; Lisbon is an hour ahead
    one = report(rows, dates: dates, now: "2027-03-30T12:00")
    assert_equal [1, 2], one.days.map { _1[:mail] }
    assert_equal 1, one.to_h[:interruptions], "half past nine by the wall's clock"
  end

  def test_like_weekdays_are_compared_and_nothing_else
    before = {MONDAY => 10, MONDAY + 7 => 20, MONDAY + 1 => 4, MONDAY + 2 => 100}
    after = {MONDAY + 14 => 9, MONDAY + 15 => 2, MONDAY + 17 => 1_000}
    answer = Core::FairComparison.of(before, after)
    assert_equal [9.5, 5.5, 3, 2, false], [*answer.to_a, answer.enough?]
    assert_equal [nil, nil, 0, 0, false], Core::FairComparison.of({MONDAY => 1}, {MONDAY + 1 => 1}).then { [*_1.to_a, _1.enough?] }
    assert Core::FairComparison.of({MONDAY => 1, MONDAY + 1 => 2, MONDAY + 2 => 3},
      {MONDAY + 7 => 1, MONDAY + 8 => 2, MONDAY + 9 => 3}).enough?
  end

  def test_a_sentence_first
    rows = [row("2027-03-08T10:00"), row("2027-03-09T10:00"), row("2027-03-09T13:00", "2027-03-09T15:00")]
    said = text(rows, dates: MONDAY..MONDAY + 1)
    assert_equal "From 8 March to 9 March 2027, mail interrupted you 1.5 times a working day, which at five minutes each is 8 min a day.",
      said.lead
    assert_equal "In two working days, the longest that you were left alone was usually 7 h 00 min. Three messages arrived, " \
      "two of them straight in.",
      said.rest
    assert_equal "On 8 March 2027, mail interrupted you one time, which at five minutes each is 5 min.",
      text(rows, dates: MONDAY..MONDAY).lead
    assert_equal "On 13 March 2027 there was no work: no messages arrived.", text(rows, dates: MONDAY + 5..MONDAY + 5).lead
  end

  def test_each_figure_says_what_it_counts
    lines = text([row("2027-03-08T10:00", opened: "2027-03-08T10:30")], [alert("2027-03-08T10:00")], dates: MONDAY..MONDAY).lines.to_h
    assert_equal "1 shown: 0 opened within 10 minutes, 0 later, 1 never; 0 silenced", lines["Alerts"]
    assert_equal "1 on one working day", lines["Moments that interrupt, 09:00 to 17:00"]
    assert_equal "1 of 1 that came to the Front, usually after 30 min", lines["Opened"]
    assert_equal "none", lines["Answered"]
  end

  def test_nothing_at_all
    empty = report([], dates: MONDAY + 5..MONDAY + 6)
    assert_equal [0, 0, 0], empty.to_h.values_at(:mail, :interruptions, :undisturbed)
    assert_equal [nil, nil], empty.days.map { _1[:longest] }
  end
end
