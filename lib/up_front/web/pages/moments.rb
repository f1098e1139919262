# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # The days and times that a message names and that are still to come, with what can be made of each.
      class Moments
        MORNING = 8 * 60 # when a message comes back on the day before
        MOST = 8

        def initialize(message, rulebook, now)
          @message = message
          @zone = rulebook.zone
          @now = now
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
        end

        # @return [Array<Hash>]
        def to_a
          written_at = (@message.sent_at || @message.arrived_at).to_time
          found = Core::SaidMoments.of(@message.body, written_at, @zone).select { to_come?(_1) }.first(MOST)
          found.map { row(_1) }
        end

        private

        def to_come?(moment) = @zone.instant(moment.date, moment.minutes || 1440) > @now

        def row(moment)
          at, till = [moment.minutes, moment.until_minutes].map { _1 && Core::Clockface.of(_1) }
          {said: Core::Visible.line(moment.said), sentence: Core::Visible.line(moment.sentence), on: moment.date.iso8601, at: at,
           until: till,
           says: [@time_format.day(moment.date), [at, till].compact.join("–")].reject(&:empty?).join(", "), before: before(moment.date)}
        end

        # The morning of the day before. @return [Hash, nil] where it is still to come
        def before(date)
          at = @zone.instant(date - 1, MORNING)
          {until: at.iso8601, says: @time_format.dated(at)} if at > @now
        end
      end
    end
  end
end
