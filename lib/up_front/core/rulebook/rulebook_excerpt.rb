# frozen_string_literal: true

module UpFront
  module Core
    # Chosen rules of a rulebook with what they name, as a rulebook of its own that can be read anywhere.
    module RulebookExcerpt
      module_function

      # @param document [Hash] @param names [Array<String>] of the rules @return [Hash]
      def of(document, names)
        wanted = names.map { Text.fold(_1) }
        rules = document.fetch("rules", []).select { wanted.include?(Text.fold(_1["name"])) }
        needed = rules.map { References.of(_1) }.reduce(References::KINDS.to_h { [_1, []] }) do |all, some|
          all.merge(some) { |_, one, other| one | other }
        end
        plan = document.fetch("plan", {})
        office = HouseParts.of(document)
        {
          **document.slice("format", "version", "owner"),
          **%w[groups labels inks templates].to_h { |kind| [kind, named(document.fetch(kind, []) + office.things(kind), needed[kind])] },
          "forward_to" => document.fetch("forward_to", [])
            .select { |address| needed["forward_to"].any? { Address.normalise(_1) == Address.normalise(address) } },
          "plan" => %w[windows rounds].to_h { |kind| [kind, named(plan.fetch(kind, []), needed[kind])] }, "rules" => rules
        }.reject { |_, part| part == [] }
      end

      def named(things, names)
        folded = names.map { Text.fold(_1) }
        things.select { folded.include?(Text.fold(_1["name"])) }
      end
      private_class_method :named
    end
  end
end
