# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Groups of a condition in which the other way of holding together would matter much: that is what people get wrong.
      module AllOrAny
        TIMES = 3 # how many times more *any of* must hold than *all of* before both numbers are shown
        LEAST = 5

        module_function

        # @param nodes [Hash{String=>Core::Condition}] by pointer @yield [node] @yieldreturn [Integer] how many messages it holds for
        # @return [Array<Hash>]
        def of(nodes)
          groups = nodes.select { |_, node| node.is_a?(Core::Condition::Group) && node.kind != "none" && node.members.size > 1 }
          groups.filter_map do |pointer, node|
            other = Core::Condition::Group.new((node.kind == "all") ? "any" : "all", node.members)
            here, there = yield(node), yield(other)
            few, many = [here, there].minmax
            {pointer: pointer, kind: node.kind, count: here, other: other.kind, other_count: there} if many >= LEAST && many >= few * TIMES
          end
        end
      end
    end
  end
end
