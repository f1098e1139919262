# frozen_string_literal: true

require_relative "../support/core_helper"

# Where each task stands in the list of the day.
class TaskListTest < Minitest::Test
  include CoreHelper

  Task = Struct.new(:name, :due_on, :due_minutes, :due_at, :done_at, keyword_init: true)
  NOW = Time.utc(2027, 3, 9, 9, 14)
  TODAY = Date.new(2027, 3, 9)

  def task(name, day = nil, minutes = nil, done: nil)
    on = day && TODAY + day
    Task.new(name: name, due_on: on, due_minutes: minutes, due_at: on && LISBON.instant(on, minutes || 0), done_at: done)
  end

  def sections(*tasks) = Core::TaskList.new(tasks, LISBON, NOW).sections.to_h { |each| [each.title, each.tasks.map(&:name)] }

  def test_each_stands_where_its_day_and_its_time_say
    found = sections(task("late", 0, 8 * 60), task("yesterday", -1), task("today", 0), task("at ten", 0, 600), task("tomorrow", 1),
      task("far", 40), task("some day"), task("did", 0, done: NOW))
    assert_equal({"Overdue" => %w[yesterday late], "Today" => ["at ten", "today"], "Tomorrow" => ["tomorrow"], "Later" => ["far"],
                  "Someday" => ["some day"], "Done today" => ["did"]}, found.reject { |_, names| names.empty? })
    assert_equal ["Today", "Tomorrow", "Thursday 11 March", "Friday 12 March", "Saturday 13 March", "Sunday 14 March", "Monday 15 March",
      "Someday"], sections.keys
  end

  # Over random tasks: each stands once, what has no moment is never overdue, and nothing that is overdue is called due later.
  def test_each_stands_once
    random = Random.new(4)
    200.times do
      tasks = Array.new(12) { |n| task(n, [nil, *-3..10].sample(random: random), [nil, 0, 553, 554, 555, 1439].sample(random: random)) }
      tasks.each { _1.due_minutes = nil unless _1.due_on }
      found = Core::TaskList.new(tasks, LISBON, NOW).sections
      assert_equal tasks.map(&:name).sort, found.flat_map { |each| each.tasks.map(&:name) }.sort
      overdue = found.find { _1.key == "overdue" }&.tasks || []
      assert(overdue.all? { Core::TaskList.due?(_1, NOW) && _1.due_on <= TODAY })
      found.select(&:on).each { |each| assert(each.tasks.all? { _1.due_on == each.on && !Core::TaskList.overdue?(_1, TODAY, NOW) }) }
    end
  end

  def test_working_days_leave_out_what_is_off
    plan = Core::Rulebook.read(document(plan: {"days_off" => ["2027-03-10", {"from" => "2027-03-15", "until" => "2027-03-16"}]})).plan
    days = Core::WorkingDays.new(plan)
    assert_equal %w[2027-03-11 2027-03-12 2027-03-17], (1..3).map { days.after(TODAY, _1).iso8601 }
  end
end
