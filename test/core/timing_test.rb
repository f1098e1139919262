# frozen_string_literal: true

require_relative "../support/core_helper"

# When a rule says that mail surfaces: how it is read and refused, and what holds of the moments that it gives.
class TimingTest < Minitest::Test
  include CoreHelper

  # Changes of an hour and of half an hour, none, and offsets of odd minutes.
  ZONES = %w[Europe/Lisbon Australia/Lord_Howe Asia/Kolkata America/St_Johns Pacific/Chatham].map { Core::Zone.new(_1) }.freeze

  def read(value)
    check = Core::Check.new
    [Core::Timing.read(value, check, rulebook.names), check.faults.map(&:to_s)]
  end

  REFUSED = {
    nil => ": expected an object with one of now, next_round, round, until, off_front, found null",
    "now" => ": expected an object with one of now, next_round, round, until, off_front, found \"now\"",
    {} => ": expected exactly one of now, next_round, round, until, off_front, found none",
    {"now" => true, "off_front" => true} => ": expected exactly one of now, next_round, round, until, off_front, found now, off_front",
    {"soon" => true} => "/soon: expected one of now, next_round, round, until, off_front, found \"soon\"",
    {"now" => false} => "/now: expected true, found false",
    {"next_round" => "Mid"} => "/next_round: expected true, found \"Mid\"",
    {"round" => "Noon"} => "/round: expected the name of a round that this rulebook holds, found \"Noon\"",
    {"until" => "08:00"} => "/until: expected an object, found \"08:00\"",
    {"until" => {}} => "/until: expected days and at, or weekday and at, or after, found none",
    {"until" => {"at" => "08:00"}} => "/until: expected days and at, or weekday and at, or after, found at",
    {"until" => {"after" => "PT2H", "at" => "08:00"}} => "/until: expected days and at, or weekday and at, or after, found after, at",
    {"until" => {"at" => "24:00", "days" => 1}} => "/until/at: expected a time from 00:00 to 23:59, found \"24:00\"",
    {"until" => {"at" => "08:00", "days" => 1.5}} => "/until/days: expected a whole number of at least 0, found 1.5",
    {"until" => {"at" => "08:00", "days" => 367}} => "/until/days: expected at most 366 days, found 367",
    {"until" => {"at" => "08:00", "weekday" => "monday"}} =>
      "/until/weekday: expected one of mon, tue, wed, thu, fri, sat, sun, found \"monday\"",
    {"until" => {"after" => "P1M"}} =>
      "/until/after: expected an ISO 8601 duration of weeks, days, hours, minutes and seconds, such as PT2H or P3D, found \"P1M\""
  }.freeze

  def test_what_is_refused_says_what_it_should_be
    REFUSED.each do |value, told|
      timing, faults = read(value)
      assert_nil timing, value.inspect
      assert_equal [told.sub(/\A:/, "(the whole):")], faults, value.inspect
    end
  end

  def any(random)
    clock = format("%02d:%02d", random.rand(24), random.rand(60))
    weekday = Core::Weekdays::ALL.sample(random: random)
    after = ["PT#{random.rand(1..90)}M", "P#{random.rand(1..9)}DT#{random.rand(24)}H", "P2W"].sample(random: random)
    plain = [{"now" => true}, {"next_round" => true}, {"off_front" => true}, {"round" => "Mid"}]
    moments = [{"days" => random.rand(10), "at" => clock}, {"weekday" => weekday, "at" => clock}, {"after" => after}]
    [*plain, *moments.map { {"until" => _1} }].sample(random: random)
  end

  def test_what_is_read_prints_itself_back
    random = Random.new(7)
    300.times do
      value = any(random)
      timing, faults = read(value)
      assert_equal [value, []], [timing&.to_h, faults]
      assert_predicate timing, :frozen?
    end
    assert_equal({"round" => "Mid"}, read({"round" => "MID"})[0].to_h, "as the plan spells it")
  end

  def each_moment
    random = Random.new(23)
    2_000.times do
      zone = ZONES.sample(random: random)
      arrival = Time.at(Time.utc(2027).to_i + random.rand(2 * 365 * 86_400)).utc
      value = {"until" => any(random)["until"] || next}
      yield value["until"], read(value)[0].value.moment(arrival, zone), arrival, zone
    end
  end

  def test_no_moment_is_before_the_arrival_and_each_is_as_near_as_it_was_said
    each_moment do |said, moment, arrival, zone|
      assert_operator moment, :>=, arrival, said.inspect
      days = (zone.date(moment) - zone.date(arrival)).to_i
      if said["weekday"]
        assert_operator moment, :>, arrival
        assert_equal [said["weekday"], true], [zone.weekday(zone.date(moment)), days <= 8], "#{said} after #{arrival} in #{zone.name}"
      elsif said["days"]
        assert_includes [said["days"], said["days"] + 1], days
      end
      next if said["after"]

      # The wall shows the time that was said, unless a change of the clock skips it.
      shown = Core::Clockface.of(zone.minutes(moment))
      assert zone.edges(moment - 3_600, moment + 1).any?, "#{said} came at #{shown} in #{zone.name}" unless shown == said["at"]
    end
  end

  def test_a_duration_counts_calendar_days_and_real_hours
    lisbon = ZONES.first
    before_the_change = Time.utc(2027, 3, 27, 9, 14)
    after = ->(text) { read({"until" => {"after" => text}})[0].value.moment(before_the_change, lisbon) }
    assert_equal [Time.utc(2027, 3, 28, 8, 14), Time.utc(2027, 3, 28, 9, 14)], [after["P1D"], after["PT24H"]]
  end
end
