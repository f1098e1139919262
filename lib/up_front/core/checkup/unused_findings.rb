# frozen_string_literal: true

module UpFront
  module Core
    # Groups, labels, inks and templates that nothing names, and groups without anybody in them.
    class UnusedFindings
      KINDS = {"groups" => "group", "labels" => "label", "inks" => "ink", "templates" => "template"}.freeze

      # @param rulebook [Rulebook] @param in_use [Hash{String=>Enumerable<String>}] by kind, names that are in use elsewhere
      def initialize(rulebook, in_use: {})
        @document = rulebook.document
        @rules = rulebook.own
        bodies = ["rules", "views", *References::KEPT].flat_map { @document.fetch(_1, []) }
        @named = bodies.map { References.of(_1) }
        @in_use = in_use
      end

      # @return [Array<Finding>]
      def to_a = empty_groups + KINDS.keys.flat_map { unused(_1) }

      private

      def each(kind) = @document.fetch(kind, []).each_with_index.map { |thing, place| [thing["name"], "/#{kind}/#{place}", thing] }

      def empty_groups
        each("groups").select { |_, _, group| group["members"].to_a.empty? }.map do |name, where, _|
          naming = @rules.each_index.select { uses?(@named[_1], "groups", name) }.map { @rules[_1].name }
          Finding.new(kind: "empty_group", rules: naming, where: where,
            said: "Nobody is in the group “#{name}”#{", which #{English.join(naming.map { "“#{_1}”" }, "and")} asks for" if naming.any?}.")
        end
      end

      def unused(kind)
        taken = @in_use.fetch(kind, []).to_set { Text.fold(_1) }
        each(kind).reject { |name, _, _| taken.include?(Text.fold(name)) || @named.any? { uses?(_1, kind, name) } }.map do |name, where, _|
          Finding.new(kind: "unused", rules: [], where: where, said: "No rule and no view names the #{KINDS.fetch(kind)} “#{name}”.")
        end
      end

      def uses?(named, kind, name) = named.fetch(kind).any? { Text.fold(_1) == Text.fold(name) }
    end
  end
end
