# frozen_string_literal: true

module UpFront
  module Core
    # Members of groups whose domain only looks like another that the person knows.
    class PeopleFindings
      # @param rulebook [Rulebook]
      def initialize(rulebook)
        @groups = rulebook.document.fetch("groups", [])
        @cautions = Cautions.new(rulebook.names.known_domains)
      end

      # @return [Array<Finding>]
      def to_a
        @groups.each_with_index.flat_map do |group, place|
          group["members"].filter_map { |member| caution(member)&.then { finding(group, place, _1) } }
        end
      end

      private

      # Of two that look alike, one is told.
      def caution(member)
        said = @cautions.of(Address.new(member.start_with?("@") ? "x#{member}" : member))
        said if said&.include?("looks like")
      end

      def finding(group, place, said)
        Finding.new(kind: "look_alike", rules: [], where: "/groups/#{place}", said: "In the group “#{group["name"]}”: #{said}")
      end
    end
  end
end
