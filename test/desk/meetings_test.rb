# frozen_string_literal: true

require_relative "../support/desk_helper"

# What stands in the person's days, held against a plain walk through the days; and what it means for an invitation.
class MeetingsTest < Minitest::Test
  include DeskHelper

  FIRST, LAST = Date.new(2027, 3, 1), Date.new(2027, 4, 30) # the clock changes on 28 March

  def setup
    super
    busy = [{"name" => "Team", "from" => "2027-03-09T14:00:00Z", "to" => "2027-03-09T15:00:00Z"}]
    set_up(plan: {"busy" => busy})
  end

  def rulebook = Store::CurrentRulebook.rulebook
  def meetings(first = FIRST, last = first) = Desk::Meetings.new(rulebook, clock.now, first, last)

  def event(**given)
    given = {uid: given[:title], place: "", note: "", exdates: [], rdates: [], sequence: 0, zone: "Europe/Lisbon", **given}
    item = Post::CalendarItems::Event.new(**given)
    Store::Appointment.create!(uid: item.uid, created_at: clock.now, changed_at: clock.now, **Desk::CalendarExchange.columns(item))
  end

  # Each drawn as what a person would write down, and walked through day by day.
  def draw(random, n)
    on = FIRST + random.rand(50)
    at, minutes = random.rand(8..18) * 60, random.rand(1..6) * 30
    every, count = [1, 7, 14].sample(random: random), random.rand(1..8)
    turns = (random.rand < 0.6) ? Array.new(count) { on + _1 * every } : [on]
    without = turns.drop(1).sample(random.rand(3), random: random)
    besides = (turns.size > 1) ? Array.new(random.rand(2)) { on + random.rand(50) } : []
    rule = "FREQ=DAILY;INTERVAL=#{every};COUNT=#{count}" if turns.size > 1
    whole = random.rand < 0.3
    place = ->(day) { whole ? day : LISBON.instant(day, at) }
    event(title: "e#{n}", starts: place[on], ends: whole ? on + 1 : place[on] + minutes * 60, rrule: rule, exdates: without.map(&place),
      rdates: besides.map(&place))
    days = ((turns | besides) - without).select { (FIRST..LAST).cover?(_1) }
    days.map { whole ? ["e#{n}", _1] : ["e#{n}", LISBON.instant(_1, at), LISBON.instant(_1, at) + minutes * 60] }
  end

  def test_days_hold_what_a_walk_through_them_finds
    seed = Integer(ENV.fetch("MEETINGS_SEED", rand(1_000)))
    random = Random.new(seed)
    expected = Array.new(40) { draw(random, _1) }.flatten(1).uniq
    all = meetings(FIRST, LAST)
    seen = all.timed.select(&:own).map { [_1.name, _1.from, _1.to] } + all.whole_days.map { [_1.name, _1.first] }
    assert_equal expected.sort_by(&:to_s), seen.sort_by(&:to_s), "seed #{seed}"
    apart = (FIRST..LAST).flat_map { |day| meetings(day).timed.select(&:own).map { [_1.name, _1.from, _1.to] } }
    assert_equal expected.select { _1.size == 3 }.sort_by(&:to_s), apart.sort_by(&:to_s), "day by day, seed #{seed}"
  end

  def test_what_was_accepted_and_stands_in_the_followed_calendar_too_is_told_once
    event(title: "téam", starts: Time.utc(2027, 3, 9, 14), ends: Time.utc(2027, 3, 9, 15))
    assert_equal ["téam"], meetings(Date.new(2027, 3, 9)).timed.map(&:name)
    event(title: "Call", starts: Time.utc(2027, 3, 9, 14), ends: Time.utc(2027, 3, 9, 15))
    assert_equal %w[Call téam], meetings(Date.new(2027, 3, 9)).timed.map(&:name)
  end

  def test_one_that_cannot_be_followed_leaves_the_others
    event(title: "By number", starts: Time.utc(2027, 3, 2, 9), ends: Time.utc(2027, 3, 2, 10), rrule: "FREQ=YEARLY;BYWEEKNO=10")
    event(title: "Stores", starts: Time.utc(2027, 3, 2, 10), ends: Time.utc(2027, 3, 2, 11), rrule: "FREQ=WEEKLY")
    assert_equal %w[Stores], meetings(Date.new(2027, 3, 16)).timed.map(&:name)
  end

  def test_what_is_dropped_or_declined_stands_nowhere
    rows = %w[Gone Declined].map { event(title: _1, starts: Time.utc(2027, 3, 2, 10), ends: Time.utc(2027, 3, 2, 11), rrule: "FREQ=DAILY") }
    assert_equal 2, meetings(Date.new(2027, 3, 10)).timed.size
    rows.first.update!(dropped_at: clock.now)
    rows.last.update!(answer: "decline")
    assert_empty meetings(Date.new(2027, 3, 10)).timed
  end

  def test_many_that_recur_are_one_question
    60.times { |n| event(title: "e#{n}", starts: Time.utc(2027, 3, 2, 10), ends: Time.utc(2027, 3, 2, 11), rrule: "FREQ=DAILY") }
    asked = []
    Post::Apart.stub(:call, ->(job, *given, **how) { (asked << job) && Post::Apart::JOBS.fetch(job).call(*given, **how) }) do
      assert_equal 60, meetings(Date.new(2027, 3, 10)).tap(&:whole_days).timed.size
    end
    assert_equal [:calendar], asked
  end
end
