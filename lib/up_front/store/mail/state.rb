# frozen_string_literal: true

module UpFront
  module Store
    # What the person and the clock did with a message. `surface_at` begins as the claim's, and letting a
    # message in brings it forward. `priority`, `keep_at_top` `ink` and the two lists of labels are the person's own word,
    # where there is one, over the claim's. `came` is "arrived", "history" (brought in, cleared and silent) or
    # "quiet" (it lies in Sent, Drafts and the like).
    class State < Record
      self.table_name = "states"
      self.primary_key = "message_id"

      scope :open, -> { where(StateSQL::OPEN) }
      scope :discarded, -> { where.not(discarded_at: nil) }
      scope :surfaced, ->(now) { where(StateSQL.new(now).on_front) }
      scope :held, ->(now) { where(StateSQL.new(now).held) }
      scope :put_off, ->(now) { where(StateSQL.new(now).put_off) }
      scope :coming, -> { where(StateSQL::COMES) }
      # What a round brings, or brought, whatever was done with it since.
      scope :by_round, ->(at) {
        claimed.where("(states.surface_at = :at AND #{StateSQL::BY_ROUND}) OR (states.message_id IN (SELECT message_id FROM claims " \
          "WHERE round IS NOT NULL AND surface_at = :at) AND #{StateSQL::PUT_OFF_LATER})", at: at)
      }
      # What comes, or came, at the moment of a round: all that it brings, and what waited for that moment for another reason, a heads-down
      # that ends with it.
      scope :with_round, ->(at) {
        by_round(at).or(claimed.where("states.surface_at = ? AND claims.held AND states.let_in_at IS NULL AND states.put_off_at IS NULL " \
          "AND #{StateSQL::COMES}", at))
      }
      scope :to_announce, ->(now) { surfaced(now).where(announced_at: nil) }
      # With `shown_priority`: the person's own, else the claim's.
      scope :claimed, -> { joins("JOIN claims ON claims.message_id = states.message_id") }
      # What wears an ink, by rule or by hand.
      scope :wearing, ->(names) { claimed.where(StateSQL.new(Time.at(0)).inked(names)) }
      scope :with_priority, -> { claimed.select("states.message_id", "#{StateSQL::PRIORITY} AS shown_priority") }

      # Puts back what an act changed and nobody has changed since: what had been announced before it is not announced again.
      # @param change [UndoChange]
      def take_back(change) = update!(change.before.slice(*change.untouched(self)))
    end
  end
end
