# frozen_string_literal: true

module UpFront
  module Service
    # Follows one mailbox on a server in two threads: one waits for what comes, the other does all else. A line that is lost is had again,
    # after growing pauses.
    class MailboxLine
      WAIT_SECONDS = 40 # until an idle line is asked whether it stands; with the answer, less than a minute
      PAUSES = [1, 2, 5, 10, 20, 40, 60, 120, 300].freeze # seconds; at the end the last for good
      IDLE_SECONDS = 0.25 # between looks at whether there is something to do

      # @param clock [#now] @param source [Store::Source] @param attempts [#call] gives new {Attempts}
      def initialize(clock, source, attempts, **timing)
        @mailbox = Desk::FollowMailbox.new(clock, source, **timing)
        @name = "reading #{source.path}"
        @attempts = [attempts.call, attempts.call]
        @lock = Mutex.new
        @awake = ConditionVariable.new
        @turns = 0
      end

      def start
        @threads ||= [Thread.new { keep(@attempts[0]) { watch } }, Thread.new { keep(@attempts[1]) { work } }]
      end

      # Whatever is known of it is otherwise: a line that stands is given up, and another had at once.
      def changed
        @lines&.each(&:close)
        @failures = 0
        @lock.synchronize { (@turns += 1) && @awake.broadcast }
      end

      # @return [Array<Thread>] that end
      def stop
        @stopping = true
        @mailbox.stop
        changed
        @threads || []
      end

      TURNS = :up_front_turns # of which a thread knows
      private_constant :TURNS

      private

      # Goes on whatever fails.
      def keep(attempts)
        until @stopping
          done = attempts.call(@name) { [yield] }
          rest(Attempts::REST_SECONDS) unless done
        end
        attempts.forget(@name)
        @mailbox.offline
      end

      # One line, for as long as it stands.
      def watch
        return rest(IDLE_SECONDS) || quiet unless @mailbox.wanted?

        line = @mailbox.connect or return
        @lines = [line]
        @mailbox.begin(line)
        @failures = 0
        @online = line
        @mailbox.watch(line, WAIT_SECONDS) while @mailbox.wanted?
        quiet
      rescue Desk::FollowMailbox::Failed => failed
        broken(failed)
      ensure
        @online = nil
        line&.close
      end

      # Nothing is wanted of it: what stood is told no more.
      def quiet = @mailbox.offline

      # All else goes over a line of its own, while the other stands.
      def work
        return rest(IDLE_SECONDS) unless @online && @mailbox.wanted?

        beside = @online
        line = @mailbox.connect or return
        @lines = [beside, line]
        while @online.equal?(beside) && @mailbox.wanted?
          @mailbox.work(line) || rest(IDLE_SECONDS)
          breaks = 0
        end
      rescue Desk::FollowMailbox::Failed
        @breaks = breaks ? 1 : @breaks.to_i + 1
        rest(pause(@breaks)) if @mailbox.wanted?
      ensure
        line&.close
      end

      def broken(failed)
        return quiet unless @mailbox.wanted? || failed.kind == :sign_in

        @failures = @failures.to_i + 1
        @mailbox.lost(failed) if @failures > 1 || failed.kind != :lost
        rest(pause(@failures))
      end

      # @param failures [Integer] in a row, at least one
      def pause(failures) = PAUSES[failures - 1] || PAUSES.last

      # Until it is over, or something is otherwise.
      def rest(seconds)
        @lock.synchronize do
          @awake.wait(@lock, seconds) unless @stopping || Thread.current[TURNS] != @turns
          Thread.current[TURNS] = @turns
        end
      end
    end
  end
end
