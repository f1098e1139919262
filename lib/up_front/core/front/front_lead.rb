# frozen_string_literal: true

module UpFront
  module Core
    # The sentence that says how things stand.
    module FrontLead
      module_function

      # @param now_count [Integer] messages in the band Now @param high [Integer] of high priority beside those
      # @param others [Integer] all but those in Now
      # @param held [Integer] @param next_words [String, nil] when the next held mail comes, "the 10:30 round"; where
      #   nothing is held, the next round @param next_count [Integer] how many come then @param tasks [Integer] that are due
      # @return [Array(String, String)] the lead, and the line under it
      def front(now_count:, high:, others:, held:, next_words:, next_count:, tasks: 0)
        [lead(now_count, high, others, tasks), waiting(held, next_words, next_count)]
      end

      def lead(now_count, high, others, tasks)
        return of_mail(now_count, high, others) if tasks.zero?

        due = "#{English.count(tasks, "task")} #{(tasks == 1) ? "is" : "are"} due"
        now_count.zero? ? "#{English.sentence(due)}; no message needs you now." : "#{of_mail(now_count, high, others).chop}; #{due}."
      end

      def of_mail(now_count, high, others)
        more = "#{English.count(high, "more", "more")} of high priority" if high.positive?
        if now_count.positive?
          return "#{English.sentence(English.count(now_count, "message"))} #{(now_count == 1) ? "needs" : "need"} you " \
            "now#{", #{more}" if more}."
        end
        return "Nothing needs you at once; #{English.count(high, "message")} of high priority." if more

        others.zero? ? "Nothing needs you. The Front is clear." : "Nothing needs you now."
      end

      def waiting(held, next_words, next_count)
        return next_words ? "Nothing is held. #{English.sentence(next_words)} is next." : "Nothing is held." if held.zero?
        return "#{English.sentence(English.count(held, "message"))} held with no moment to come in." unless next_words

        rest = held - next_count
        first = "#{English.sentence(English.count(next_count, "message"))} #{(next_count == 1) ? "waits" : "wait"} for #{next_words}"
        rest.positive? ? "#{first}, #{English.count(rest, "more", "more")} for later." : "#{first}."
      end
    end
  end
end
