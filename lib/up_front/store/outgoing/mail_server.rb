# frozen_string_literal: true

module UpFront
  module Store
    # By which server an account's mail goes out.
    class MailServer < Record
      self.table_name = "mail_servers"
      belongs_to :account
      include SealedPassword
    end
  end
end
