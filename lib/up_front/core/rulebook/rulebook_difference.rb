# frozen_string_literal: true

module UpFront
  module Core
    # What one rulebook's document has more, otherwise or less than another's, thing by thing. Things are
    # the same when their names are, compared folded.
    class RulebookDifference
      LISTS = {"rules" => "rule", "accounts" => "account", "groups" => "group", "labels" => "label", "inks" => "ink",
               "templates" => "template", "views" => "view", "promises" => "promise",
               "examples" => "example", "routines" => "routine"}.freeze
      WHOLE = {"owner" => "the owner", "contacts" => "the contacts", "forward_to" => "the forwarding addresses", "plan" => "the plan",
               "house" => "the house rules that are followed"}
        .freeze

      DEFAULTS = {"enabled" => true, "last_word" => false, "ask_first" => false}.freeze

      Change = Struct.new(:act, :what, keyword_init: true) do # act: :added, :changed, :removed or :moved
        def to_s = "#{act}: #{what}"
      end

      # @param before [Hash] a document @param after [Hash] a document
      def initialize(before, after)
        @before = before
        @after = after
      end

      # @return [Array<Change>]
      def changes = LISTS.flat_map { |key, word| list(key, word) } + WHOLE.filter_map { |key, title| whole(key, title) }

      private

      def list(key, word)
        old, new = [@before, @after].map { |document| document.fetch(key, []).to_h { [Text.fold(_1["name"]), _1] } }
        added = (new.keys - old.keys).map { change(:added, word, new[_1]) }
        removed = (old.keys - new.keys).map { change(:removed, word, old[_1]) }
        shared = new.keys & old.keys
        changed = shared.reject { same?(old[_1], new[_1]) }.map { change(:changed, word, new[_1]) }
        moved = (shared == old.keys & new.keys) ? [] : [Change.new(act: :moved, what: "the order of the #{key}")]
        added + changed + removed + moved
      end

      def change(act, word, thing) = Change.new(act: act, what: "#{word} “#{thing["name"]}”")

      # A key that is left out means its default.
      def same?(old, new)
        keys = old.keys | new.keys
        keys.all? { |key| plain(key, old[key]) == plain(key, new[key]) }
      end

      def plain(key, value) = value.nil? ? DEFAULTS[key] : value

      def whole(key, title)
        empty = (key == "plan") ? {"windows" => [], "rounds" => [], "days_off" => []} : []
        old, new = [@before, @after].map { |document| (key == "plan") ? empty.merge(document.fetch(key, {})) : document.fetch(key, empty) }
        Change.new(act: :changed, what: title) unless old == new
      end
    end
  end
end
