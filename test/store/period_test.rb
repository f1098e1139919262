# frozen_string_literal: true

require_relative "../support/desk_helper"

# Stretches of the calendar hold for the same mail in the matcher and in SQL, at every moment, over changes of the clock too.
class PeriodTest < Minitest::Test
  include DeskHelper

  DAYS = {"today" => %w[2027-03-28 2027-03-29], "yesterday" => %w[2027-03-27 2027-03-28], "this_week" => %w[2027-03-22 2027-03-29],
          "last_week" => %w[2027-03-15 2027-03-22], "this_month" => %w[2027-03-01 2027-04-01], "last_month" => %w[2027-02-01 2027-03-01],
          "this_year" => %w[2027-01-01 2028-01-01], "last_year" => %w[2026-01-01 2027-01-01]}.freeze

  def node(*periods)
    Core::Condition.read(leaf("arrived_in", "within", periods), Core::Check.new, rulebook.names, state: true)
  end

  def test_the_days_of_each
    DAYS.each { |period, days| assert_equal days, Core::Types::Period.days(period, Date.new(2027, 3, 28)).map(&:iso8601), period }
    assert_equal %w[2026-12-28 2027-01-04], Core::Types::Period.days("last_week", Date.new(2027, 1, 4)).map(&:iso8601)
  end

  def test_matcher_and_sql_agree
    set_up
    random = Random.new(Minitest.seed)
    clock.now = at("12:00", "2027-06-30")
    40.times { take(date: clock.now - random.rand(500 * 86_400)) }
    %w[00:00 23:30].product(%w[2027-03-28 2027-01-01 2027-06-30]).each do |time, day|
      moment = at(time, day)
      states = Store::MessageStates.of(Store::Message.ids, moment)
      readings = Store::Message.includes(:account).to_h { |row| [row.id, Core::Reading.new(row.to_core, state: states.fetch(row.id))] }
      DAYS.each_key do |period|
        asked = node(period)
        held = readings.select { |_, reading| Core::Matcher.holds?(asked, reading) }.keys
        assert_equal held.sort, Store::Message.where(Store::SQLReader.new(moment).sql(asked)).pluck(:id).sort, "#{period} at #{moment}"
      end
    end
  end

  def test_it_is_said_and_heard
    assert_equal "it arrived this month or last week", Core::Sentence.condition(node("this_month", "last_week")).delete("()")
    %w[it\ arrived\ this\ month it\ did\ not\ arrive\ yesterday].each do |text|
      heard = Core::Condition.read(Core::Language.hear_condition(text), Core::Check.new, rulebook.names, state: true)
      assert_equal text, Core::Sentence.condition(heard).delete("()")
    end
  end
end
