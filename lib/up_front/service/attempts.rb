# frozen_string_literal: true

module UpFront
  module Service
    # Does what is to be done again and again: what fails is told, let be for a moment, and tried again, and stops nothing else.
    class Attempts
      REST_SECONDS = 1

      attr_reader :faults, :monotonic

      # @param clock [#now] @param faults [Faults] @param told [#call] takes what is to be told on the server's log
      # @param monotonic [#call] seconds that no one sets back
      def initialize(clock, faults: Faults.new, told: ->(text) { warn text },
        monotonic: -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) })
        @clock = clock
        @faults = faults
        @told = told
        @monotonic = monotonic
        @not_before = Hash.new(0)
        @failing = Set.new
      end

      # @param name [String] what is done @return [Object, nil] what the block gives; nil where it failed, now or just before
      def call(name)
        return if monotonic.call < @not_before[name]

        given = yield
        @faults.over(name) if @failing.delete?(name)
        given
      rescue => error
        failed(name, error)
      end

      def failing?(name) = @failing.include?(name)

      # Not again before so many seconds have gone by.
      def rest(name, seconds) = @not_before[name] = monotonic.call + seconds

      # It is not done any more.
      def forget(name)
        @faults.over(name) if @failing.delete?(name)
      end

      private

      def failed(name, error)
        rest(name, REST_SECONDS)
        @failing << name
        words = Store::Fault.words(error) ||
          "Something went wrong on our side: #{name} failed, and is tried again every second. The server’s log has the details."
        @told.call("#{name}: #{error.class}: #{error.message}\n  #{error.backtrace.to_a.first(5).join("\n  ")}") if
          @faults.tell(name, words, @clock.now)
        nil
      end
    end
  end
end
