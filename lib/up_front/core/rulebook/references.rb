# frozen_string_literal: true

module UpFront
  module Core
    # What the body of a rule, a view, a promise, an example or a routine names of the rest of its rulebook: groups, labels, inks,
    # templates, rounds,
    # windows, forwarding addresses. Bodies are in the file's shape; names are compared folded.
    module References
      KINDS = %w[groups labels inks templates rounds windows forward_to accounts].freeze

      module_function

      # @param body [Hash] @return [Hash{String=>Array<String>}] names by kind
      def of(body)
        found = KINDS.to_h { [_1, []] }
        rename(body) { |kind, name| found.fetch(kind) << name && name }
        found.transform_values(&:uniq)
      end

      def uses?(body, kind, name) = of(body).fetch(kind).any? { Text.fold(_1) == Text.fold(name) }

      # @yield [String, String] kind and name of each thing named @yieldreturn [String] what to name in its place
      # @return [Hash] a copy of the body
      def rename(body, &)
        copy = body.key?("then") ? body.merge("then" => effects(body["then"], &)) : body.dup
        %w[when unless].each { |part| copy[part] = condition(copy[part], &) if copy[part] }
        copy["accounts"] = copy["accounts"].map { yield("accounts", _1) } if copy["accounts"]
        shall = copy["shall"]
        copy["shall"] = shall.merge("labels" => shall["labels"].map { yield("labels", _1) }) if shall&.key?("labels")
        copy
      end

      KEPT = %w[promises examples routines].freeze # kept with the rulebook's head

      # @param names [Hash{String=>Hash{String=>String}}] by kind, the new name by the former one
      # @return [Hash] the rulebook's document with the new names in its promises, examples and routines
      def kept_renamed(document, names)
        folded = names.transform_values { |of| of.transform_keys { Text.fold(_1) } }
        renamed = document.slice(*KEPT).transform_values do |bodies|
          bodies.map { |body| rename(body) { |kind, name| folded.dig(kind, Text.fold(name)) || name } }
        end
        document.merge(renamed)
      end

      # @param changes [Array<Hash>] kind, was, name @return [Array<Hash>] the bodies with the new names in them
      def renamed(bodies, changes)
        names = changes.to_h { |change| [[change["kind"], Text.fold(change["was"])], change["name"]] }
        bodies.map { |body| rename(body) { |kind, name| names.fetch([kind, Text.fold(name)], name) } }
      end

      def condition(node, &)
        return leaf(node, &) if node.key?("fact")

        node.transform_values { |members| members.map { condition(_1, &) } }
      end

      def leaf(node, &)
        return node.merge("value" => node["value"].map { yield("accounts", _1) }) if node["fact"] == "account"

        fact = Facts.find(node["fact"]) || StateFacts.find(node["fact"])
        fact ? node.merge("value" => fact.type.rename(node["op"], node["value"], &)) : node
      end

      def effects(said, &) = said.to_h { |topic, value| [topic, Effects.find(topic)&.rename(value, &) || value] }
      private_class_method :condition, :leaf, :effects
    end
  end
end
