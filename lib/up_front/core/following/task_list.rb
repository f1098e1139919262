# frozen_string_literal: true

module UpFront
  module Core
    # The list of the day: what is overdue, what is due today, each of the next days, later, someday; what was done today last.
    class TaskList
      NEXT_DAYS = 6
      # @!attribute key [String] @!attribute title [String] @!attribute on [Date, nil] the day that it is @!attribute tasks [Array]
      Section = Struct.new(:key, :title, :on, :tasks, keyword_init: true)

      # @param tasks [Array<#due_on, #due_minutes, #due_at, #done_at>] @param zone [Zone] the owner's @param now [Time]
      def initialize(tasks, zone, now)
        @tasks = tasks
        @zone = zone
        @now = now
        @today = zone.date(now)
        @time_format = TimeFormat.new(zone, now)
      end

      # @return [Boolean] whether its day has passed, or its time of today
      def self.overdue?(task, today, now)
        return false if task.done_at || task.due_on.nil?

        task.due_on < today || (task.due_on == today && !task.due_minutes.nil? && task.due_at <= now)
      end

      # @return [Boolean] whether its moment has come
      def self.due?(task, now) = task.done_at.nil? && !task.due_at.nil? && task.due_at <= now

      # @return [Array<Section>] the days always, the others where something is in them
      def sections
        done, open = @tasks.partition(&:done_at)
        overdue, open = open.partition { TaskList.overdue?(_1, @today, @now) }
        by_day = open.group_by(&:due_on)
        later = by_day.select { |day, _| day && day > last }.values.flatten
        [section("overdue", "Overdue", overdue), *days(by_day), section("later", "Later", later),
          section("someday", "Someday", by_day.fetch(nil, [])), section("done", "Done today", done)]
          .reject { |each| each.on.nil? && each.key != "someday" && each.tasks.empty? }
      end

      private

      def last = @today + NEXT_DAYS

      def days(by_day)
        (@today..last).map do |day|
          title = {0 => "Today", 1 => "Tomorrow"}[(day - @today).to_i] || @time_format.day(day)
          Section.new(key: day.iso8601, title: title, on: day, tasks: sorted(by_day.fetch(day, [])))
        end
      end

      def section(key, title, tasks) = Section.new(key: key, title: title, tasks: sorted(tasks))

      # By day and time; of a day, what has no time last.
      def sorted(tasks) = tasks.sort_by.with_index { |task, place| [task.due_on&.jd || 0, task.due_minutes || 1441, place] }
    end
  end
end
