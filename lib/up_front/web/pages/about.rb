# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Who the owner is, and their accounts; and what a change of that would change.
      class About
        def initialize(rulebook, now)
          @rulebook = rulebook
          @now = now
        end

        def to_h
          own = @rulebook.owner.slice("name", "addresses", "organisation", "time_zone").transform_keys(&:to_sym)
          {**own, accounts: accounts, stand: Desk::SaveAbout.stand}
        end

        # @param given [Hash] what would be saved @return [Hash] what that would change, in sentences @raise [Core::Refused]
        def change(given)
          Desk::SaveAbout.accounts(given["accounts"])
          document = Desk::SaveAbout.document(given)
          {says: [own(Core::Rulebook.read(document).names), asking].compact, held: Desk::HeldPreview.under(document, @now).to_s}
        end

        private

        def accounts
          counts = Store::Message.group(:account_id).count
          Store::Account.order(:id).map do |account|
            {id: account.id, name: account.name, addresses: account.addresses, messages: counts.fetch(account.id, 0), empty: account.empty?}
          end
        end

        # How much of the mail that is here would count as the owner's own.
        def own(names)
          before, after = [@rulebook.names, names].map { |who| from(who.me) }
          return if before == after

          "Of all mail here, #{Core::English.count(after, "message counts", "messages count")} as sent by you then; now " \
            "#{(before == 1) ? "one does" : "#{Core::English.thousands(before)} do"}."
        end

        def from(mine) = Store::MessagePerson.where(role: "from", key: mine.keys.to_a).distinct.count(:message_id)

        # What asks who the owner is.
        def asking
          rules, views = [@rulebook.rules, @rulebook.views].map { |all| all.select { asks?(_1.to_h) }.map { "“#{_1.name}”" } }
          named = [*rules, *views]
          if named.any?
            "#{Core::English.join(named.first(6),
              "and")}#{" and #{named.size - 6} more" if named.size > 6} #{(named.size == 1) ? "asks" : "ask"} " \
              "who you are, and follow."
          end
        end

        MINE = %w[my_role from_me reply_to_mine sent_unanswered awaits_mine awaits_mine_since answered].freeze
        WHO = %w[me my_organisation contacts].freeze
        private_constant :MINE, :WHO

        def asks?(body) = %w[when unless].any? { |part| body[part] && asks_in?(body[part]) }

        def asks_in?(node)
          return node.each_value.any? { |members| members.any? { asks_in?(_1) } } unless node.key?("fact")

          MINE.include?(node["fact"]) || (node["op"] == "is" && (Array(node["value"]) & WHO).any?)
        end
      end
    end
  end
end
