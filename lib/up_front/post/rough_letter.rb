# frozen_string_literal: true

require "digest"

module UpFront
  module Post
    # A letter that takes more to read than one message may: its first headers, and what is text in it without its tags. Nothing of
    # it is lost, since its bytes are kept as they came; this is what rules and lists see of it.
    class RoughLetter
      MOST_LINES = 200
      LONGEST_LINE = 998 # RFC 5322, section 2.1.1
      HEAD_BYTES = 256 * 1024
      OF_ITS_BODY = /\Acontent-(?:type|transfer-encoding):/in # it is read as it stands

      # @param raw [String] the bytes
      def initialize(raw)
        @raw = raw
      end

      # @return [Hash] as {Letter#parcel}
      def parcel
        read = head_alone
        {**read, fields: {**read[:fields], body: body, size: @raw.bytesize, attachments: [], calendar_method: false},
                 digest: "rough:#{Digest::SHA256.hexdigest(@raw)}", rough: true}
      end

      private

      def head_alone
        Apart.call(:letter, "#{head}\n\n".b)
      rescue Apart::NotNow
        raise
      rescue
        {fields: {subject: ""}, arrival: nil, unreadable: true}
      end

      def head
        lines = @raw.byteslice(0, HEAD_BYTES).each_line.lazy.map(&:chomp).take_while { !_1.empty? }.first(MOST_LINES)
        lines.map { _1.byteslice(0, LONGEST_LINE) }.slice_when { |_, line| !line.start_with?(" ", "\t") }
          .reject { |field| field.first.match?(OF_ITS_BODY) }.flatten.join("\n")
      end

      def body
        bytes = @raw.byteslice(@raw.index(/\r?\n\r?\n/n) || 0, Letter::MAX_BODY)
        HTML.rough_text(Charset.utf8(bytes)).delete("\u0000").strip
      end
    end
  end
end
