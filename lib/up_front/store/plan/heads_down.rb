# frozen_string_literal: true

module UpFront
  module Store
    # A heads-down of the person's, from a moment to another; one that is ended early ends then.
    class HeadsDown < Record
      self.table_name = "heads_downs"
      LOOKED_BACK = 60 * 86_400 # seconds; what is held longer than that is held by other reasons

      scope :running, ->(now) { where(starts_at: ..now).where("ends_at > ?", now) }

      ANY = PreparedQuery.new("SELECT 1 FROM heads_downs WHERE ends_at > ? LIMIT 1")

      # Asked for every message that arrives, and mostly there is none.
      # @return [Core::HeadsDown] those that may matter to mail that is held or arrives now, and what is planned
      def self.of(plan, now)
        since = now - LOOKED_BACK
        ranges = ANY.call(since) ? where("ends_at > ?", since).pluck(:starts_at, :ends_at).map { |from, to| from.to_time...to.to_time } : []
        plan.heads_down(ranges, ended: plan.heads_down? ? ended : [])
      end

      ENDED = "planned_heads_down_ended"
      private_constant :ENDED

      # When planned ones were ended early. @return [Array<Time>]
      def self.ended = (Setting[ENDED] || []).map { Time.iso8601(_1) }

      # What is planned and runs now is over for this time.
      def self.end_planned(plan, now)
        return if plan.heads_down.covering(now).nil?

        Setting[ENDED] = [*ended.select { _1 > now - LOOKED_BACK }, now].map { _1.getutc.iso8601(6) }
      end
    end
  end
end
