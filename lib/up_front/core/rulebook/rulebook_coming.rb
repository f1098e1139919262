# frozen_string_literal: true

module UpFront
  module Core
    # A rulebook's file on its way in: made whole ({RulebookRepair}) and, where it is to be added, put together with one's own
    # ({RulebookMerge}).
    class RulebookComing
      attr_reader :document, :clashes, :lacks, :renamed

      # @param text [String] of the file @param own [Hash] the rulebook in force @param add [Boolean] add to it, or put in its place
      # @param choices [Hash{String=>String}] by key of clashes and lacks @raise [Refused]
      def initialize(text, own:, add:, choices: {})
        repair = RulebookRepair.new(Rulebook.from_json(text), own: own, choices: choices)
        merge = RulebookMerge.new(own, repair.document, choices: choices) if add
        whole = add ? RulebookRepair.new(merge.document, choices: choices) : repair
        @document = whole.document
        @clashes = merge ? merge.clashes : []
        @lacks = [repair, whole].flat_map(&:lacks).uniq
        @renamed = [repair, whole].flat_map(&:renamed).uniq
      end
    end
  end
end
