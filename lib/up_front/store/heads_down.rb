# frozen_string_literal: true

module UpFront
  module Store
    # A heads-down of the person's, from a moment to another; one that is ended early ends then.
    class HeadsDown < Record
      self.table_name = "heads_downs"
      LOOKED_BACK = 60 * 86_400 # seconds; what is held longer than that is held by other reasons

      scope :running, ->(now) { where(starts_at: ..now).where("ends_at > ?", now) }

      # @return [Core::HeadsDown] those that may matter to mail that is held or arrives now, and what is planned
      def self.of(plan, now) = plan.heads_down(where("ends_at > ?", now - LOOKED_BACK).pluck(:starts_at, :ends_at).map { |from, to| from.to_time...to.to_time })
    end
  end
end
