# frozen_string_literal: true

module UpFront
  module Core
    # A saved view in the written language: what it holds, and in closing sentences how it is looked through and kept at
    # hand. What is as it is by default is not said. {Language.hear_view} hears it back.
    module ViewSentence
      ALL = "All mail"
      FLAGS = {"sent" => "It shows mail that I sent", "discarded" => "It shows discarded mail", "compact" => "It is compact",
               "favourite" => "It stands first", "opens_first" => "It opens first"}.freeze
      BADGES = {"all" => "Its badge counts all messages", "none" => "Its badge counts nothing"}.freeze
      SORTS = View::SORTS.to_h { [_1, _1.tr("_", "-")] }.freeze
      ORDERS = {true => "descending", false => "ascending"}.freeze
      BAND = {["unread_only", true] => "unread only", ["leave_out", false] => "shown again below",
              ["fold_when_empty", false] => "also when it is empty"}.freeze

      module_function

      # @param view [View] @return [String] without its name
      def view(view)
        body = view.to_h
        [holds(view), accounts(body["accounts"]), *FLAGS.filter_map { |flag, phrase| phrase if body[flag] }, order(body["sort"]),
          ("It is grouped by #{body["group_by"]}" if body["group_by"]), BADGES[body["badge"]],
          ("Its mark is #{Quoting.text(body["mark"])}" if body["mark"]), ("Its colour is #{body["colour"]}" if body["colour"]),
          ("It stands under #{Quoting.name(body["heading"])}" if body["heading"]), ("Its digit is #{body["key"]}" if body["key"]),
          band(body["band"]), *calls(view.review)].compact.map { "#{_1}." }.join(" ")
      end

      def holds(view) = (view.when.to_h == {"all" => []}) ? ALL : "Mail where #{Sentence.condition(view.when)}"
      def accounts(names) = ("It looks in #{English.join(names.map { Quoting.name(_1) }, "and")}" if names.any?)

      def order(sort)
        ("It is sorted by #{SORTS.fetch(sort["by"])}, #{ORDERS.fetch(sort["descending"])}" unless sort == {"by" => "time",
          "descending" => true})
      end

      def band(band)
        (["It is a band of #{band["limit"]}", *BAND.filter_map { |(key, value), phrase| phrase if band[key] == value }].join(", ") if band)
      end

      def calls(review) = review.times.map { "It calls on #{Weekdays.say(_1.days)} at #{Clockface.of(_1.at)}" }
      private_class_method :holds, :accounts, :order, :band, :calls
    end
  end
end
