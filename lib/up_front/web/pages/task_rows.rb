# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Tasks as lists show them: those of the person's own, and what rules' follow-ups ask for.
      class TaskRows
        def initialize(rulebook, now)
          @zone = rulebook.zone
          @now = now
          @today = @zone.date(now)
          @time_format = Core::TimeFormat.new(@zone, now)
        end

        # @param tasks [Array<Store::Task, Desk::FollowUps::Row>] @return [Array<Hash>]
        def of(tasks)
          messages = Store::Message.where(id: tasks.filter_map(&:message_id)).select(:id, :subject, :sender_name,
            :sender_key).index_by(&:id)
          tasks.map { row(_1, messages[_1.message_id]) }
        end

        # @param message [Store::Message] @return [Array<Hash>] those of one message, what was done last
        def beside(message, state, claim)
          own = Store::Task.standing.where(message_id: message.id).order(Arel.sql("done_at IS NOT NULL"), :due_at, :id).to_a
          of([Desk::FollowUps.of(message, state, claim, @zone, @now), *own].compact)
        end

        private

        def row(task, message)
          {id: task.is_a?(Store::Task) ? "t#{task.id}" : task.key, words: task.words, note: task.note, on: task.due_on&.iso8601,
           at: task.due_minutes && Core::Clockface.of(task.due_minutes), alert: task.alert, when: said(task), rule: task.rule,
           done: !task.done_at.nil?, overdue: Core::TaskList.overdue?(task, @today, @now), due: Core::TaskList.due?(task, @now),
           message: message && {id: message.id, subject: message.subject.strip.empty? ? "(no subject)" : message.subject,
                                sender: message.sender_name.empty? ? "(no sender)" : message.sender_name}}
        end

        # "14:00", "since 09:00", "Tue 9 March", "since Mon 8 March 14:00", "someday"
        def said(task)
          return "done #{@time_format.moment(task.done_at)}" if task.done_at
          return "someday" unless task.due_on

          time = task.due_minutes && Core::Clockface.of(task.due_minutes)
          day = (task.due_on == @today) ? nil : @time_format.day(task.due_on)
          moment = [day, time].compact.join(" ").then { _1.empty? ? "today" : _1 }
          Core::TaskList.overdue?(task, @today, @now) ? "since #{moment}" : moment
        end
      end
    end
  end
end
