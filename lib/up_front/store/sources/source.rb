# frozen_string_literal: true

module UpFront
  module Store
    # Where mail comes from: a Maildir that any delivery agent fills.
    class Source < Record
      self.table_name = "sources"
      belongs_to :account
    end
  end
end
