# frozen_string_literal: true

require "securerandom"

module UpFront
  module Desk
    # Events of the person's own: made of a date that a message names, changed, taken out.
    class Appointments < Act
      MODEL = "Appointment" # of the undo step
      MOST_TITLE = 300
      MOST_TEXT = 4_000
      USUAL_MINUTES = 60 # where nothing says how long
      FURTHEST_DAYS = 5 * 366
      MOST = 5_000

      # @param given [Hash] title, on (a date), and at, until (times of day), place, note; without `at` it is of the whole day
      # @return [Done] with the appointment as result @raise [Impossible]
      def make(given, message_id: nil)
        transaction do
          raise Impossible.gone("message") if message_id && !Store::Message.exists?(id: message_id)
          raise Impossible.new("There are #{MOST} already. Take some out.", status: 409) if Store::Appointment.standing.count >= MOST

          row = Store::Appointment.new(uid: "#{SecureRandom.uuid}@up-front", message_id: message_id, title: "", created_at: now,
            changed_at: now)
          assign(row, {"title" => ""}.merge(given))
          row.save!
          kept(row, "“#{row.title}” is in your calendar: #{said(row)}.", [Appointments.made(row, now)])
        end
      end

      # @return [Done] @raise [Impossible]
      def change(id, given)
        transaction do
          row = standing(id)
          assign(row, given)
          next Done.new(message: "It stands so already.", result: row) unless row.changed?

          row.assign_attributes(sequence: row.sequence + 1, changed_at: now)
          row.save!
          kept(row, "“#{row.title}” is in your calendar: #{said(row)}.", [trail(row)])
        end
      end

      # @return [Done] @raise [Impossible]
      def drop(id)
        transaction do
          row = standing(id)
          row.update!(dropped_at: now, changed_at: now)
          kept(row, "“#{row.title}” is taken out of your calendar.", [trail(row)])
        end
      end

      # @return [Hash] the trail of what came to be: undoing takes it out
      def self.made(row, now)
        {"key" => row.id, "before" => {"dropped_at" => now.getutc.iso8601(6)}, "after" => {"dropped_at" => nil}}
      end

      private

      def zone = Store::CurrentRulebook.rulebook.zone
      def standing(id) = Store::Appointment.standing.find_by(id: id) || raise(Impossible.gone("event"))

      def assign(row, given)
        row.title = title(given["title"], row) if given.key?("title")
        row.place = Core::Visible.line(given["place"].to_s)[0, MOST_TITLE] if given.key?("place")
        row.note = Core::Visible.lines(given["note"].to_s)[0, MOST_TEXT] if given.key?("note")
        time(row, given) if given.key?("on")
      end

      def title(given, row)
        GivenWords.or_subject(given, row.message, MOST_TITLE, missing: "Give it a name.", pointer: "/title")
      end

      def time(row, given)
        date = day(given["on"])
        from = GivenMoments.minutes(given["at"])
        if from.nil?
          return row.assign_attributes(starts_on: date, ends_on: date + 1, starts_at: nil, ends_at: nil)
        end

        till = GivenMoments.minutes(given["until"], pointer: "/until") || [from + USUAL_MINUTES, 1440].min
        raise Impossible.new("It ends before it begins.", pointer: "/until") if till < from

        row.assign_attributes(starts_at: zone.instant(date, from), ends_at: zone.instant(date, till), starts_on: nil, ends_on: nil)
      end

      def day(text)
        today = zone.date(now)
        GivenMoments.day(text, within: today - FURTHEST_DAYS..today + FURTHEST_DAYS)
      end

      def kept(row, text, steps)
        event("tasks")
        event("changed", ids: [row.message_id]) if row.message_id
        Done.new(message: text, undo_id: undo_step(text, MODEL => steps.compact), result: row)
      end

      def said(row)
        time = Core::TimeFormat.new(zone, now)
        row.whole_day? ? time.day(row.starts_on) : time.dated(row.starts_at)
      end
    end
  end
end
