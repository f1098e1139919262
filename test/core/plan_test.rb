# frozen_string_literal: true

require_relative "../support/core_helper"

class PlanTest < Minitest::Test
  include CoreHelper

  def surfacing(arrival, rules: [], heads_down: nil, **more)
    rulebook(rules: rules, **more).decide(mail(arrived_at: arrival), heads_down: heads_down)
  end

  def test_by_the_plan
    {
      at("08:30") => [at("08:30"), false, nil], at("07:46") => [at("08:00"), true, "First"], at("09:14") => [at("10:30"), true, "Mid"],
      at("10:30") => [at("10:30"), false, "Mid"], at("10:31") => [at("12:00"), true, nil],
      at("20:00") => [at("08:00", "2027-03-10"), true, "First"],
      at("20:00", "2027-03-12") => [at("08:00", "2027-03-13"), true, nil],
      at("05:00", "2027-03-13") => [at("08:00", "2027-03-13"), true, nil],
      at("11:00", "2027-03-19") => [at("08:00", "2027-03-20"), true, nil]
    }.each do |arrival, expected|
      claim = surfacing(arrival)
      assert_equal expected, [claim.surface_at, claim.held, claim.round], arrival.inspect
    end
  end

  TIMINGS = {
    {"now" => true} => "2027-03-09T09:14", {"next_round" => true} => "2027-03-09T10:30", {"round" => "First"} => "2027-03-10T08:00",
    {"until" => {"days" => 0, "at" => "09:00"}} => "2027-03-10T09:00", {"until" => {"days" => 0, "at" => "09:14"}} => "2027-03-09T09:14",
    {"until" => {"days" => 2, "at" => "07:00"}} => "2027-03-11T07:00",
    {"until" => {"weekday" => "tue", "at" => "09:14"}} => "2027-03-16T09:14",
    {"until" => {"weekday" => "tue", "at" => "09:15"}} => "2027-03-09T09:15", {"until" => {"after" => "PT2H"}} => "2027-03-09T11:14",
    {"until" => {"after" => "P1W"}} => "2027-03-16T09:14"
  }.freeze

  def test_by_a_rule
    TIMINGS.each do |timing, expected|
      assert_equal Time.iso8601("#{expected}:00Z"), surfacing(at("09:14"), rules: [rule(then: {"timing" => timing})]).surface_at,
        timing.inspect
    end
  end

  def test_off_the_front_and_discarded_never_surface_and_never_alert
    [{"timing" => {"off_front" => true}}, {"discard" => true}].each do |effects|
      claim = surfacing(at("09:14"), rules: [rule(then: effects.merge("alert" => {"level" => "tap"}))])
      assert_equal [nil, false, nil], [claim.surface_at, claim.held, claim.alert]
    end
  end

  def test_heads_down_puts_off_what_does_not_break_through
    span = at("10:00")...at("11:00")
    assert_equal at("11:00"), surfacing(at("09:14"), heads_down: span).surface_at
    assert_equal at("08:30"), surfacing(at("08:30"), heads_down: span).surface_at
    loud = [rule(then: {"timing" => {"now" => true}, "alert" => {"level" => "call_out", "break_through" => true}})]
    assert_equal at("10:15"), surfacing(at("10:15"), rules: loud, heads_down: span).surface_at
  end

  def test_what_has_no_moment_within_a_year_is_held_without_one
    plan = {"windows" => [{"name" => "Always", "days" => Core::Weekdays::ALL, "from" => "00:00", "to" => "24:00"}]}
    claim = surfacing(at("09:14"), plan: plan)
    assert_equal [nil, true], [claim.surface_at, claim.held]
    assert_equal at("09:14"), surfacing(at("09:14"), plan: {}).surface_at
  end

  # Each: zone, local date and time, and the UTC instant it means. Skipped times move to the first that
  # exists, repeated ones mean the first.
  CHANGES = [
    ["Europe/Lisbon", "2027-03-28", 90, "2027-03-28T01:00:00Z"], ["Europe/Lisbon", "2027-10-31", 90, "2027-10-31T00:30:00Z"],
    ["Australia/Lord_Howe", "2027-10-03", 135, "2027-10-02T15:30:00Z"], ["Australia/Lord_Howe", "2027-04-04", 105, "2027-04-03T14:45:00Z"],
    ["Asia/Kathmandu", "2027-03-09", 480, "2027-03-09T02:15:00Z"], ["Pacific/Apia", "2011-12-30", 600, "2011-12-30T10:00:00Z"]
  ].freeze

  def test_clock_changes
    CHANGES.each do |zone, date, minutes, expected|
      assert_equal Time.iso8601(expected), Core::Zone.new(zone).instant(Date.iso8601(date), minutes), "#{zone} #{date}"
    end
  end

  def test_a_window_of_the_whole_day_lasts_as_long_as_the_day
    plan = Core::Plan.new(zone: LISBON, offs: [Date.new(2027, 3, 28), Date.new(2027, 10, 31)].map { Core::Plan::Off.new(_1, _1, nil) })
    assert_equal [23, 25], plan.days_off.map { |date| plan.stretches_on(date).first.last.then { (_1.end - _1.begin) / 3600 } }
  end

  def trip(zone, from, till) = {"time_zone" => zone, "from" => from, "until" => till}

  def test_windows_follow_the_zone_of_the_place
    book = rulebook(owner: OWNER.merge("trips" => [trip("Asia/Tokyo", "2027-03-10", "2027-03-12")]))
    decide = ->(instant) { book.decide(mail(arrived_at: Time.iso8601(instant))).surface_at.iso8601 }
    assert_equal "2027-03-09T10:30:00Z", decide.call("2027-03-09T09:14:00Z") # Tuesday at home
    assert_equal "2027-03-10T01:30:00Z", decide.call("2027-03-10T00:14:00Z") # Wednesday 09:14 in Tokyo, the 10:30 round there
    assert_equal "2027-03-16T08:00:00Z", decide.call("2027-03-16T07:46:00Z") # Tuesday at home again
    assert_equal "2027-03-09T16:30:00Z", decide.call("2027-03-09T16:30:00Z") # straight in: it is Wednesday night in Tokyo, not at home
    assert_equal ["2027-03-09", "2027-03-12", 554],
      [book.zone.date(Time.iso8601("2027-03-09T15:00:00Z")).iso8601, book.zone.date(Time.iso8601("2027-03-12T14:59:00Z")).iso8601,
        book.zone.minutes(Time.iso8601("2027-03-10T00:14:00Z"))]
    assert_equal ["/owner/trips/0/until", "/owner/trips/1/time_zone"],
      faults(document(owner: OWNER.merge("trips" => [trip("Asia/Tokyo", "2027-03-12", "2027-03-10"),
        trip("Mars", "2027-03-12", "2027-03-13")]))).map(&:first)
  end

  def test_a_timeline_says_what_the_plan_says
    PropCheck.forall(plans).with_config(n_runs: 40) do |drawn|
      plan = plan_of(drawn)
      first = plan.zone.date(Time.utc(2027) + drawn[:minute] * 60)
      timeline = Core::Timeline.new(plan, first, first + 4)
      edges = plan.stops_on(first + 1).map(&:at) + plan.stretches_on(first + 1).flat_map { |_, span| [span.begin, span.end] }
      arrivals = Array.new(40) { |n| plan.zone.instant(first, 0) + n * 9_001 }.select { _1 < plan.zone.instant(first + 5, 0) }
      (arrivals + edges + edges.map { _1 - 1 } + edges.map { _1 + 1 }).each do |arrival|
        expected = plan.moment(arrival).at
        expected.nil? ? assert_nil(timeline.at(arrival)) : assert_equal(expected, timeline.at(arrival), arrival.inspect)
      end
    end
  end

  # Heads-down only ever puts off, and what is put off comes when no stretch of it runs.
  def test_laws_of_heads_down
    random = Random.new(Minitest.seed)
    spans = Array.new(3) do |n|
      {"name" => "Q#{n}", "days" => Core::Weekdays::ALL.sample(2, random: random), "from" => Core::Clockface.of(random.rand(288) * 5),
       "to" => Core::Clockface.of(random.rand(288) * 5)}
    end
    busy = Array.new(5) { |n| at("00:00", "2027-03-08") + random.rand(10 * 1440) * 60 }.map do |from|
      {"name" => "Meeting", "from" => from.iso8601, "to" => (from + 3600).iso8601}
    end
    plan = rulebook(plan: document["plan"].merge("heads_down" => spans, "busy" => busy)).plan
    own = (at("09:00")...at("11:30"))
    down = plan.heads_down([own])
    300.times do
      arrival = at("00:00", "2027-03-08") + random.rand(14 * 1440) * 60
      without = surface(plan, arrival)
      moment = Core::Surfacing.new(plan, arrival, Core::Verdict.new, down).to_h[:surface_at]
      assert moment >= without, "never sooner"
      assert_nil down.covering(moment), "never within"
      assert_equal without, moment unless down.covering(without)
      assert plan.covered_by(without).empty? || plan.next_stop(without)&.at == without
    end
  end

  # Wherever one goes: nothing before it arrives, and nothing for ever.
  def test_laws_on_trips
    random = Random.new(Minitest.seed)
    zones = %w[Pacific/Kiritimati Pacific/Pago_Pago Asia/Tokyo America/New_York Australia/Lord_Howe]
    60.times do
      first = Date.new(2027, 3, 1) + random.rand(200)
      book = rulebook(owner: OWNER.merge("trips" => [trip(zones.sample(random: random), first.iso8601, (first + random.rand(20)).iso8601)]))
      20.times do
        arrival = Time.utc(2027, 3, 1) + random.rand(240 * 1440) * 60
        moment = surface(book.plan, arrival)
        assert moment && moment >= arrival && moment < arrival + 10 * 86_400, [arrival, moment, book.owner["trips"]].inspect
      end
    end
  end

  G = PropCheck::Generators

  def clockface = G.choose(0..287).map { Core::Clockface.of(_1 * 5) }
  def days = G.array(G.one_of(*Core::Weekdays::ALL.map { G.constant(_1) }), min: 1, max: 7, uniq: true)

  def plans
    windows = G.array(G.fixed_hash("days" => days, "from" => clockface, "to" => clockface), max: 5)
    rounds = G.array(G.fixed_hash("days" => days, "at" => clockface), max: 4)
    zone = G.one_of(*%w[Europe/Lisbon Asia/Kathmandu Australia/Lord_Howe America/St_Johns Pacific/Chatham].map { G.constant(_1) })
    G.fixed_hash(windows: windows, rounds: rounds, zone: zone, minute: G.choose(0..(366 * 1440)))
  end

  def plan_of(drawn)
    named = ->(list) { list.each_with_index.map { |item, index| item.merge("name" => "N#{index}") } }
    Core::Rulebook.read(document(owner: OWNER.merge("time_zone" => drawn[:zone]),
      plan: {"windows" => named.call(drawn[:windows]), "rounds" => named.call(drawn[:rounds])})).plan
  end

  def surface(plan, arrival) = Core::Surfacing.new(plan, arrival, Core::Verdict.new, nil).to_h[:surface_at]

  def test_laws_of_every_plan
    PropCheck.forall(plans).with_config(n_runs: 150) do |drawn|
      plan = plan_of(drawn)
      arrival = Time.utc(2027) + drawn[:minute] * 60
      moment = surface(plan, arrival)
      later = surface(plan, arrival + 1800)
      assert moment.nil? || moment >= arrival, "nothing surfaces before it arrives"
      assert moment.nil? || later.nil? || later >= moment, "surfacing never runs backwards"
      assert_equal arrival, moment if plan.covered_by(arrival).empty?
      assert plan.covered_by(moment).empty? || plan.next_stop(moment)&.at == moment, "it surfaces in the open or with a round" if moment
      more = Core::Plan.new(zone: plan.zone, windows: plan.windows, rounds: plan.rounds +
        [Core::Plan::Round.new("More", Core::Weekdays::ALL, 601)])
      assert surface(more, arrival) <= moment, "a round more never makes it later" if moment
    end
  end
end
