# frozen_string_literal: true

module UpFront
  module Service
    # Keeps reading the sources and announces what has surfaced, for as long as the server runs. A fault in one of these
    # is told, and stops none of the others: mail still comes in where a calendar's file cannot be read.
    class Watcher
      SECONDS = 0.1
      SELDOM_TURNS = 20 # nobody's meeting moves by the second
      ANALYSED_TURNS = 6_000 # some ten minutes
      REST_TURNS = 10 # a second, in which what failed is let be

      # @param clock [#now] @param told [#call] takes what is to be told of a fault
      def initialize(clock, told: ->(text) { warn text })
        @clock = clock
        @told = told
        @readers = {}
        @rests = Hash.new(0)
        @turns = 0
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
      end

      # Everything once, what is done seldom in its turn.
      def turn
        attempt("the start") { Store::Rulebook.exists? } or return
        (attempt("the list of sources") { Store::Source.order(:id).to_a } || []).each do |source|
          attempt("source #{source.id}") { reader(source).call }
        end
        steps.each { |name, step| attempt(name, &step) }
        @turns += 1
      end

      private

      def steps
        {
          "announcing" => -> { Desk::Announce.new(@clock).call },
          "calling again" => -> { Desk::CallAgain.new(@clock).call },
          "calling for views" => -> { Desk::CallReviews.new(@clock).call },
          "the index of words" => -> { Store::SearchIndex.step },
          "safe HTML" => -> { Desk::MakeSafe.new(@clock).call },
          "threads" => -> { Desk::FindThreads.new(@clock).call },
          **every(ANALYSED_TURNS, "statistics" => -> { Store::Database.analyse },
            "the history" => -> { Desk::PruneHistory.new(@clock).call }),
          **every(SELDOM_TURNS, "the calendar" => -> { Desk::FollowCalendar.new(@clock).refresh },
            "discarded mail" => -> { Desk::EmptyDiscarded.new(@clock).due })
        }
      end

      def every(turns, steps) = (@turns % turns).zero? ? steps : {}

      # @return [Object, nil] what the block gives; nil where it failed, now or just before
      def attempt(name)
        return if (@rests[name] -= 1).positive?

        @rests.delete(name)
        yield
      rescue => error
        @rests[name] = REST_TURNS
        @told.call("#{name}: #{error.class}: #{error.message}\n  #{error.backtrace.to_a.first(5).join("\n  ")}")
        nil
      end

      def reader(source) = @readers[source.id] ||= Desk::ReadSource.new(@clock, source)
    end
  end
end
