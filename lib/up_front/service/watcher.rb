# frozen_string_literal: true

module UpFront
  module Service
    # Keeps reading the sources and announces what has surfaced, for as long as the server runs. A fault in one of these
    # is told, and stops none of the others: mail still comes in where a calendar's file cannot be read.
    #
    # Folders are looked at ten times a second. All else is done when something was committed, and once a second for what time brings.
    class Watcher
      SECONDS = 0.1
      TIME_SECONDS = 1
      SELDOM_SECONDS = 2 # nobody's meeting moves by the second
      ANALYSED_SECONDS = 600
      REST_SECONDS = 1 # in which what failed is let be

      attr_reader :faults

      # @param clock [#now] @param told [#call] takes what is to be told of a fault on the server's log @param faults [Faults]
      # @param commits [Store::Commits, nil] without it, everything is done at every turn
      # @param monotonic [#call] seconds that no one sets back
      def initialize(clock, told: ->(text) { warn text }, faults: Faults.new, commits: nil,
        monotonic: -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) })
        @clock = clock
        @told = told
        @faults = faults
        @commits = commits
        @monotonic = monotonic
        @readers = {}
        @failing = Set.new
        @not_before = Hash.new(0) # by what is done seldom, or has failed
      end

      def start
        @thread = Thread.new do
          until @stopping
            turn
            sleep SECONDS
          end
        end
        self
      end

      def stop
        @stopping = true
        @thread&.join
        @commits&.close
      end

      # Whatever is due.
      def turn
        asked = attempt("the database") { [@commits.nil? || @commits.any?] } or return
        @news = asked.first
        attempt("the start") { ready? } or return
        (sources || []).each { |source| attempt("source #{source.id}") { reader(source).call } }
        return unless time? || @news

        by_time.each { |name, step| attempt(name, &step) }
        by_news.each { |name, step| attempt(name, &step) if @news || @failing.include?(name) }
      end

      private

      def ready? = @ready ||= Store::Rulebook.exists?

      def sources
        @sources = attempt("the list of sources") { Store::Source.order(:id).to_a } if @news || @sources.nil?
        @sources
      end

      # Whether another second has begun on the clock that is shown, or one has gone by.
      def time?
        second, at = @clock.now.to_i, @monotonic.call
        return false if second == @second && at - @looked_at < TIME_SECONDS

        @second, @looked_at = second, at
        true
      end

      # What only something that was committed can bring; each commits what it does, and so goes on until nothing is left.
      def by_news
        {
          "an act on many messages" => -> { Desk::DoLarge.new(@clock).next },
          "the index of words" => -> { Store::SearchIndex.step },
          "safe HTML" => -> { Desk::MakeSafe.new(@clock).call },
          "threads" => -> { Desk::FindThreads.new(@clock).call }
        }
      end

      def by_time
        {
          "announcing" => -> { Desk::Announce.new(@clock).call },
          "calling again" => -> { Desk::CallAgain.new(@clock).call },
          "calling for views" => -> { Desk::CallReviews.new(@clock).call },
          "statistics" => -> { seldom("statistics", ANALYSED_SECONDS) { Store::Database.analyse } },
          "the history" => -> { seldom("the history", ANALYSED_SECONDS) { Desk::PruneHistory.new(@clock).call } },
          "the calendar" => -> { seldom("the calendar", SELDOM_SECONDS) { Desk::FollowCalendar.new(@clock).refresh } },
          "discarded mail" => -> { seldom("discarded mail", SELDOM_SECONDS) { Desk::EmptyDiscarded.new(@clock).due } }
        }
      end

      def seldom(name, seconds)
        yield
        @not_before[name] = @monotonic.call + seconds
      end

      # @return [Object, nil] what the block gives; nil where it failed, now or just before, or is not due
      def attempt(name)
        return if @monotonic.call < @not_before[name]

        given = yield
        @faults.over(name) if @failing.delete?(name)
        given
      rescue => error
        failed(name, error)
      end

      def failed(name, error)
        @not_before[name] = @monotonic.call + REST_SECONDS
        @failing << name
        @sources = nil
        words = Store::Fault.words(error) ||
          "Something went wrong on our side: #{name} failed, and is tried again every second. The server’s log has the details."
        @told.call("#{name}: #{error.class}: #{error.message}\n  #{error.backtrace.to_a.first(5).join("\n  ")}") if
          @faults.tell(name, words, @clock.now)
        nil
      end

      def reader(source) = @readers[source.id] ||= Desk::ReadSource.new(@clock, source)
    end
  end
end
