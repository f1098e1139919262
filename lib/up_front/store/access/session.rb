# frozen_string_literal: true

require "digest"

module UpFront
  module Store
    # One browser that is signed in. Its cookie's secret is not kept, only a mark of it; ending a session ends every copy of the cookie.
    class Session < Record
      self.table_name = "sessions"

      WHOLE_SECONDS = 12 * 3_600 # OWASP ASVS 4, 3.3.2 (level 2)
      IDLE_SECONDS = 30 * 60 # without a page open: one that is asks every twenty seconds
      KEPT_SECONDS = 30 * 86_400 # where the person wants it kept on that device (level 1)

      # @param now [Time]
      scope :standing, ->(now) {
        where(ended_at: nil).where("(kept AND created_at > :kept) OR (NOT kept AND created_at > :whole AND seen_at > :idle)",
          kept: now - KEPT_SECONDS, whole: now - WHOLE_SECONDS, idle: now - IDLE_SECONDS).where(created_at: ..now + 60)
      }

      # @param token [String] the cookie's secret @return [String]
      def self.mark(token) = Digest::SHA256.hexdigest(token)

      # @return [Session, nil]
      def self.of(token, now) = token.to_s.empty? ? nil : standing(now).find_by(mark: mark(token))
    end
  end
end
