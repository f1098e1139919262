# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # By which server the mail of each account goes out; never its password.
      class MailOut
        def to_h
          servers = Store::MailServer.all.index_by(&:account_id)
          {seconds: Desk::PutOut.seconds, accounts: Store::Account.order(:id).map { account(_1, servers[_1.id]) }}
        end

        private

        def account(account, server)
          {id: account.id, name: account.name, addresses: account.addresses,
           server: server && {host: server.host, port: server.port, security: server.security, user: server.user, ca_file: server.ca_file,
                              signature: server.signature.to_s, password: !server.sealed.nil?}}
        end
      end
    end
  end
end
