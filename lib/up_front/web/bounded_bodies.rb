# frozen_string_literal: true

module UpFront
  module Web
    # Looks at how long a request's body is before anything is made of it: what JSON is made into takes seventy times its size.
    class BoundedBodies
      MIB = 1024 * 1024
      MOST = MIB # some ten thousand numbers of messages
      # A rulebook's file, as text within JSON; files, which are read as far as their kind goes, and mail, which is read piece by piece.
      LONGER = {%r{\A/api/rulebook(?:/preview)?\z} => 12 * MIB, %r{\A/api/imports\z} => 16 * 1024 * MIB,
                %r{\A/api/(?:sounds|contact-cards|calendars?)} => 64 * MIB,
                %r{\A/api/drafts/\d+/files\z} => 20 * MIB}.freeze

      def initialize(app)
        @app = app
      end

      def call(env)
        most = LONGER.find { |path, _| path.match?(env["PATH_INFO"].to_s) }&.last || MOST
        return @app.call(env) if length(env) <= most

        Problems.answer(413, "That is more than #{most / MIB} MB, which is the most that can be taken here.")
      end

      private

      # The server has read it, and knows its length however it was sent.
      def length(env)
        input = env["rack.input"]
        [env["CONTENT_LENGTH"].to_i, (input.respond_to?(:size) ? input.size : 0)].max
      end
    end
  end
end
