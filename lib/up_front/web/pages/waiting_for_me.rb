# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Mail that asks the person something and has no answer of theirs, as the fact `awaits_mine` has it: how much, and how long the
      # oldest has waited.
      class WaitingForMe
        def initialize(rulebook, now)
          @rulebook = rulebook
          @now = now
        end

        # @return [Hash, nil] a sentence and the view that shows them, where there is one; nil where nobody waits
        def said
          count, first = mail.pick(Arel.sql("count(*)"), Arel.sql("min(unixepoch(arrived_at))"))
          return if count.zero?

          since = Core::TimeFormat.lasting((@now.to_i - first) / 60)
          {said: "#{Core::English.sentence(Core::English.count(count, "message"))} #{(count == 1) ? "waits" : "wait"} for your answer, " \
            "#{(count == 1) ? "for" : "the longest for"} #{since}.", view: view}
        end

        private

        # What is open is little beside all that ever asked something, so it is gone through first (SQLite reorders no CROSS JOIN).
        def mail
          Store::State.joins("CROSS JOIN messages ON messages.id = states.message_id")
            .where(Store::StateSQL.new(@now, few: true).awaits_mine)
        end

        def view = @rulebook.views.find { asks?(_1) }&.id
        def asks?(view) = view.when.leaves.map { _1.fact.name } == %w[awaits_mine]
      end
    end
  end
end
