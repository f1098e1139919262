# frozen_string_literal: true

module UpFront
  module Core
    # An edition made of one's own rules: those that are marked, each with how firm it is for others, and what they name.
    class Publishing
      NOT_OTHERS = %w[heading].freeze # how one's own list is arranged

      # @param document [Hash] one's own rulebook @param header [Hash] publisher, contact, edition, published, note, holds_from
      # @param marked [Hash{String=>String}] by name of the rule, how firm @param templates [Array<String>] that go along by name
      # @param days_off [Boolean] whether one's own do
      def initialize(document, header, marked, templates: [], days_off: false)
        @document = document
        @header = header
        @marked = marked.to_h { |name, firmness| [Text.fold(name), firmness] }
        @templates = templates.map { Text.fold(_1) }
        @days_off = days_off
      end

      # @return [Hash] in the file's shape; not checked
      def to_h
        needed = rules.map { References.of(_1) }.reduce { |all, some| all.merge(some) { |_, one, other| one | other } } || {}
        needed = needed.transform_values { |names| names.map { Text.fold(_1) } }
        needed["templates"] = (needed["templates"] || []) | @templates
        things = HouseEdition::THINGS.to_h do |kind|
          [kind, @document.fetch(kind, []).select { (needed[kind] || []).include?(Text.fold(_1["name"])) }]
        end
        offs = @days_off ? @document.dig("plan", "days_off") || [] : []
        {"format" => HouseEdition::FORMAT, "version" => HouseEdition::VERSION, **@header.compact,
         **things.reject { |_, some| some.empty? }, **(offs.empty? ? {} : {"days_off" => offs}), "rules" => rules}
      end

      # @return [HouseEdition] @raise [Refused] with what stands against publishing it
      def edition = HouseEdition.parse(JSON.generate(to_h))

      private

      def rules
        @document.fetch("rules", []).filter_map do |body|
          firmness = @marked[Text.fold(body["name"])] or next
          body.except(*NOT_OTHERS).compact.merge("firmness" => firmness)
        end
      end
    end
  end
end
