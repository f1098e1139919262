# frozen_string_literal: true

module UpFront
  module Core
    # A rule with which a message would match: of what {MinimalChanges} say must turn, who wrote to whom is added to those who are
    # meant, and all else is taken out of its conditions. A condition of several that must all come out so goes by itself; one of
    # several of which any would do goes with its group.
    module Loosened
      PEOPLE = %w[from to cc recipients reply_to].freeze

      module_function

      # @param body [Hash] the rule in the file's shape @param pointers [Array<String>] a set of {MinimalChanges}
      # @param message [Message, nil] whose people may be added
      # @return [Hash] a copy of the body
      def of(body, pointers, message = nil)
        body = JSON.parse(JSON.generate(body))
        left = pointers.reject { |pointer| message && to_hold?(pointer) && widened?(body, pointer, message) }
        ways = left.map { |pointer| pointer.split("/").drop(1) }.group_by(&:first).transform_values { |of| of.map { _1.drop(1) } }
        loose = body.dup
        loose["when"] = without(body["when"], ways["when"], true) || {"all" => []} if ways["when"]
        loose["unless"] = without(body["unless"], ways["unless"], false) if ways["unless"]
        loose
      end

      # @return [Boolean] whether the leaf must come out true: it stands in `when`, within no `none` or an even number of them
      def to_hold?(pointer)
        part, *way = pointer.split("/").drop(1)
        part == "when" && way.count("none").even?
      end

      # Adds the message's own to the people of a leaf. @return [Boolean] whether it could be done
      def widened?(body, pointer, message)
        leaf = body.dig(*pointer.split("/").drop(1).map { _1.match?(/\A\d+\z/) ? _1.to_i : _1 })
        return false unless PEOPLE.include?(leaf["fact"]) && leaf["op"] == "is" && !leaf["not"]

        address = Facts.find(leaf["fact"]).read(message).first&.email
        leaf["value"] += [address] if address&.match?(Address::TERM)
        !address.nil? && leaf["value"].include?(address)
      end

      # @param ways [Array<Array<String>>] to the leaves @param wanted [Boolean] how the node shall come out
      # @return [Hash, nil] nil where all of it goes
      def without(node, ways, wanted)
        return if ways.include?([])

        kind, members = node.first
        wanted = !wanted if kind == "none"
        return unless (((kind == "none") ? "any" : kind) == "all") == wanted # one of them would do: the group goes

        at = ways.group_by { _1[1].to_i }.transform_values { |of| of.map { |way| way.drop(2) } }
        left = members.each_with_index.filter_map { |member, index| at.key?(index) ? without(member, at[index], wanted) : member }
        {kind => left}.then { (left.empty? && kind != "all") ? nil : _1 }
      end
      private_class_method :to_hold?, :widened?, :without
    end
  end
end
