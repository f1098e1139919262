# frozen_string_literal: true

module UpFront
  module Desk
    # Changes who the owner is: name, addresses, organisation, zone and accounts. What rules ask of "me" and of accounts
    # follows at once, for the mail that is here too.
    class SaveAbout < ChangeRulebook
      # @param given [Hash] name, addresses, organisation, time_zone; accounts ({id, name, addresses}; without id a new one)
      #   stand: {SaveAbout.stand} as it was when it was read @return [Done] @raise [Core::Refused, Impossible]
      def call(given)
        transaction do
          if given["stand"] && given["stand"] != SaveAbout.stand
            raise Impossible.new("This was changed elsewhere since you opened it. Leave it as it was, and begin from what stands here now.",
              status: 409)
          end
          Store::OwnMail.follow(Store::CurrentRulebook.rulebook.names)
          document = SaveAbout.document(given)
          accounts = SaveAbout.accounts(given["accounts"])
          names = renamed(accounts)
          rows = put_accounts(accounts, names)
          document = document.merge("accounts" => accounts.map { _1.slice("name", "addresses") })
          Core::Rulebook.read(document.except("rules", "views"))
          head = put_head(document, "accounts" => names)
          rules_changed("Changed what is known about you.", {"Rulebook" => [head], **rows})
        end.tap { Store::OwnMail.forget }
      end

      # @return [String] tells one stand of all this from another
      def self.stand
        document = Store::CurrentRulebook.document
        accounts = Store::Account.order(:id).pluck(:id, :name, :addresses)
        Digest::SHA256.hexdigest(JSON.generate([document["owner"], accounts]))
      end

      # @return [Hash] the rulebook as it would be, with the accounts as they are @raise [Core::Refused]
      def self.document(given)
        document = Store::CurrentRulebook.document
        document.merge("owner" => document["owner"].merge(GivenPeople.owner(given)))
      end

      # @return [Array<Hash>] as given, with names trimmed and addresses read @raise [Core::Refused]
      def self.accounts(given)
        check = Core::Check.new
        at = check.at("accounts")
        accounts = Array(given).each_with_index.map do |account, index|
          place = at.at(index)
          {"id" => account["id"], "name" => place.at("name").filled(account["name"])&.strip,
           "addresses" => GivenPeople.addresses(account["addresses"], place.at("addresses"))}
        end
        names = accounts.map { Core::Text.fold(_1["name"]) }
        twice = names.index { names.count(_1) > 1 }
        at.at(twice).at("name").refuse("another name", words: "Two accounts are called “#{accounts[twice]["name"]}”.") if twice
        at.refuse("an account", words: "One account has to stay.") if accounts.empty?
        raise Core::Refused, check.faults if check.faults.any?

        accounts
      end

      private

      # @return [Hash{String=>String}] of those that are called otherwise, the new name by the former one
      def renamed(accounts)
        here = Store::Account.all.index_by(&:id)
        accounts.filter_map { |given| here[given["id"]]&.then { [_1.name, given["name"]] } }.reject { _1 == _2 }.to_h
      end

      # @return [Hash{String=>Array<Hash>}] trails by model
      def put_accounts(accounts, renamed)
        here = Store::Account.all.index_by(&:id)
        rows = (here.keys - accounts.map { _1["id"] }).map { remove(here.delete(_1)) }
        rows += accounts.map { |given| here.key?(given["id"]) ? change(here[given["id"]], given) : add(given) }
        {"Account" => rows.compact, **renamed.any? ? rename_all("accounts" => renamed) : {}}
      end

      def change(account, given)
        account.update!(given.slice("name", "addresses"))
        trail(account)
      end

      def add(given)
        account = Store::Account.create!(given.slice("name", "addresses"))
        {"key" => account.id, "before" => {"name" => nil}, "after" => {"name" => account.name}}
      end

      def remove(account)
        raise Impossible.new("“#{account.name}” holds mail or is read from a folder, so it stays.", status: 409) unless account.empty?

        users = users("accounts", account.name)
        if users.any?
          raise Impossible.new("The account “#{account.name}” is named by #{Core::English.join(users, "and")}. Take it out there first.",
            status: 409)
        end

        account.destroy!
        {"key" => account.id, "before" => account.slice("name", "addresses"), "after" => {"name" => nil}}
      end
    end
  end
end
