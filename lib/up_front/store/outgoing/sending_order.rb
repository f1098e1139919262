# frozen_string_literal: true

module UpFront
  module Store
    # What a rule, or an away notice, would send of a message that has arrived: kept with the message, done once, or left out with the
    # reason. `what` holds the addresses of a forward, the name of a reply's template.
    class SendingOrder < Record
      self.table_name = "sending_orders"
      belongs_to :message

      ORDER = PreparedInsert.new("sending_orders", :message_id, :kind, :rule_id, :what, :at)

      scope :open, -> { where(done_at: nil).order(:id) }
    end
  end
end
