# frozen_string_literal: true

module UpFront
  module Desk
    # The first run: whose mail it is, and when it may come. Begins with a plan of windows and rounds that
    # holds mail for rounds on working days, over the weekend until Monday.
    class SetUp < ChangeRulebook
      PLAN = {
        "windows" => [
          {"name" => "Night", "days" => Core::Weekdays::ALL, "from" => "18:00", "to" => "08:00"},
          {"name" => "Day", "days" => %w[mon tue wed thu fri], "from" => "08:00", "to" => "18:00"},
          {"name" => "Weekend", "days" => %w[sat sun], "from" => "00:00", "to" => "24:00"}
        ],
        "rounds" => [["Morning", "08:00"], ["Midday", "12:00"], ["Afternoon", "15:00"], ["Evening", "17:30"]].map do |name, at|
          {"name" => name, "days" => %w[mon tue wed thu fri], "at" => at}
        end,
        "days_off" => []
      }.freeze

      # Views to begin with: where all mail can be seen, and what one looks for first.
      VIEWS = [
        {"name" => "All mail", "when" => {"all" => []}, "sent" => true, "badge" => "none", "opens_first" => true},
        {"name" => "Unread", "when" => {"all" => [{"fact" => "unread", "op" => "is", "value" => true}]}},
        {"name" => "I wait for an answer", "when" => {"all" => [{"fact" => "awaiting_reply", "op" => "is", "value" => true},
          {"fact" => "arrived", "op" => "within_last", "value" => "P14D"}]}, "sent" => true, "badge" => "all"}
      ].freeze

      # @param owner [Hash] as in the rulebook file @param plan [Hash] likewise
      # @param accounts [Array<Hash>] name and addresses; without any, one is made of the owner's addresses
      # @return [Done] @raise [Core::Refused, Impossible]
      def call(owner, plan: PLAN, accounts: nil, rest: {})
        raise Impossible.new("Up Front knows its owner already.", status: 409) if Store::Rulebook.exists?

        document = {"format" => Core::Rulebook::FORMAT, "version" => Core::Rulebook::VERSION, "owner" => owner, "plan" => plan, **rest}
        Core::Rulebook.read(document)
        accounts ||= [{"name" => "Mail", "addresses" => owner["addresses"]}]
        document["accounts"] = accounts
        rest = Core::Rulebook.read(document).document
        transaction do
          Store::CurrentRulebook.put(document)
          accounts.each { Store::Account.create!(name: _1["name"], addresses: _1["addresses"]) }
          (rest["rules"] || []).each_with_index { |body, place| keep(body, place) }
          (rest["views"] || []).each_with_index { |body, place| Store::View.create!(position: place, body: body, created_at: now) }
          event("set_up")
        end
        Done.new(message: "Welcome, #{owner["name"]}.")
      end

      private

      def keep(body, place)
        rule = Store::Rule.create!(position: place, body: body, created_at: now)
        keep_version(rule, "made")
      end
    end
  end
end
