# frozen_string_literal: true

module UpFront
  module Core
    # What a subject says apart from "Re:", "Fwd:" and what mailing lists put before it (RFC 5256, section 2.1). Two are
    # the same where they are the same after {Text.fold}.
    class BaseSubject
      # RFC 5256, section 5: subj-blob, subj-refwd, subj-fwd-hdr with subj-fwd-trl, subj-trailer
      BLOB = /\A\[[^\[\]]*\] */
      LEADER = /\A(?:\[[^\[\]]*\] *)*(?:re|fwd?) *(?:\[[^\[\]]*\] *)?:|\A /i
      TRAILER = /(?:\(fwd\)| )\z/i
      FORWARDED = /\A\[fwd:(.*)\]\z/i
      LONGEST = 2_000 # letters; more than a line of a header may have
      MOST_LEADERS = 100 # a chain of answers is not longer; bounds the peeling

      # @return [String] as it is written, the base alone
      attr_reader :text

      # @param subject [String] decoded (RFC 2047)
      def initialize(subject)
        @reply = false
        @text = peel(subject.to_s[0, LONGEST].gsub(/[[:space:]]+/, " ")).freeze
        freeze
      end

      # @return [String] folded, for comparing; empty where there is no subject
      def key = Text.fold(text)

      # @return [Boolean] whether the subject says that it is a reply or a forward
      def reply? = @reply

      private

      def peel(text)
        MOST_LEADERS.times do
          before = text
          text = leaders(trailers(text))
          text = forwarded(text)
          return text if text == before
        end
        text
      end

      def trailers(text)
        while (found = text[TRAILER])
          @reply ||= found != " "
          text = text.delete_suffix(found)
        end
        text
      end

      def leaders(text)
        while (found = text[LEADER] || blob(text))
          @reply ||= found.end_with?(":")
          text = text.delete_prefix(found)
        end
        text
      end

      # A blob is taken off where something is left.
      def blob(text) = text[BLOB].then { |found| found if found && found.size < text.size }

      def forwarded(text)
        inner = text[FORWARDED, 1] or return text
        @reply = true
        inner
      end
    end
  end
end
