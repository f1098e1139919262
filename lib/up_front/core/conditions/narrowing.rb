# frozen_string_literal: true

module UpFront
  module Core
    # What narrows what is found, each as conditions: by whom, labelled how, in which month, of which account, and how it stands.
    module Narrowing
      # By key, what a choice of it asks.
      STANDING = {
        "read" => {"unread" => ["unread", true], "read" => ["unread", false]},
        "files" => {"with" => ["has_attachment", true], "without" => ["has_attachment", false]},
        "state" => {"front" => ["on_front", true], "held" => ["held", true], "cleared" => ["cleared", true],
                    "discarded" => ["discarded", true], "sent" => ["from_me", true]}
      }.freeze
      KEYS = ["sender", "label", "month", "account", *STANDING.keys].freeze

      module_function

      # @return [Array<Hash>] conditions in the file's shape, all of which hold; none of a choice that there is not
      def conditions(key, value)
        case key
        when "sender" then [leaf("from", value)]
        when "label", "account" then [leaf(key, value)]
        when "month" then month(value)
        else STANDING.dig(key, value)&.then { |fact, answer| [{"fact" => fact, "op" => "is", "value" => answer}] }.to_a
        end
      end

      # @return [Boolean] whether a rule may ask the same, when mail arrives
      def for_rules?(key, value) = key != "label" && conditions(key, value).none? { StateFacts.find(_1["fact"]) }

      def leaf(fact, value) = {"fact" => fact, "op" => "is", "value" => [value]}

      def month(value)
        first = Date.strptime(value, "%Y-%m")
        [{"fact" => "arrived_on", "op" => "after", "value" => (first - 1).iso8601},
          {"fact" => "arrived_on", "op" => "before", "value" => first.next_month.iso8601}]
      rescue Date::Error
        []
      end
      private_class_method :leaf, :month
    end
  end
end
