# frozen_string_literal: true

module UpFront
  module Core
    # What a rule's or a view's body names of the rest of its rulebook: groups, labels, inks, templates, rounds, windows,
    # forwarding addresses. Bodies are in the file's shape; names are compared folded.
    module References
      KINDS = %w[groups labels inks templates rounds windows forward_to].freeze

      NAMING = {"in_window" => "windows", "label" => "labels", "ink" => "inks"}.freeze # facts whose values are names

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
        copy
      end

      # @param changes [Array<Hash>] kind, was, name @return [Array<Hash>] the bodies with the new names in them
      def renamed(bodies, changes)
        names = changes.to_h { |change| [[change["kind"], Text.fold(change["was"])], change["name"]] }
        bodies.map { |body| rename(body) { |kind, name| names.fetch([kind, Text.fold(name)], name) } }
      end

      def condition(node, &)
        return node.merge("value" => value(node, &)) if node.key?("fact")

        node.transform_values { |members| members.map { condition(_1, &) } }
      end

      def value(leaf)
        kind = NAMING[leaf["fact"]]
        return leaf["value"].map { yield(kind, _1) } if kind
        return leaf["value"] unless leaf["value"].is_a?(Array)

        people = Facts.find(leaf["fact"])&.type == Types::People && leaf["op"] == "is"
        if people
          leaf["value"].map { |term| term.start_with?("group:") ? "group:#{yield("groups", term.delete_prefix("group:"))}" : term }
        else
          leaf["value"]
        end
      end

      def effects(said)
        said.to_h do |topic, given|
          case topic
          when "labels", "forward" then [topic, given.map { yield((topic == "labels") ? "labels" : "forward_to", _1) }]
          when "ink" then [topic, yield("inks", given)]
          when "reply" then [topic, yield("templates", given)]
          when "timing" then [topic, given.key?("round") ? {"round" => yield("rounds", given["round"])} : given]
          else [topic, given]
          end
        end
      end
      private_class_method :condition, :value, :effects
    end
  end
end
