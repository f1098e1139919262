# frozen_string_literal: true

module UpFront
  module Store
    # By which server an account's mail goes out.
    class MailServer < Record
      self.table_name = "mail_servers"
      self.filter_attributes = [:sealed]
      belongs_to :account

      # @return [String, nil] @raise [Seal::Broken]
      def password = Seal.open(sealed)

      # @param text [String, nil]
      def password=(text)
        self.sealed = Seal.close(text)
      end
    end
  end
end
