# frozen_string_literal: true

module UpFront
  module Service
    # Keeps reading the sources and announces what has surfaced, for as long as the server runs.
    class Watcher
      SECONDS = 0.1
      SELDOM_TURNS = 20
      ANALYSED_TURNS = 6_000 # some ten minutes

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
          Desk::CallReviews.new(@clock).call
          Store::SearchIndex.step
          Desk::FindThreads.new(@clock).call
          seldom
        end
      rescue => error
        warn "#{error.class}: #{error.message}\n  #{error.backtrace.first(5).join("\n  ")}"
        sleep 1
      ensure
        sleep SECONDS
      end

      # A calendar's file is looked at now and then: nobody's meeting moves by the second.
      def seldom
        if (@turns.to_i % ANALYSED_TURNS).zero?
          Store::Database.analyse
          Desk::PruneHistory.new(@clock).call
        end
        @turns = @turns.to_i + 1
        return unless (@turns % SELDOM_TURNS).zero?

        Desk::FollowCalendar.new(@clock).refresh
        Desk::EmptyDiscarded.new(@clock).due
      end

      def sources = Store::Source.order(:id).to_a

      def reader(source) = @readers[source.id] ||= Desk::ReadSource.new(@clock, source)
    end
  end
end
