# frozen_string_literal: true

module UpFront
  module Store
    # A message as it arrived: its facts as columns. Nothing here is ever updated.
    class Message < Record
      self.table_name = "messages"
      belongs_to :account
      has_one :claim, foreign_key: :message_id
      has_one :state, foreign_key: :message_id
      has_one :raw_message, foreign_key: :message_id

      scope :decided, -> { includes(:claim, :state).references(:claim, :state) }

      def readonly? = persisted?

      # @return [Array<Core::Address>] @param role [String] from, sender, to, cc, reply_to
      def addresses(role) = people.fetch(role, []).map { Core::Address.new(_1["email"], _1["name"]) }

      # @return [String] the bytes as they came
      def raw = RawMessage.where(message_id: id).pick(:bytes)
    end
  end
end
