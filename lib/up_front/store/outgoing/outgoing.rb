# frozen_string_literal: true

module UpFront
  module Store
    # What stands in the outbox, or has gone out of it: to whom, why, and what became of it. The letter itself is kept apart.
    #
    # `waiting` until its moment; `asks` where the brake holds it until the person says; `sending` while it is handed over (`handed_at`:
    # its text is under way, and nobody but the server can tell whether it has all of it); then `sent`, `again` (to be tried at `goes_at`),
    # `refused`, or `unsure` where that cannot be known. `taken_back` by the person.
    class Outgoing < Record
      STATES = %w[waiting asks sending again sent refused unsure taken_back].freeze
      OPEN = %w[waiting asks sending again refused unsure].freeze # what a person may want to do something about

      self.table_name = "outgoing"
      belongs_to :account, optional: true
      belongs_to :message, optional: true

      LETTER = PreparedInsert.new("outgoing_letters", :outgoing_id, :bytes)

      scope :open, -> { where(state: OPEN) }
      scope :due, ->(now) { where(state: %w[waiting again]).where(goes_at: ..now).order(:goes_at, :id) }

      # @return [String] the letter, with CRLF
      def letter = Record.with_connection { _1.select_value("SELECT bytes FROM outgoing_letters WHERE outgoing_id = #{id.to_i}") }.to_s.b

      # Takes it, where it still is in one of these states: two may want it at once. @return [Boolean]
      def take(from, **changes) = Outgoing.where(id: id, state: from).update_all(changes) == 1 && !reload.nil?

      # @return [Array<String>] addresses that are not settled yet
      def left = recipients.reject { %w[taken refused].include?(_1["state"]) }.map { _1["email"] }
    end
  end
end
