# frozen_string_literal: true

module UpFront
  module Desk
    # Leaves something alone that the check-up found, until what it is about has changed; and shows it again.
    class LeaveAlone < Act
      # @param key [String] of {CheckUp::Found} @param reason [String] @return [Done] @raise [Impossible]
      def call(key, reason)
        reason = reason.to_s.strip
        raise Impossible.new("Say why, so that you know it later.", pointer: "/reason") if reason.empty?

        transaction do
          found = CheckUp.of(Store::CurrentRulebook.rulebook, now).found.find { _1.key == key }
          raise Impossible.new("That is not found any more: the rulebook has changed.", status: 404) unless found
          raise Impossible.new("That is left alone already.", status: 409) if Store::LeftAlone.standing.exists?(mark: key)

          row = Store::LeftAlone.create!(mark: key, said: found.finding.said, reason: reason, created_at: now)
          tell("Left alone: #{found.finding.said}", trail(row, before: {"deleted_at" => now}))
        end
      end

      # @return [Done] @raise [Impossible]
      def look_again(key)
        transaction do
          row = Store::LeftAlone.standing.find_by(mark: key) or raise Impossible.new("That is not left alone any more.", status: 404)
          row.update!(deleted_at: now)
          tell("To be looked at again: #{row.said}", trail(row))
        end
      end

      private

      def tell(text, row)
        event("check_up")
        Done.new(message: text, undo_id: undo_step(text, "LeftAlone" => [row]))
      end
    end
  end
end
