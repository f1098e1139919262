# frozen_string_literal: true

require "digest"
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
      MOST_TURNS = 1_000 # of one event, left out or beside its rule
      LONGEST_UID = 200 # characters
      ZONE_BEFORE_SECONDS = 370 * 86_400
      ZONE = /^BEGIN:VTIMEZONE[ \t]*\r?\n.{1,20000}?^END:VTIMEZONE[ \t]*\r?$/mi # of at most so many characters

      # @!attribute due [Time, Date, nil] an instant, or a day @!attribute done_at [Time, nil] @!attribute alert [Boolean] whether it alerts
      Todo = Struct.new(:uid, :words, :note, :due, :done_at, :alert, :created_at, :changed_at, keyword_init: true)
      # @!attribute starts [Time, Date] an instant, or a whole day @!attribute ends [Time, Date] exclusive, of the same kind
      # @!attribute rrule [String, nil] @!attribute exdates [Array<Time, Date>] turns left out @!attribute rdates [Array<Time, Date>] turns
      #   beside the rule @!attribute zone [String, nil] in which it recurs @!attribute status ["CONFIRMED", "TENTATIVE", "CANCELLED"]
      Event = Struct.new(:uid, :title, :place, :note, :starts, :ends, :rrule, :exdates, :rdates, :zone, :sequence, :status, :changed_at,
        keyword_init: true) do
        # @return [Boolean]
        def recurs? = !rrule.nil? || rdates.to_a.any?
      end
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

      def zoned?(event) = event.recurs? && !event.zone.nil? && event.starts.is_a?(Time)

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
        turns = []
        blocks(text, found).each { |kind, block| take(kind, [*described(block, zones), block].join("\r\n"), found, moments, turns) }
        apart(turns, found)
        found
      end

      # A turn of a recurring event that stands elsewhere, or was called off (RECURRENCE-ID, section 3.8.4.4): the event leaves it out, and
      # it is an event by itself.
      # @param turns [Array<Array(Event, Time)>] each with the moment at which it would have been
      def apart(turns, found)
        whole = found.events.to_h { [_1.uid, _1] }
        turns.each do |event, at|
          recurring = whole[event.uid]
          recurring.exdates |= [at] if recurring&.recurs?
          next if event.status == "CANCELLED"

          event.uid = uid("#{event.uid}/#{at.strftime(at.is_a?(Date) ? "%Y%m%d" : "%Y%m%dT%H%M%SZ")}")
          found.events << event
        end
      end

      # As long as it can be kept, and still its own. @param given [String] @return [String]
      def uid(given) = (given.size > LONGEST_UID) ? "#{given[0, 100]}-#{Digest::SHA256.hexdigest(given)}" : given

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

      # One item that cannot be used; the message says why.
      class LeftOut < StandardError; end

      def take(kind, block, found, moments, turns)
        calendar = Icalendar::Calendar.parse("BEGIN:VCALENDAR\r\nVERSION:2.0\r\n#{block.strip.gsub(/\r?\n/,
          "\r\n")}\r\nEND:VCALENDAR\r\n").first
        if kind == "VTODO"
          found.todos << todo_in(calendar.todos.first, moments)
        else
          take_event(calendar.events.first, found, moments, turns)
        end
      rescue LeftOut => left_out
        found.problems << "“#{summary(block)}” was left out: #{left_out.message}."
      rescue # the gems raise whatever a broken line leads to
        found.problems << "“#{summary(block)}” cannot be read; it was left out."
      end

      def summary(block) = block[/^SUMMARY[^:\r\n]*:([^\r\n]*)/i, 1].to_s.strip[0, 80]

      def take_event(event, found, moments, turns)
        raise LeftOut, "turns are taken out of it by a rule (EXRULE)" if event.custom_property("exrule").any?
        raise LeftOut, "it recurs by more than one rule" if event.rrule.size > 1

        item = event_in(event, moments)
        return found.events << item unless event.recurrence_id
        raise LeftOut, "it changes all later turns of a recurring event" if event.recurrence_id.ical_params["range"]

        turns << [item, moments.of(event.recurrence_id)]
      end

      def text(value) = value.to_s.scrub("").delete("\u0000").gsub(/\r\n?/, "\n")[0, MOST_TEXT]

      def todo_in(todo, moments)
        raise LeftOut, "it was called off" if todo.status.to_s.casecmp?("CANCELLED")

        moments.problems << "“#{text(todo.summary)[0, 80]}” recurs; only this one time of it came in." if todo.rrule.any?
        Todo.new(uid: uid(text(todo.uid)), words: text(todo.summary), note: text(todo.description), due: moments.of(todo.due),
          done_at: (todo.completed ? moments.instant(todo.completed) : nil), alert: todo.alarms.any?,
          created_at: todo.created && moments.instant(todo.created), changed_at: todo.last_modified && moments.instant(todo.last_modified))
      end

      # @param event [Icalendar::Event] @param moments [CalendarMoments] @return [Event] @raise [StandardError] of what cannot be read
      def event_in(event, moments)
        starts = moments.of(event.dtstart) or raise ArgumentError, "no start"
        length = CalendarMoments.seconds(event.duration)
        ends = moments.of(event.dtend) || (starts.is_a?(Date) ? starts + [length / 86_400, 1].max : starts + length)
        Event.new(uid: uid(text(event.uid)), title: text(event.summary), place: text(event.location), note: text(event.description),
          starts: starts, ends: [ends, starts].max, rrule: event.rrule.first&.value_ical,
          exdates: turns_in(event.exdate, moments), rdates: turns_in(event.rdate, moments), zone: moments.name(event.dtstart),
          sequence: event.sequence.to_i, status: event.status.to_s.upcase.then { %w[TENTATIVE CANCELLED].include?(_1) ? _1 : "CONFIRMED" },
          changed_at: event.last_modified && moments.instant(event.last_modified))
      end

      def turns_in(values, moments)
        turns = values.flatten.map { moments.of(_1) }.uniq
        raise LeftOut, "it names more than #{MOST_TURNS} turns" if turns.size > MOST_TURNS

        turns
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
          turns_out(out, event)
        end
      end

      # Each turn in the form in which the event begins, as the standard wants it (sections 3.8.5.1 and 3.8.5.2).
      def turns_out(out, event)
        form = zoned?(event) ? in_its_zone(event) : ->(at) { moment_out(at) }
        event.exdates.to_a.each { out.append_exdate(form[_1]) }
        event.rdates.to_a.each { out.append_rdate(form[_1]) }
      end

      def once(out, event)
        out.dtstart = moment_out(event.starts)
        out.dtend = moment_out(event.ends) if event.ends > event.starts
      end

      # In its own zone, so that it keeps its time of day over clock changes (section 3.8.5.3).
      def in_zone(out, event)
        local = in_its_zone(event)
        out.dtstart = local[event.starts]
        out.dtend = local[event.ends] if event.ends > event.starts
      end

      def in_its_zone(event)
        zone = TZInfo::Timezone.get(event.zone)
        lambda do |at|
          next moment_out(at) if at.is_a?(Date)

          Icalendar::Values::DateTime.new(zone.utc_to_local(at.getutc).to_datetime, "tzid" => event.zone)
        end
      end
      private_class_method :described, :blocks, :take, :take_event, :summary, :apart, :uid, :text, :todo_in, :turns_in, :turns_out,
        :moment_out, :todo_out, :alarm, :event_out, :once, :in_zone, :in_its_zone, :zones, :zoned?
    end
  end
end
