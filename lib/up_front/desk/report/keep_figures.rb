# frozen_string_literal: true

module UpFront
  module Desk
    # Counts what the pages of senders and of the report are made of before anybody asks for it: the first time takes longer, and then only
    # what has become otherwise is counted again.
    class KeepFigures < Act
      DAYS = Core::Sender::DAYS.last

      # @return [nil]
      def call
        rulebook = Store::CurrentRulebook.rulebook or return
        today = rulebook.zone.date(now)
        Store::Senders.at(rulebook.zone, now)
        Store::DayDigests.of((today - DAYS + 1)..today, rulebook.zone, now)
        nil
      end
    end
  end
end
