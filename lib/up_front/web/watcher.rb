# frozen_string_literal: true

module UpFront
  module Web
    # Keeps reading the sources and announces what has surfaced, for as long as the server runs.
    class Watcher
      SECONDS = 0.1
      CALENDAR_TURNS = 20

      def initialize(clock)
        @clock = clock
        @readers = {}
      end

      def start
        @thread = Thread.new { turn until @stopping }
        self
      end

      def stop
        @stopping = true
        @thread&.join
      end

      private

      # A fault in one turn is told and the next turn tries again: the mail is still in its folder.
      def turn
        if Store::Rulebook.exists?
          sources.each { reader(_1).call }
          Desk::Announce.new(@clock).call
          Desk::CallAgain.new(@clock).call
          Store::SearchIndex.step
          look_at_calendar
        end
      rescue => error
        warn "#{error.class}: #{error.message}\n  #{error.backtrace.first(5).join("\n  ")}"
        sleep 1
      ensure
        sleep SECONDS
      end

      # A calendar's file is looked at now and then: nobody's meeting moves by the second.
      def look_at_calendar
        @turns = @turns.to_i + 1
        Desk::FollowCalendar.new(@clock).refresh if (@turns % CALENDAR_TURNS).zero?
      end

      def sources = Store::Source.order(:id).to_a

      def reader(source) = @readers[source.id] ||= Desk::ReadSource.new(@clock, source)
    end
  end
end
