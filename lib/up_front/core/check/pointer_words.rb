# frozen_string_literal: true

module UpFront
  module Core
    # The place of a fault for a person: "/rules/0/when/all/1/value" is "rule 1, when, condition 2, value".
    module PointerWords
      ONES = {"rules" => "rule", "windows" => "window", "rounds" => "round", "groups" => "group", "labels" => "label", "inks" => "ink",
              "views" => "view", "members" => "member", "accounts" => "account", "days_off" => "day off", "busy" => "meeting",
              "heads_down" => "planned heads-down", "trips" => "trip", "review" => "review time", "templates" => "template",
              "contacts" => "contact", "routines" => "routine", "addresses" => "address", "all" => "condition", "any" => "condition",
              "none" => "condition"}.freeze

      module_function

      # @param pointer [String] a JSON Pointer (RFC 6901) @return [String] empty for the whole
      def of(pointer)
        words = pointer.split("/").drop(1).map { _1.gsub("~1", "/").gsub("~0", "~") }.each_with_object([]) do |part, said|
          if part.match?(/\A\d+\z/) && said.any?
            said << "#{ONES.fetch(said.last) { "item" }} #{part.to_i + 1}"
            said.delete_at(-2) if ONES.key?(said[-2])
          else
            said << part
          end
        end
        words.map { _1.tr("_", " ") }.join(", ")
      end
    end
  end
end
