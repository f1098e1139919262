# frozen_string_literal: true

module UpFront
  module Web
    # An open page's stream, written to without waiting for the page.
    class HubPage
      MOST_PENDING = 256 * 1024 # of what it has not read yet

      # @param io [IO] the page's socket, which is this one's from now on @param allowed [#call] whether it may still hear
      # @return [HubPage] as its socket wants it
      def self.of(io, allowed)
        encrypted = defined?(Puma::MiniSSL::Socket) && io.is_a?(Puma::MiniSSL::Socket)
        (encrypted ? HubPageApart : HubPage).new(io, allowed)
      end

      def initialize(io, allowed)
        @io = io
        @allowed = allowed
        @pending = +""
      end

      def allowed? = @allowed.call

      # @param text [String] @return [Boolean] false when the page is gone, or reads so slowly that it had better come back
      def <<(text)
        @pending << text
        until @pending.empty?
          written = @io.write_nonblock(@pending, exception: false)
          return @pending.bytesize < MOST_PENDING if written == :wait_writable

          @pending = @pending.byteslice(written..)
        end
        true
      rescue IOError, SystemCallError
        false
      end

      def close
        @io.close
      rescue IOError, SystemCallError
        nil
      end
    end
  end
end
