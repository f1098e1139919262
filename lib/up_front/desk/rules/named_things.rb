# frozen_string_literal: true

module UpFront
  module Desk
    # The base of acts on what rules name: groups, labels, inks.
    class NamedThings < ChangeRulebook
      KINDS = {"groups" => "group", "labels" => "label", "inks" => "ink", "templates" => "template"}.freeze

      private

      # @param place [Integer, nil] of the one that was made or changed: what is wrong with it is told as of itself
      # @param names [Hash{String=>String}] the new name by the former one
      def put(things, kind, text, rows, place: nil, names: {}, result: nil)
        document = Core::References.kept_renamed(Store::CurrentRulebook.document.merge(kind => things), kind => names)
        check(document, "/#{kind}/#{place}")
        head = put_head(document)
        rows = {"Rulebook" => [head], **rows}
        return rules_changed(text, rows, result: result) unless Store::CurrentRulebook::LOOKS.include?(kind)

        event("rules", revision: Store::CurrentRulebook.rulebook.revision)
        Done.new(message: text, undo_id: undo_step(text, rows), result: result)
      end

      def check(document, place)
        Core::Rulebook.read(document)
      rescue Core::Refused => refused
        raise refused.within(place)
      end

      def things(kind) = Store::CurrentRulebook.document.fetch(kind, [])
      def place(things, name) = things.index { Core::Text.fold(_1["name"]) == Core::Text.fold(name) }
      def gone(kind, name) = Impossible.new("There is no #{KINDS.fetch(kind)} “#{name}” any more.", status: 404)
    end
  end
end
