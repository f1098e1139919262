# frozen_string_literal: true

module UpFront
  module Store
    # That somebody was asked to send no more: which address was told, by which message's headers, and what came of it.
    # `by` and `key` say who: an address, or a list. `way` is one_click or mail; of mail, what came of it stands in the outbox.
    #
    # `waiting` until its moment, `sending`, then `asked` or `failed` (`said` has the words); `taken_back` by the person.
    class Unsubscribing < Record
      self.table_name = "unsubscribings"
      belongs_to :outgoing, optional: true

      scope :standing, -> { where.not(state: "taken_back") }
      scope :due, ->(now) { where(way: "one_click", state: "waiting", goes_at: ..now).order(:goes_at, :id) }

      # Takes it, where it still is in that state: two may want it at once. @return [Boolean]
      def take(from, **changes) = Unsubscribing.where(id: id, state: from).update_all(changes) == 1 && !reload.nil?

      # How it stands, the outbox looked at. @return [String] waiting, sending, asked, failed
      def stands
        return state unless way == "mail" && outgoing

        {"sent" => "asked", "refused" => "failed", "unsure" => "failed", "taken_back" => "failed"}.fetch(outgoing.state, "waiting")
      end

      # @return [Time, nil] since when they know
      def known_at = (way == "mail") ? (outgoing&.over_at if stands == "asked") : asked_at
    end
  end
end
