# frozen_string_literal: true

require "securerandom"

module UpFront
  module Desk
    # Things to do: made of a message or of nothing, changed, done, moved to another day, taken out. A rule's follow-up that the person
    # does something with becomes a task of theirs, and is one from then on.
    class ChangeTasks < Act
      MODEL = "Task" # of the undo step
      MOST_WORDS = 300 # characters
      MOST_NOTE = 4_000
      MOST_OPEN = 2_000 # more is no list that anybody goes through
      FURTHEST_YEARS = 5
      COLUMNS = %w[words note on at alert].freeze

      # @param given [Hash] words, and note, on (a date), at (a time of day), alert; nil takes a day, a time or an alert away
      # @param message_id [Integer, nil] @param made_by [String] @return [Done] with the task as result @raise [Impossible]
      def make(given, message_id: nil, made_by: "hand")
        transaction do
          raise Impossible.gone("message") if message_id && !Store::Message.exists?(id: message_id)
          if Store::Task.open.count >= MOST_OPEN
            raise Impossible.new("#{MOST_OPEN} things are to be done already. Do some, or take some out.", status: 409)
          end

          task = Store::Task.new(uid: SecureRandom.uuid, message_id: message_id, words: "", made_by: made_by, created_at: now)
          assign(task, {"words" => ""}.merge(given))
          task.save!
          told([task])
          text = "To do#{on_day(task)}: “#{task.words}”."
          step = [{"key" => task.id, "before" => {"dropped_at" => exact(now)}, "after" => {"dropped_at" => nil}}]
          Done.new(message: text, undo_id: undo_step(text, MODEL => step), result: task)
        end
      end

      # @param key [String] "t12" of a task, "f34" of a message's follow-up @return [Done] @raise [Impossible]
      def change(key, given)
        transaction do
          task, rows = standing(key)
          assign(task, given)
          next Done.new(message: "It stands so already.", result: task) unless task.changed?

          task.save!
          told([task])
          text = "“#{task.words}” is to be done#{on_day(task)}."
          Done.new(message: text, undo_id: undo_step(text, keep(rows, task)), result: task)
        end
      end

      # @param keys [Array<String>] @param on [Boolean] false: not done after all @return [Done] @raise [Impossible]
      def done(keys, on: true)
        each(keys, on ? "done" : "to do again") do |task|
          task.done_at = on ? task.done_at || now : nil
        end
      end

      # @return [Done] @raise [Impossible]
      def drop(keys) = each(keys, "taken out") { |task| task.dropped_at = now }

      # @param date [String, nil] the day to which they go; nil: someday @return [Done] @raise [Impossible]
      def move(keys, date)
        each(keys, date ? "moved to #{Core::TimeFormat.new(zone, now).day(day(date))}" : "left for someday") do |task|
          assign(task, {"on" => date, **(date ? {} : {"at" => nil, "alert" => nil})})
        end
      end

      # A call-out is answered, or calls again in a while. @return [Done] @raise [Impossible]
      def answer(id, answer)
        transaction do
          task = Store::Task.open.find_by(id: id) or raise Impossible.gone("task")
          if answer == "again"
            task.update!(again_at: now + AnswerAlert::AGAIN_SECONDS, answered_at: now)
          else
            task.update!(answered_at: now, again_at: nil)
          end
          event("alert_answered")
          Done.new(message: (answer == "again") ? "It calls again in #{AnswerAlert::AGAIN_SECONDS / 60} minutes." : "Answered.")
        end
      end

      private

      def zone = Store::CurrentRulebook.rulebook.zone

      # @yield [Store::Task] assigns what is to become of it
      def each(keys, what)
        transaction do
          steps = Hash.new { |all, model| all[model] = [] }
          changed = keys.uniq.filter_map do |key|
            task, rows = standing(key)
            yield task
            task.due_at = task.moment(zone)
            next if !task.changed? && rows.empty?

            task.changed_at = now
            task.save!
            keep(rows, task).each { |model, some| steps[model].concat(some) }
            task
          end
          next Done.new(message: "Nothing was changed.") if changed.empty?

          told(changed)
          one = changed.size == 1
          them = one ? "“#{changed.first.words}”" : Core::English.sentence(Core::English.count(changed.size, "task"))
          text = "#{them} #{one ? "is" : "are"} #{what}."
          Done.new(message: text, undo_id: undo_step(text, steps), result: changed)
        end
      end

      def keep(rows, task) = {**rows, MODEL => [*rows[MODEL], trail(task)].compact}

      # What only follows from time, or from what is shown, is nobody's act.
      def trail(record)
        return super unless record.is_a?(Store::Task)

        kept = super or return
        kept.merge(%w[before after].to_h { [_1, kept[_1].except(*Store::Task::BY_TIME)] }) if kept["before"].keys.difference(Store::Task::BY_TIME).any?
      end

      # @return [Array(Store::Task, Hash)] the task, and what making it of a follow-up changed
      def standing(key)
        id = key[/\A[tf](\d+)\z/, 1].to_i
        return taken_up(id) if key.start_with?("f")

        task = Store::Task.standing.find_by(id: id) or raise Impossible.gone("task")
        [task, {}]
      end

      # @param id [Integer] of the message
      def taken_up(id)
        own = Store::Task.standing.find_by(message_id: id, made_by: "follow_up")
        return [own, {}] if own

        state, claim = Store::State.find_by(message_id: id), Store::Claim.find_by(message_id: id)
        raise Impossible.gone("follow-up") unless state && claim&.follow_up_at && Core::MessageState.new(state, claim, now).follow_up?

        at = claim.follow_up_at.to_time
        task = Store::Task.create!(uid: SecureRandom.uuid, message_id: id, words: FollowUps.words(Store::Message.find(id).subject),
          made_by: "follow_up",
          rule: FollowUps.rule(claim), due_on: zone.date(at), due_minutes: zone.minutes(at), due_at: at, told_at: (now if at <= now),
          created_at: now, changed_at: now)
        state.update!(taken_up: true)
        made = {"key" => task.id, "before" => {"dropped_at" => exact(now)}, "after" => {"dropped_at" => nil}}
        [task, {"State" => [trail(state)], MODEL => [made]}]
      end

      def assign(task, given)
        task.words = words(given["words"], task) if given.key?("words")
        task.note = Core::Visible.lines(given["note"].to_s)[0, MOST_NOTE] if given.key?("note")
        task.due_on = given["on"] && day(given["on"]) if given.key?("on")
        task.due_minutes = GivenMoments.minutes(given["at"]) if given.key?("at")
        task.alert = given["alert"] if given.key?("alert")
        whole!(task)
        task.due_at = task.moment(zone)
        # What comes at another moment is announced anew.
        if task.due_at_changed? || task.alert_changed?
          task.assign_attributes(told_at: nil, sounded_at: nil, answered_at: nil, again_at: nil)
        end
        task.told_at = now if task.due_at_changed? && task.due_at && task.due_at <= now
        task.changed_at = now if task.changed?
      end

      def words(given, task)
        GivenWords.or_subject(given, task.message, MOST_WORDS, missing: "Say what is to be done.", pointer: "/words")
      end

      def whole!(task)
        task.due_minutes = nil unless task.due_on
        return if task.alert.nil? || task.due_minutes
        raise Impossible.new("An alert wants a time: give one, or leave the alert.", pointer: "/at")
      end

      def day(text)
        today = zone.date(now)
        GivenMoments.day(text, within: today - 366..today + FURTHEST_YEARS * 366)
      end

      def told(tasks)
        event("tasks")
        ids = tasks.filter_map(&:message_id).uniq
        event("changed", ids: ids) if ids.any?
      end

      def on_day(task)
        return " someday" unless task.due_on

        time = Core::TimeFormat.new(zone, now)
        day = (task.due_on == zone.date(now)) ? " today" : " on #{time.day(task.due_on)}"
        task.due_minutes ? "#{day} at #{Core::Clockface.of(task.due_minutes)}" : day
      end
    end
  end
end
