# frozen_string_literal: true

module UpFront
  module Desk
    # Puts a letter into the outbox. What goes out goes through here, whoever asks for it.
    class PutOut < Act
      SECONDS = "outbox_seconds" # a setting: how long what is sent by hand can be taken back
      USUAL_SECONDS = 10
      MOST_SECONDS = 120

      # @return [Integer]
      def self.seconds = Store::Setting[SECONDS] || USUAL_SECONDS

      # @param account [Store::Account] @raise [Impossible] where nothing says by which server its mail goes out
      def self.server!(account)
        return if Store::MailServer.exists?(account_id: account.id)

        raise Impossible.new("Up Front does not know by which server mail of “#{account.name}” goes out. Give it under Mail out.",
          pointer: "/account", status: 409)
      end

      # @param letter [String] with CRLF @param message_key [String] its Message-ID
      # @param people [Hash{String=>Array<Core::Address>}] to, cc, bcc @param why [String] a sentence @param at [Time] when it goes
      # @param more [Hash] columns: account, message, rule_id, draft @return [Store::Outgoing]
      def call(letter, message_key:, people:, sender:, subject:, why:, at:, kind: "hand", state: "waiting", **more)
        recipients = people.flat_map do |role, those|
          those.map { {"email" => _1.email, "name" => _1.name, "role" => role, "state" => "waiting"} }
        end
        outgoing = Store::Outgoing.create!(kind: kind, why: why, sender: sender, subject: subject, recipients: recipients.uniq {
          _1["email"]
        },
          message_key: message_key, size: letter.bytesize, state: state, goes_at: at, created_at: now, **more)
        Store::Outgoing::LETTER.call(outgoing_id: outgoing.id, bytes: SQLite3::Blob.new(letter.b))
        event("outbox")
        outgoing
      end
    end
  end
end
