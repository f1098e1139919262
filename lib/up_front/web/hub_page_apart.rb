# frozen_string_literal: true

module UpFront
  module Web
    # The stream of a page over TLS, for which the server's write waits however it is asked: a thread of its own writes, so that a page
    # which has stopped reading holds up nobody else.
    class HubPageApart < HubPage
      def initialize(io, allowed)
        super
        @lock = Mutex.new
        @more = ConditionVariable.new
        @writer = Thread.new { write }
      end

      def <<(text)
        @lock.synchronize do
          return false if @gone

          @pending << text
          @more.signal
          @pending.bytesize < MOST_PENDING
        end
      end

      # What waits to be written is let go. The line is cut where it lies below the encryption: to say goodbye in it would wait for the
      # page too.
      def close
        @lock.synchronize { @gone = true } && @writer.kill
        @io.to_io.close
      rescue IOError, SystemCallError
        nil
      end

      private

      def write
        loop do
          text = @lock.synchronize do
            @more.wait(@lock) while @pending.empty?
            @pending.tap { @pending = +"" }
          end
          @io.write(text)
        end
      rescue IOError, SystemCallError, Puma::MiniSSL::SSLError
        @lock.synchronize { @gone = true }
      end
    end
  end
end
