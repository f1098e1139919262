# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # A message as it came: its headers, and what follows them, as far as a page can hold it.
      class Source
        MOST = 200_000 # bytes of each

        # @param message [Store::Message]
        def initialize(message)
          @raw = message.raw
        end

        def to_h
          place = @raw.index(/\r?\n\r?\n/n) || @raw.bytesize
          rest = @raw.byteslice(place..).sub(/\A\r?\n\r?\n/n, "")
          {headers: shown(@raw.byteslice(0, place)), body: shown(rest), left: [rest.bytesize - MOST, 0].max}
        end

        private

        def shown(bytes) = Core::Visible.lines(Post::Charset.utf8(bytes.byteslice(0, MOST)).gsub(/\r\n?/, "\n"))
      end
    end
  end
end
