# frozen_string_literal: true

require_relative "../support/core_helper"

# No moment of the year waits longer than those that were looked at, and these are real.
class WorstWaitsTest < Minitest::Test
  include CoreHelper

  FROM = Date.new(2027, 3, 1)
  TIMINGS = [nil, {"next_round" => true}, {"round" => "Mid"}, {"until" => {"days" => 2, "at" => "09:30"}},
    {"until" => {"weekday" => "sat", "at" => "07:05"}}, {"until" => {"after" => "P1DT5H"}}, {"now" => true}].freeze

  def setup
    @random = Random.new(Minitest.seed)
  end

  def one(*among) = among.sample(random: @random)
  def days = Core::Weekdays::ALL.sample(@random.rand(1..7), random: @random)
  def time_of_day = format("%02d:%02d", @random.rand(24), one(0, 30, 47))

  # Days off, meetings and a trip lie where the clock changes, on 28 March.
  def book
    windows = Array.new(@random.rand(3)) { |n| {"name" => "W#{n}", "days" => days, "from" => time_of_day, "to" => time_of_day} }
    rounds = ["Mid", *%w[R0 R1 R2].first(@random.rand(3))].map { |name| {"name" => name, "days" => days, "at" => time_of_day} }
    off = Array.new(@random.rand(4)) { (FROM + 20 + @random.rand(14)).iso8601 }.uniq
    busy = Array.new(@random.rand(2)) { {"name" => "M", "from" => "2027-03-25T10:17:00Z", "to" => "2027-03-25T12:00:00Z"} }
    trips = Array.new(@random.rand(2)) {
      {"time_zone" => one("America/New_York", "Asia/Tokyo"), "from" => "2027-03-24", "until" => "2027-03-30"}
    }
    rulebook(owner: OWNER.merge("trips" => trips),
      plan: {"windows" => windows, "rounds" => rounds, "days_off" => off, **(busy.any? ? {"busy" => busy} : {})})
  end

  def test_at_random_none_waits_longer
    8.times do
      book = self.book
      said = one(*TIMINGS)
      rules = said ? [rule("R", then: {"timing" => said})] : []
      decided = rulebook(**book.document.slice("owner", "plan").transform_keys(&:to_sym), rules: rules)
      waits = Core::WorstWaits.new(decided.plan, FROM).of(decided.rules.first&.effects&.timing)
      real = ->(at) { decided.decide(mail(arrived_at: at)).surface_at }
      waits.sample(30, random: @random).each { |wait| assert_equal real[wait.arrival], wait.surface_at }
      longest = waits.first.seconds
      minutes = (0...14 * 1_440).step(7).map { |minute| Time.utc(2027, 3, 21) + minute * 60 + one(0, 1, 59) }
      minutes.each do |at|
        seconds = real[at]&.-(at) || Float::INFINITY
        assert_operator seconds, :<=, longest, "#{at} by #{said.inspect} in #{JSON.generate(book.document.slice("owner", "plan"))}"
      end
    end
  end

  # A year of weeks that are all alike is looked at as one of them, and what is otherwise as it is.
  def test_alike_weeks_are_looked_at_once
    plain = Core::WorstWaits.new(rulebook(plan: document["plan"].except("days_off")).plan, FROM).of(nil)
    off = Core::WorstWaits.new(rulebook.plan, FROM).of(nil)
    assert_operator plain.size, :<, 600
    assert_operator off.size, :>, plain.size
    assert_equal [14, 38], [plain, off].map { (_1.first.seconds / 3_600).floor }
  end
end
