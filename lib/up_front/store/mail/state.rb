# frozen_string_literal: true

module UpFront
  module Store
    # What the person and the clock did with a message. `surface_at` begins as the claim's, and letting a
    # message in brings it forward. `priority`, `keep_at_top` and the two lists of labels are the person's own word,
    # where there is one, over the claim's. `came` is "arrived", "history" (brought in, cleared and silent) or
    # "quiet" (it lies in Sent, Drafts and the like).
    class State < Record
      self.table_name = "states"
      self.primary_key = "message_id"

      scope :kept, -> { where(cleared_at: nil, discarded_at: nil) }
      scope :discarded, -> { where.not(discarded_at: nil) }
      scope :surfaced, ->(now) { kept.where(surface_at: ..now) }
      scope :held, ->(now) { kept.where(came: "arrived", put_off_at: nil).where("states.surface_at > ? OR (states.surface_at IS NULL AND states.message_id IN (SELECT message_id FROM claims WHERE held))", now) }
      scope :put_off, ->(now) { kept.where.not(put_off_at: nil).where("states.surface_at > ?", now) }
      # With `shown_priority`: the person's own, else the claim's.
      PRIORITY = "COALESCE(states.priority, claims.priority)"
      scope :claimed, -> { joins("JOIN claims ON claims.message_id = states.message_id") }
      scope :with_priority, -> { claimed.select("states.message_id", "#{PRIORITY} AS shown_priority") }
      scope :to_announce, ->(now) { surfaced(now).where(announced_at: nil) }
    end
  end
end
