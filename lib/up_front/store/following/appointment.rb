# frozen_string_literal: true

module UpFront
  module Store
    # An event of the person's own: made of a date in a message, of an invitation that was answered, or brought in. `starts_at` and
    # `ends_at` are instants; an event of whole days has `starts_on` and `ends_on` (exclusive) instead. `rrule`, `exdates`, `rdates`
    # and `zone` say how it recurs.
    # `answer` is what the person answered to an invitation; one that was declined is kept, and shown nowhere.
    class Appointment < Record
      self.table_name = "appointments"
      self.record_timestamps = false # by the clock that is shown
      belongs_to :message, optional: true
      belongs_to :outgoing, optional: true

      scope :standing, -> { where(dropped_at: nil).where("answer IS NULL OR answer <> 'decline'") }

      RECURS = "(rrule IS NOT NULL OR rdates <> '[]')"
      scope :recurring, -> { where(RECURS) }
      scope :once, -> { where("NOT #{RECURS}") }

      # Those that touch a stretch, recurring ones by their first turn alone. @param from [Time] @param to [Time] @param days [Range<Date>]
      scope :within, ->(from, to, days) {
        standing.where("(starts_at < ? AND max(ends_at, starts_at) >= ?) OR (starts_on <= ? AND ends_on > ?)", to, from, days.last,
          days.first)
      }

      # @return [Boolean]
      def whole_day? = !starts_on.nil?
    end
  end
end
