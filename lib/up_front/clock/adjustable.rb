# frozen_string_literal: true

module UpFront
  module Clock
    # A clock that can run faster, stop and be set, kept in a small JSON file so that several programs
    # share it. The file says which time was shown at which real instant, and how fast it has run since.
    class Adjustable
      MAX_RATE = 3600.0

      State = Struct.new(:real, :shown, :rate, keyword_init: true)

      attr_reader :path

      # @param path [String] the file; it must exist (see {.create})
      # @param real [#call] gives the real time; tests hand in their own
      def initialize(path, real: -> { Time.now.utc })
        @path = path
        @real = real
        @lock = Mutex.new
      end

      # @param shown [Time] what it shows first @return [Adjustable]
      def self.create(path, shown:, rate: 0.0, real: -> { Time.now.utc })
        new(path, real: real).tap { _1.set(shown: shown, rate: rate) }
      end

      def adjustable? = true
      def rate = state.rate

      # @return [Time] UTC
      def now
        here = state
        here.shown + Rational(((@real.call - here.real) * here.rate * 1_000_000).round, 1_000_000) # a Float makes slow times
      end

      # @param shown [Time, nil] nil leaves the time as it is @param rate [Float, nil] 0 stops it
      def set(shown: nil, rate: nil)
        @lock.synchronize do
          pace = (rate || state.rate).clamp(0.0, MAX_RATE)
          write(State.new(real: @real.call, shown: (shown || now_unlocked).utc, rate: pace.to_f))
        end
      end

      private

      def now_unlocked = now

      # The file is small and a read is cheap; reading it anew keeps every program on the same time.
      def state
        stamp = File.stat(path).then { [_1.ino, _1.mtime.to_r] }
        return @state if @stamp == stamp

        kept = JSON.parse(File.read(path))
        @stamp = stamp
        @state = State.new(real: Time.iso8601(kept["real"]), shown: Time.iso8601(kept["shown"]), rate: Float(kept["rate"]))
      end

      def write(state)
        draft = "#{path}.#{Process.pid}.#{Thread.current.object_id}"
        File.write(draft, JSON.generate(real: state.real.iso8601(6), shown: state.shown.iso8601(6), rate: state.rate))
        File.rename(draft, path)
      end
    end
  end
end
