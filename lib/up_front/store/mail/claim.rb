# frozen_string_literal: true

module UpFront
  module Store
    # What the rules decided on a message, with the account of it and the revision of the rulebook.
    class Claim < Record
      self.table_name = "claims"
      self.primary_key = "message_id"
    end
  end
end
