# frozen_string_literal: true

module UpFront
  module Service
    # Does some of {Work}, for as long as the server runs: when something was committed, and once a second for what time brings. A fault
    # in one part of it stops none of the others.
    class Watcher
      SECONDS = 0.1
      UNHURRIED_SECONDS = 0.5 # for what nobody waits for, while nothing is committed
      TIME_SECONDS = 1
      STOP_SECONDS = 5 # what waits for a server elsewhere is left behind

      # @param clock [#now] @param work [Array<Work::Part>] @param attempts [Attempts]
      # @param commits [Store::Commits, nil] without it, everything is done at every turn
      # @param seconds [Numeric] between its turns, while there is nothing to do
      def initialize(clock, work, attempts, commits: nil, seconds: SECONDS)
        @clock = clock
        @work = work
        @attempts = attempts
        @commits = commits
        @seconds = seconds
        work.each { |part| attempts.rest(part.name, part.after) if part.after }
      end

      def start
        @thread = Thread.new do
          until @stopping
            sleep(turn ? SECONDS : @seconds)
          end
        end
        self
      end

      def stop
        @stopping = true
        @thread&.join(STOP_SECONDS)
        @commits&.close
      end

      # Whatever is due. @return [Boolean, nil] whether anything was committed since the last turn
      def turn
        news = @attempts.call("the database") { [@commits.nil? || @commits.any?] }&.first
        return news if news.nil? || !(time? || news)

        @attempts.call("the start") { ready? } or return
        @work.each { |part| attempt(part) if news || part.by_time || @attempts.failing?(part.name) }
        news
      end

      private

      def attempt(part)
        @attempts.call(part.name) do
          part.step.call
          @attempts.rest(part.name, part.seldom) if part.seldom
        end
      end

      def ready? = @ready ||= Store::Rulebook.exists?

      # Whether another second has begun on the clock that is shown, or one has gone by.
      def time?
        second, at = @clock.now.to_i, @attempts.monotonic.call
        return false if second == @second && at - @looked_at < TIME_SECONDS

        @second, @looked_at = second, at
        true
      end
    end
  end
end
