# frozen_string_literal: true

require_relative "../support/core_helper"
require_relative "../support/random_rules"

# A replay tells what deciding with each of two rulebooks tells, no more and no less.
class ReplayTest < Minitest::Test
  include CoreHelper

  def drawn(rules)
    bodies = Array.new(6) { |index| rules.rule("R#{index}").merge("enabled" => true, "when" => rules.condition(1)) }
    bodies = JSON.parse(JSON.generate(bodies))
    [rulebook(rules: bodies), rulebook(rules: bodies.reverse.reject { _1["name"] == "R3" })]
  end

  def letters(random)
    Array.new(12) do |index|
      mail(message_id: "<#{index}@x>", from: %w[ana@casadomar.example post@elsewhere.example].sample(random: random), body: "tide",
        subject: ["loan", "border", ""].sample(random: random), arrived_at: at("00:00") + random.rand(5 * 86_400))
    end
  end

  def told(book, message) = Core::ClaimReport.new(book.decide(message), book.zone).to_h.except("trace")

  def test_at_random_what_differs_is_what_two_decisions_tell_otherwise
    random = Random.new(Minitest.seed)
    rules = RandomRules.new(random)
    counts = Hash.new(0)
    50.times do
      books = drawn(rules)
      replay = Core::Replay.new(*books)
      letters = letters(random)
      found = letters.filter_map { |letter| replay.take(letter)&.then { Core::ReplayReport.difference(_1, books.map(&:zone)) } }
      expected = letters.map { |letter| books.map { told(_1, letter) } }.reject { |a, b| a == b }
      assert_equal expected, found.map { _1.values_at("a", "b") }
      assert_equal expected.map { |a, _| a["message_id"] }, found.map { _1["message_id"] }
      assert_equal found.flat_map { _1["topics"] }.tally, replay.topics
      assert_equal [letters.size, found.size], [replay.messages, replay.different]
      books.zip(replay.figures) { |book, figures| assert_equal recounted(letters.map { book.decide(_1) }), figures.to_h }
      counts[found.empty?] += 1
    end
    assert_operator counts[false], :>, 10
  end

  # The same figures from all claims at once, in the plainest way.
  def recounted(claims)
    surfacing = claims.select(&:surface_at)
    waits = surfacing.group_by(&:priority).transform_values { |some| some.map { (_1.surface_at - _1.arrived_at).to_i }.sort }
    {straight_in: surfacing.count { _1.surface_at == _1.arrived_at }, waiting: surfacing.count { _1.surface_at > _1.arrived_at },
     never: claims.size - surfacing.size, interruptions: surfacing.map { _1.surface_at.strftime("%FT%H:%M") }.uniq.size,
     alerts: %w[tap chime call_out].to_h { |level| [level, surfacing.count { _1.alert && _1.alert["level"] == level }] },
     longest_undisturbed: quiet(claims.map(&:arrived_at), surfacing.map(&:surface_at)),
     waits: waits.transform_values { |some| {median: least(some, 0.5), nine_in_ten: least(some, 0.9), most: some.max} }}
  end

  def quiet(arrivals, moments)
    minutes = [arrivals.min, *moments.sort, [arrivals.max, *moments].max].map { _1 - _1.sec - _1.subsec }
    minutes.each_cons(2).map { |from, to| (to - from).to_i }.max
  end

  # The shortest wait that so large a part does not exceed.
  def least(waits, part) = waits.find { |wait| waits.count { _1 <= wait } >= (part * waits.size).round(6) }

  def test_nothing_taken_is_told_as_nothing
    replay = Core::Replay.new(rulebook, rulebook)
    nothing = {straight_in: 0, waiting: 0, never: 0, interruptions: 0, alerts: {"tap" => 0, "chime" => 0, "call_out" => 0},
               longest_undisturbed: 0, waits: {}}
    assert_equal [nothing, nothing], replay.figures.map(&:to_h)
    text = Core::ReplayText.new(replay, left_out: 1, names: %w[a b], zone: LISBON)
    assert_equal ["No message was decided.", "One message left out: no arrival is told, neither by Received nor by Date."], text.lines
  end

  def test_a_time_zone_that_says_the_same_moment_otherwise_is_no_difference
    there = rulebook(owner: OWNER.merge("time_zone" => "Africa/Abidjan"))
    assert_nil Core::Replay.new(rulebook, there).take(mail)
  end

  def test_durations_are_written_in_hours_minutes_and_seconds
    assert_equal %w[PT0S PT59S PT1M PT26H PT1H1S], [0, 59, 60, 93_600, 3_601].map { Core::Duration.of(_1) }
    Array.new(50) { _1 * 7_919 }.each { assert_equal _1, Core::Duration.parse(Core::Duration.of(_1)).seconds }
  end
end
