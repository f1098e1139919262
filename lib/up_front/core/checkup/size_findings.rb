# frozen_string_literal: true

module UpFront
  module Core
    # Whether a rulebook comes near to what it may hold at most.
    class SizeFindings
      NEAR = 0.8
      LISTS = %w[rules groups labels inks templates views].freeze

      # @param rulebook [Rulebook]
      def initialize(rulebook)
        @document = rulebook.document
      end

      # @return [Array<Finding>]
      def to_a = [whole, *lists, *members].compact

      private

      def whole
        bytes = JSON.generate(@document).bytesize
        near(bytes, Rulebook::MAX_BYTES, "/rules") do
          "The rulebook is #{bytes * 100 / Rulebook::MAX_BYTES} in 100 as large as one may be."
        end
      end

      def lists = LISTS.map { |kind| full(@document.fetch(kind, []), "/#{kind}", "Your rulebook holds %s #{kind}") }

      def members
        @document.fetch("groups", []).each_with_index.map do |group, place|
          full(group["members"].to_a, "/groups/#{place}", "The group “#{group["name"].gsub("%", "%%")}” holds %s people and domains")
        end
      end

      def full(list, where, said)
        near(list.size, Check::MAX_LIST, where) { "#{format(said, list.size)}, of at most #{Check::MAX_LIST}." }
      end

      def near(size, most, where) = (Finding.new(kind: "nearly_full", rules: [], where: where, said: yield) if size >= NEAR * most)
    end
  end
end
