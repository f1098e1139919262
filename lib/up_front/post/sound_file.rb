# frozen_string_literal: true

module UpFront
  module Post
    # A sound file that a person brings. What it is follows from its content alone, never from its name.
    class SoundFile
      # It is none that can be played; the message is for the person.
      class NoSound < StandardError; end

      MAX_BYTES = 1024 * 1024 # half a minute of speech; an alert is a second
      TYPES = {
        "audio/wav" => ->(head) { head.start_with?("RIFF") && head[8, 4] == "WAVE" },
        "audio/ogg" => ->(head) { head.start_with?("OggS") },
        "audio/flac" => ->(head) { head.start_with?("fLaC") },
        # An ID3 tag, or the sync of an MPEG audio frame of layer III (ISO/IEC 11172-3, 2.4.1.3)
        "audio/mpeg" => ->(head) {
          head.start_with?("ID3") ||
            (head.getbyte(0) == 0xFF && [0xFA, 0xFB, 0xF2, 0xF3].include?(head.getbyte(1)))
        }
      }.freeze

      attr_reader :bytes, :type

      # @param bytes [String] @raise [NoSound]
      def initialize(bytes)
        raise NoSound, "That file is empty." if bytes.empty?
        if bytes.bytesize > MAX_BYTES
          raise NoSound, "That file is larger than #{MAX_BYTES / 1024} kB. A sound of a second or two is " \
            "enough."
        end

        @bytes = bytes.b
        head = @bytes.byteslice(0, 16)
        @type = TYPES.find { |_, known| known.call(head) }&.first or raise NoSound, "That is no WAV, MP3, Ogg or FLAC file."
      end
    end
  end
end
