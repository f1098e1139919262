# frozen_string_literal: true

module UpFront
  module Desk
    # Tasks and appointments as a calendar's items (RFC 5545), out and in. What comes in under a UID that is here changes that one.
    class CalendarExchange < Act
      DONE_DAYS = 7 # that what was done goes along

      class << self
        # @param zone [Core::Zone, Core::Journey] @return [Array<Post::CalendarItems::Todo>] what is open, rules' follow-ups too, and done
        #   of late
        def todos(zone, now)
          own = Store::Task.standing.where("done_at IS NULL OR done_at > ?", now - DONE_DAYS * 86_400).order(:id).map { todo(_1) }
          own + FollowUps.all(zone).map { |row| todo(row, uid: FollowUps.uid(row.message_id), words: row.words) }
        end

        # @return [Post::CalendarItems::Todo]
        def todo(task, uid: task.uid, words: task.words)
          stamps = task.is_a?(Store::Task) ? {created_at: task.created_at.to_time, changed_at: task.changed_at.to_time} : {}
          Post::CalendarItems::Todo.new(uid: uid, words: words, note: task.note, done_at: task.done_at&.to_time, alert: !task.alert.nil?,
            due: task.due_minutes ? task.due_at.to_time : task.due_on, **stamps)
        end

        # @return [Array<Post::CalendarItems::Event>]
        def events = Store::Appointment.standing.order(:id).map { event_of(_1) }

        def event_of(row)
          Post::CalendarItems::Event.new(uid: row.uid, title: row.title, place: row.place, note: row.note, rrule: row.rrule, zone: row.zone,
            exdates: turns(row.exdates), rdates: turns(row.rdates),
            starts: row.starts_on || row.starts_at.to_time, ends: row.ends_on || row.ends_at.to_time, sequence: row.sequence,
            status: (row.answer == "tentative") ? "TENTATIVE" : "CONFIRMED", changed_at: row.changed_at.to_time)
        end

        # @param event [Post::CalendarItems::Event] @return [Hash] columns of {Store::Appointment}
        def columns(event)
          days = event.starts.is_a?(Date)
          {title: title(event), place: event.place, note: event.note, rrule: event.rrule, zone: event.zone, sequence: event.sequence,
           exdates: event.exdates.to_a.map(&:iso8601), rdates: event.rdates.to_a.map(&:iso8601),
           starts_on: (event.starts if days), ends_on: ([event.ends, event.starts + 1].max if days),
           starts_at: (event.starts unless days), ends_at: (event.ends unless days)}
        end

        private

        # @param kept [Array<String>] days, or instants @return [Array<Date, Time>]
        def turns(kept) = kept.map { (_1.size == 10) ? Date.iso8601(_1) : Time.iso8601(_1) }

        def title(event)
          GivenWords.line(event.title, Appointments::MOST_TITLE).then { _1.empty? ? "an event without a name" : _1 }
        end
      end

      # @param bytes [String] a calendar's file @return [Done] @raise [Impossible]
      def bring_in(bytes)
        zone = Store::CurrentRulebook.rulebook.zone
        found = Post::CalendarItems.found(bytes, zone)
        raise Impossible, "There is nothing to do and no event in that file.#{left_out(found)}" if found.todos.empty? && found.events.empty?

        room!(found)
        transaction do
          tasks = found.todos.map { task(_1, zone) }.compact
          off, on = found.events.partition { _1.status == "CANCELLED" }
          gone = off.filter_map { called_off(_1) }
          appointments = on.filter_map { appointment(_1) }
          event("tasks")
          text = "#{Core::English.sentence(brought(tasks.size, appointments.size))}.#{taken_out(gone.size)}#{left_out(found)}"
          next Done.new(message: text) if [tasks, appointments, gone].all?(&:empty?)

          Done.new(message: text, undo_id: undo_step(text, ChangeTasks::MODEL => tasks, Appointments::MODEL => appointments + gone))
        end
      rescue Post::CalendarItems::NoCalendar => no_calendar
        raise Impossible, no_calendar.message
      end

      private

      def room!(found)
        return if Store::Task.open.count + found.todos.size <= ChangeTasks::MOST_OPEN &&
          Store::Appointment.standing.count + found.events.size <= Appointments::MOST

        raise Impossible.new("That is more than there is room for: #{ChangeTasks::MOST_OPEN} things to do, #{Appointments::MOST} events.",
          status: 409)
      end

      # @return [Hash, nil] the trail of what came to be, or changed
      def task(todo, zone)
        return if FollowUps.standing?(todo.uid)

        words = GivenWords.line(todo.words, ChangeTasks::MOST_WORDS)
        row = row_of(Store::Task, todo.uid)
        was_new = row.new_record?
        at = todo.due.is_a?(Time) ? todo.due : nil
        row.assign_attributes(words: words.empty? ? "something without words" : words, note: todo.note, done_at: todo.done_at,
          due_on: at ? zone.date(at) : todo.due, due_minutes: at && zone.minutes(at), dropped_at: nil,
          alert: (row.alert || "chime" if todo.alert && at))
        row.due_at = row.moment(zone)
        row.told_at = row.sounded_at = now if row.due_at && row.due_at <= now # what is past does not come now
        keep(row, was_new)
      end

      # What is here goes out of the calendar; what is not here does not come in.
      def called_off(event)
        row = Store::Appointment.standing.find_by(uid: event.uid)
        row && keep(row.tap { _1.dropped_at = now }, false)
      end

      def appointment(event)
        row = row_of(Store::Appointment, event.uid)
        was_new = row.new_record?
        row.assign_attributes(**CalendarExchange.columns(event), dropped_at: nil)
        keep(row, was_new)
      end

      def row_of(model, uid)
        uid = SecureRandom.uuid if uid.strip.empty?
        model.find_by(uid: uid) || model.new(uid: uid, created_at: now, **((model == Store::Task) ? {words: ""} : {title: ""}))
      end

      def keep(row, was_new)
        return unless row.changed?

        row.changed_at = now
        row.save!
        was_new ? Appointments.made(row, now) : trail(row)
      end

      def brought(tasks, events)
        Core::English.join([Core::English.count(tasks, "thing to do", "things to do"), Core::English.count(events, "event")],
          "and") + " brought in"
      end

      def taken_out(count)
        count.positive? ? " #{Core::English.sentence(Core::English.count(count, "event"))} called off and taken out." : ""
      end

      def left_out(found) = found.problems.any? ? " #{found.problems.first(3).join(" ")}" : ""
    end
  end
end
