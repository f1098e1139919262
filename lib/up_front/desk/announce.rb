# frozen_string_literal: true

module UpFront
  module Desk
    # Says what has surfaced. That it has is a matter of time alone: a message is on the Front when its
    # moment has come, whether or not this runs. Each message is announced exactly once, from a persisted mark.
    class Announce < Act
      # @return [Array<Integer>] the messages announced now
      def call
        return [] unless Store::State.to_announce(now).exists?

        transaction do
          due = Store::State.to_announce(now).order(:surface_at).to_a
          due.group_by(&:surface_at).each { |at, states| event("surfaced", ids: states.map(&:message_id), at: at.iso8601) }
          Store::State.where(message_id: due.map(&:message_id)).update_all(announced_at: now)
          due.map(&:message_id)
        end
      end
    end
  end
end
