# frozen_string_literal: true

module UpFront
  module Store
    # Something to do: its own words, when, and of which message. `due_on` and `due_minutes` are as the owner's calendar and clock show
    # them; `due_at` is that moment, of a day without a time where it begins, kept for asking. `made_by` says whether the person made it, or
    # a rule's follow-up that the person has taken up, or a routine.
    class Task < Record
      self.table_name = "tasks"
      self.record_timestamps = false # by the clock that is shown
      belongs_to :message, optional: true

      OPEN = "done_at IS NULL AND dropped_at IS NULL" # as the partial index has it

      scope :standing, -> { where(dropped_at: nil) }
      scope :open, -> { where(OPEN) }
      scope :due, ->(now) { open.where(due_at: ..now) }
      # What asks to sound, and what of a call-out is to be answered.
      scope :to_sound, ->(now) { due(now).where.not(alert: nil).where(sounded_at: nil).where.not(told_at: nil) }
      scope :calling, ->(now) { due(now).where(alert: "call_out", answered_at: nil).where.not(sounded_at: nil) }

      # Columns that no act of the person's is told by: what time, or another zone, makes of the others.
      BY_TIME = %w[due_at told_at sounded_at answered_at again_at changed_at].freeze

      # Put back what an act changed: what was due then already is not announced anew. @param before [Hash] columns
      # @param zone [#instant] the owner's
      def put_back(before, now, zone)
        assign_attributes(before)
        self.due_at = moment(zone)
        assign_attributes(told_at: now, sounded_at: now) if due_at && due_at <= now
        save!
      end

      # @param zone [#instant] @return [Time, nil] the moment, in the owner's zone
      def moment(zone) = due_on && zone.instant(due_on, due_minutes || 0)

      # Where another zone holds, or a trip. @return [Integer] how many have another moment now
      def self.tell_due_anew(zone)
        open.where.not(due_on: nil).select { _1.due_at != _1.moment(zone) }.each { _1.update_columns(due_at: _1.moment(zone)) }.size
      end
    end
  end
end
