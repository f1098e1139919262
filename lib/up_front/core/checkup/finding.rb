# frozen_string_literal: true

module UpFront
  module Core
    # One thing that the check-up found.
    #
    # @!attribute kind [String] of {CheckUp::KINDS} @!attribute rules [Array<String>] names: the one that is meant, then the others
    # @!attribute where [String] JSON Pointer into the rulebook @!attribute said [String] a sentence or two for a person
    # @!attribute seen [Seen, nil] in which mail it was seen; nil where it is proved of all mail there can be
    Finding = Struct.new(:kind, :rules, :where, :said, :seen, keyword_init: true) do
      # @return [Boolean]
      def proved = seen.nil?

      def to_h = {"kind" => kind, "proved" => proved, "rules" => rules, "where" => where, "said" => said, "seen" => seen&.to_h}
    end

    # @!attribute messages [Integer] in how many @!attribute from [Time] @!attribute until [Time] between what arrivals it was looked for
    class Finding
      Seen = Struct.new(:messages, :from, :until, keyword_init: true) do
        def to_h = {"messages" => messages, "from" => from.getutc.iso8601, "until" => self.until.getutc.iso8601}
      end
    end
  end
end
