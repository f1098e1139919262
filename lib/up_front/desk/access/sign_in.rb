# frozen_string_literal: true

require "securerandom"

module UpFront
  module Desk
    # Signs a browser in by the passphrase, and out. How often a wrong one may be tried is bounded for each net and for all together, and
    # whoever tries at once as often as they like has no more tries by that: each is entered before it is looked at.
    class SignIn < Act
      MOST_OF_NET = 5 # wrong ones in {NET_SECONDS}
      NET_SECONDS = 5 * 60
      MOST_OF_ALL = 60 # in {ALL_SECONDS}
      ALL_SECONDS = 3_600
      KEPT_SECONDS = 2 * 86_400 # of failed tries
      PROGRAM = 200 # letters

      # Too many tries. @!attribute [r] seconds [Integer] until the next may be made
      class Wait < StandardError
        attr_reader :seconds

        def initialize(seconds)
          @seconds = seconds
          super("Too often wrong. Try again in #{Core::English.count((seconds / 60.0).ceil, "minute")}.")
        end
      end

      # @param address [String] the socket's @param program [String] how the browser calls itself
      # @param keep [Boolean] for a month, on this device @param wrong [Integer] the status of what is refused
      # @return [String] the secret for the cookie @raise [Wait, Impossible]
      def call(passphrase, address:, program: "", keep: false, wrong: 401)
        net = Store::FailedSignIn.net(address)
        try = enter(net)
        unless SetPassphrase.right?(passphrase)
          raise Impossible.new("That is not the passphrase.", pointer: "/passphrase", status: wrong)
        end

        token = SecureRandom.urlsafe_base64(32)
        transaction do
          try.destroy!
          Store::Session.create!(mark: Store::Session.mark(token), created_at: now, seen_at: now, kept: keep, address: address.to_s[0, 60],
            program: program.to_s.scrub[0, PROGRAM])
          event("sessions")
        end
        token
      end

      # @param id [Integer] of a session @return [Done] @raise [Impossible]
      def out(id)
        transaction do
          count = Store::Session.where(id: id, ended_at: nil).update_all(ended_at: now)
          raise Impossible.gone("session") if count.zero?

          event("sessions")
          Done.new(message: "Signed out.")
        end
      end

      # @param session [Store::Session] that stays @return [Done]
      def others_out(session)
        transaction do
          count = Store::Session.standing(now).where.not(id: session&.id).update_all(ended_at: now)
          event("sessions")
          Done.new(message: count.zero? ? "Nobody else is signed in." : "#{Core::English.sentence(Core::English.count(count,
            "other"))} signed out.")
        end
      end

      private

      def enter(net)
        transaction do
          Store::FailedSignIn.where("at < ? OR at > ?", now - KEPT_SECONDS, now + 60).delete_all # the clock may have been set back
          wait!(Store::FailedSignIn.where(net: net), MOST_OF_NET, NET_SECONDS)
          wait!(Store::FailedSignIn.all, MOST_OF_ALL, ALL_SECONDS)
          Store::FailedSignIn.create!(at: now, net: net)
        end
      end

      def wait!(tries, most, seconds)
        newest = tries.where("at > ?", now - seconds).order(at: :desc).limit(most).pluck(:at)
        raise Wait, (newest.last.to_time + seconds - now).ceil if newest.size >= most
      end
    end
  end
end
