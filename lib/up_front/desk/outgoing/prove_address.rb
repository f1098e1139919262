# frozen_string_literal: true

require "securerandom"
require "digest"
require "uri"

module UpFront
  module Desk
    # Lets rules forward to an address once it is proved: a code is sent there, and who has it enters it here.
    class ProveAddress < ChangeRulebook
      OWN_ADDRESS = "own_address" # a setting: where the page is found, as this machine has it
      TRIES = 5
      AGAIN_SECONDS = 60 # before another code is sent to an address
      HOURS = 48 # in which a code can be entered
      LETTERS = [*"A".."Z", *"2".."9"] - %w[I O]

      # Sends a code there, and lets rules name the address; they forward to it once it is proved.
      # @return [Done] @raise [Impossible, Core::Refused]
      def ask(given)
        address = GivenPeople.addresses([given], Core::Check.new([], "/address")).first or raise Impossible.new(
          "Give a whole address, such as anna@work.example.", pointer: "/address"
        )
        account = sending
        transaction do
          code = Array.new(8) { LETTERS.sample(random: SecureRandom) }.join
          row = Store::ProvedAddress.find_or_initialize_by(address: Core::Address.normalise(address))
          if row.asked_at && now - row.asked_at.to_time < AGAIN_SECONDS
            raise Impossible.new("A code was sent there just now. Wait a minute before another goes.", status: 409)
          end

          row.update!(digest: Digest::SHA256.hexdigest(code), tries: 0, asked_at: now)
          allow(address)
          send_code(account, address, code)
          text = "A code was sent to #{address}. Enter it here when it has come."
          final_step(text, "Take the address out under Mail out.")
          Done.new(message: text)
        end
      end

      # @return [Done] @raise [Impossible]
      def enter(address, code)
        row = Store::ProvedAddress.find_by(address: Core::Address.normalise(address)) or raise Impossible.gone("address")
        raise Impossible.new("Too many codes were wrong. Have a new one sent.", pointer: "/code", status: 409) if row.tries >= TRIES
        if row.digest.nil? || now - row.asked_at.to_time > HOURS * 3_600
          raise Impossible.new("That code is too old. Have a new one sent.", pointer: "/code", status: 409)
        end
        raise Impossible.new("That is not the code that was sent.", pointer: "/code") unless right?(row, code)

        Done.new(message: "#{address} is proved: rules may forward to it.")
      end

      # @return [Done] @raise [Impossible] where a rule names it
      def remove(address)
        transaction do
          users = users("forward_to", address)
          if users.any?
            forward = (users.size == 1) ? "forwards" : "forward"
            raise Impossible.new("#{Core::English.join(users, "and")} #{forward} to it. Change that first.", status: 409)
          end

          document = Store::CurrentRulebook.document
          kept = document.fetch("forward_to", []).reject { Core::Address.normalise(_1) == Core::Address.normalise(address) }
          head = put_head(document.merge("forward_to" => kept))
          Store::ProvedAddress.where(address: Core::Address.normalise(address)).delete_all
          rules_changed("Nothing is forwarded to #{address} any more.", {"Rulebook" => [head]})
        end
      end

      private

      # Kept whatever comes of it: each try counts.
      def right?(row, code)
        right = Digest::SHA256.hexdigest(code.to_s.upcase.delete("^A-Z0-9")) == row.digest
        transaction do
          row.update!(tries: row.tries + 1, **(right ? {proved_at: now, digest: nil} : {}))
          event("away")
        end
        right
      end

      def sending
        Store::Account.order(:id).find { Store::MailServer.exists?(account_id: _1.id) } or
          raise Impossible.new("No server is given by which mail goes out. Give one first.", status: 409)
      end

      def allow(address)
        document = Store::CurrentRulebook.document
        known = document.fetch("forward_to", [])
        return if known.any? { Core::Address.normalise(_1) == Core::Address.normalise(address) }

        Store::CurrentRulebook.put(document.merge("forward_to" => known + [address]))
        event("rules", revision: Store::CurrentRulebook.turn)
      end

      def send_code(account, address, code)
        rulebook = Store::CurrentRulebook.rulebook
        from = Core::Address.new(account.addresses.first, rulebook.owner["name"])
        message_key = Post::OutgoingLetter.message_id(from.domain)
        subject = "A code for forwarding mail to you"
        letter = Post::OutgoingLetter.new(from: from, to: [Core::Address.new(address)], subject: subject, message_id: message_key,
          at: rulebook.zone.local(now), headers: {"Auto-Submitted" => "auto-generated"}, text: text(rulebook, address, code)).to_s
        PutOut.new(clock).call(letter, message_key: message_key, people: {"to" => [Core::Address.new(address)]}, sender: from.email,
          subject: subject, why: "To prove that mail may be forwarded there.", at: now, kind: "proof", account: account)
      end

      # For whoever reads it on the same machine.
      def link(address, code)
        own = Store::Setting[OWN_ADDRESS] or return
        "\nOn the machine on which Up Front runs: #{own}/mail-in/away?#{URI.encode_www_form(address: address, code: code)}\n"
      end

      def text(rulebook, address, code)
        "#{rulebook.owner["name"]} would like some mail to be forwarded to this address by a program.\n\nThe code is #{code}.\n\n" \
          "If that is all right, give it to #{rulebook.owner["name"]}. If not, do nothing: nothing will come.\n#{link(address, code)}"
      end
    end
  end
end
