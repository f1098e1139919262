# frozen_string_literal: true

module UpFront
  module Store
    # An alert in the journal: what was said, when, by which rule, and what became of it. `silenced_by` names what
    # kept it from being shown at all, `hushed_by` what took its sound alone. `at` is when its message surfaced,
    # `called_at` when it was last to sound, `sounded_at` when a page took it, which only one can; `again_at`, when
    # an unanswered call-out calls again, and `later`, whether the person asked for that.
    class Alert < Record
      self.table_name = "alerts"

      scope :waiting, -> { where(sounded_at: nil, silenced_by: nil) }
      scope :unanswered, -> { where(level: "call_out", answered_at: nil, silenced_by: nil) }
      scope :showing, ->(now) {
        unanswered.where(later: false).where.not(sounded_at: nil)
          .where(message_id: State.surfaced(now).select(:message_id))
      }
      scope :calling, ->(now) { unanswered.where(again_at: ..now) }
    end
  end
end
