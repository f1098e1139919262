# frozen_string_literal: true

require "icalendar"
require "icalendar/tzinfo"

module UpFront
  module Post
    # Things to do and events of the person's own as iCalendar (RFC 5545: VTODO, section 3.6.2; VEVENT, 3.6.1), out and in.
    module CalendarItems
      # The file is none; the message is for the person.
      class NoCalendar < StandardError; end

      MAX_BYTES = 5 * 1024 * 1024
      MOST = 2_000
      MOST_TEXT = 4_000
      MOST_ZONES = 20
      ZONE_BEFORE_SECONDS = 370 * 86_400
      ZONE = /^BEGIN:VTIMEZONE[ \t]*\r?\n.{1,20000}?^END:VTIMEZONE[ \t]*\r?$/mi # of at most so many characters

      # @!attribute due [Time, Date, nil] an instant, or a day @!attribute done_at [Time, nil] @!attribute alert [Boolean] whether it alerts
      Todo = Struct.new(:uid, :words, :note, :due, :done_at, :alert, :created_at, :changed_at, keyword_init: true)
      # @!attribute starts [Time, Date] an instant, or a whole day @!attribute ends [Time, Date] exclusive, of the same kind
      # @!attribute rrule [String, nil] @!attribute zone [String, nil] in which it recurs @!attribute status ["CONFIRMED", "TENTATIVE"]
      Event = Struct.new(:uid, :title, :place, :note, :starts, :ends, :rrule, :zone, :sequence, :status, :changed_at, keyword_init: true)
      Found = Struct.new(:todos, :events, :problems, keyword_init: true)

      module_function

      # @param todos [Array<Todo>] @param events [Array<Event>] @param now [Time] @param into [Icalendar::Calendar] @return [String]
      def write(now:, todos: [], events: [], into: CalendarItems.empty)
        zones(events).each { into.add_timezone(_1) }
        todos.each { |todo| into.add_todo(todo_out(todo, now)) }
        events.each { |event| into.add_event(event_out(event, now)) }
        into.to_ical
      end

      # Each zone in which something recurs, described from before the first of it on (section 3.6.5).
      def zones(events)
        zoned = events.select { zoned?(_1) }.group_by(&:zone)
        zoned.map { |name, own| TZInfo::Timezone.get(name).ical_timezone(own.map(&:starts).min - ZONE_BEFORE_SECONDS) }
      end

      def zoned?(event) = !event.rrule.nil? && !event.zone.nil? && event.starts.is_a?(Time)

      def empty = Icalendar::Calendar.new.tap { _1.prodid = "-//Up Front//EN" }

      # As {read}, apart from this process. @raise [NoCalendar]
      def found(bytes, zone)
        raise NoCalendar, "The file is larger than 5 MB." if bytes.bytesize > MAX_BYTES

        Apart.call(:calendar_items, bytes, zone)
      rescue Apart::Exceeded
        raise NoCalendar, "The calendar takes too long to read. Export a shorter stretch of it, and give that."
      end

      # @param bytes [String] @param zone [Core::Zone, Core::Journey] the owner's, for times without a zone @return [Found]
      # @raise [NoCalendar]
      def read(bytes, zone)
        text = Charset.utf8(bytes)
        raise NoCalendar, "The file is no calendar (one begins with BEGIN:VCALENDAR)." unless text.match?(/^BEGIN:VCALENDAR\s*$/i)

        moments = CalendarMoments.new(zone)
        found = Found.new(todos: [], events: [], problems: moments.problems)
        zones = text.scan(ZONE).first(MOST_ZONES).to_h { |zone| [zone[/^TZID[^:\r\n]*:([^\r\n]*)/i, 1].to_s.strip, zone.strip] }
        blocks(text, found).each { |kind, block| take(kind, [*described(block, zones), block].join("\r\n"), found, moments) }
        found
      end

      # Those of the calendar's own zones that it names.
      def described(block, zones) = zones.values_at(*block.scan(/TZID="?([^":;\r\n]+)/i).flatten.uniq).compact

      # Each by itself, so that one that cannot be read leaves the others as they are.
      def blocks(text, found)
        all = []
        place = 0
        while (match = /^BEGIN:(VTODO|VEVENT)[ \t]*\r?$/i.match(text, place))
          ending = /^END:#{match[1]}[ \t]*\r?$/i.match(text,
            match.end(0)) or break found.problems << "The last item does not end; it was left out."
          all << [match[1].upcase, text[match.begin(0)...ending.end(0)]]
          place = ending.end(0)
        end
        found.problems << "Only the first #{MOST} of #{all.size} items were read." if all.size > MOST
        all.first(MOST)
      end

      def take(kind, block, found, moments)
        calendar = Icalendar::Calendar.parse("BEGIN:VCALENDAR\r\nVERSION:2.0\r\n#{block.strip.gsub(/\r?\n/,
          "\r\n")}\r\nEND:VCALENDAR\r\n").first
        (kind == "VTODO") ? found.todos << todo_in(calendar.todos.first, moments) : found.events << event_in(calendar.events.first, moments)
      rescue # the gems raise whatever a broken line leads to
        found.problems << "“#{block[/^SUMMARY[^:\r\n]*:([^\r\n]*)/i, 1].to_s.strip[0, 80]}” cannot be read; it was left out."
      end

      def text(value) = value.to_s.scrub("").delete("\u0000").gsub(/\r\n?/, "\n")[0, MOST_TEXT]

      def todo_in(todo, moments)
        Todo.new(uid: text(todo.uid), words: text(todo.summary), note: text(todo.description), due: moment_in(todo.due, moments),
          done_at: (todo.completed ? moments.instant(todo.completed) : nil), alert: todo.alarms.any?,
          created_at: todo.created && moments.instant(todo.created), changed_at: todo.last_modified && moments.instant(todo.last_modified))
      end

      # @param event [Icalendar::Event] @param moments [CalendarMoments] @return [Event] @raise [StandardError] of what cannot be read
      def event_in(event, moments)
        starts = moment_in(event.dtstart, moments) or raise ArgumentError, "no start"
        ends = moment_in(event.dtend, moments) || (starts.is_a?(Date) ? starts + 1 : starts + seconds(event.duration))
        Event.new(uid: text(event.uid), title: text(event.summary), place: text(event.location), note: text(event.description),
          starts: starts, ends: [ends, starts].max, rrule: event.rrule.first&.value_ical, zone: moments.name(event.dtstart),
          sequence: event.sequence.to_i, status: event.status.to_s.casecmp?("TENTATIVE") ? "TENTATIVE" : "CONFIRMED",
          changed_at: event.last_modified && moments.instant(event.last_modified))
      end

      def seconds(duration)
        return 0 unless duration

        ((duration.weeks * 7 + duration.days) * 24 + duration.hours) * 3600 + duration.minutes * 60 + duration.seconds
      end

      def moment_in(value, moments)
        value && (CalendarMoments.day?(value) ? value.to_date : moments.instant(value))
      end

      def moment_out(value) = value.is_a?(Date) ? Icalendar::Values::Date.new(value) : CalendarMoments.stamp(value)

      def todo_out(todo, now)
        Icalendar::Todo.new.tap do |out|
          out.uid, out.dtstamp, out.summary = todo.uid, CalendarMoments.stamp(todo.changed_at || now), todo.words
          out.description = todo.note unless todo.note.to_s.empty?
          out.due = moment_out(todo.due) if todo.due
          out.status = todo.done_at ? "COMPLETED" : "NEEDS-ACTION"
          out.completed = CalendarMoments.stamp(todo.done_at) if todo.done_at
          out.created = CalendarMoments.stamp(todo.created_at) if todo.created_at
          out.last_modified = CalendarMoments.stamp(todo.changed_at) if todo.changed_at
          alarm(out, todo) if todo.alert && todo.due.is_a?(Time)
        end
      end

      # At its moment (section 3.6.6).
      def alarm(out, todo)
        out.alarm do |alarm|
          alarm.action = "DISPLAY"
          alarm.description = todo.words
          alarm.trigger = CalendarMoments.stamp(todo.due).tap { _1.ical_params["value"] = ["DATE-TIME"] }
        end
      end

      def event_out(event, now)
        Icalendar::Event.new.tap do |out|
          out.uid, out.dtstamp, out.summary = event.uid, CalendarMoments.stamp(event.changed_at || now), event.title
          out.location = event.place unless event.place.to_s.empty?
          out.description = event.note unless event.note.to_s.empty?
          out.sequence = event.sequence.to_i
          out.status = event.status || "CONFIRMED"
          out.last_modified = CalendarMoments.stamp(event.changed_at) if event.changed_at
          zoned?(event) ? in_zone(out, event) : once(out, event)
          out.rrule = event.rrule if event.rrule
        end
      end

      def once(out, event)
        out.dtstart = moment_out(event.starts)
        out.dtend = moment_out(event.ends) if event.ends > event.starts
      end

      # In its own zone, so that it keeps its time of day over clock changes (section 3.8.5.3).
      def in_zone(out, event)
        zone = TZInfo::Timezone.get(event.zone)
        local = ->(at) { Icalendar::Values::DateTime.new(zone.utc_to_local(at.getutc).to_datetime, "tzid" => event.zone) }
        out.dtstart = local[event.starts]
        out.dtend = local[event.ends] if event.ends > event.starts
      end
      private_class_method :described, :blocks, :take, :text, :todo_in, :seconds, :moment_in, :moment_out, :todo_out, :alarm, :event_out,
        :once, :in_zone, :zones, :zoned?
    end
  end
end
