# frozen_string_literal: true

module UpFront
  module Core
    # Everything that decides, checked and compiled: the owner and people, the plan, the rules in order.
    # Read from the file's shape (docs/rulebook.md) and never half: {Refused} carries every fault.
    class Rulebook
      FORMAT = "up-front-rulebook"
      VERSION = 1
      MAX_BYTES = 5 * 1024 * 1024

      # @!attribute rules [Array<Rule>] in the order in which they are read: what the office publishes for all, the owner's own, then what
      #   it suggests and what it offers @!attribute own [Array<Rule>] the owner's, as the document has them
      attr_reader :owner, :accounts, :names, :plan, :rules, :own, :views, :promises, :examples, :routines, :revision, :document,
        :candidates, :context, :by_name, :pauses

      # @param json [String] UTF-8, at most 5 MB, strict JSON (RFC 8259) without doubled keys
      # @raise [Refused]
      def self.parse(json, **options) = read(from_json(json), **options)

      # @return [Object] what the text holds, not checked yet @raise [Refused]
      def self.from_json(json)
        raise unread("at most 5 MB", "#{json.bytesize} bytes", "It is larger than 5 MB.") if json.bytesize > MAX_BYTES

        text = json.dup.force_encoding(Encoding::UTF_8)
        raise unread("UTF-8 text", "broken bytes", "It is no text in UTF-8.") unless text.valid_encoding?

        JSON.parse(text, max_nesting: 64, allow_nan: false, allow_duplicate_key: false)
      rescue JSON::ParserError => error
        line = error.message[/line (\d+)/, 1]
        raise unread("strict JSON", error.message[0, 200],
          "It cannot be read: its text is garbled, or breaks off#{", at line #{line}" if line}. Take it anew from where it was made.")
      end

      def self.unread(expected, found, words)
        Refused.new([Fault.new(pointer: "", expected: expected, found: found, words: words)])
      end
      private_class_method :unread

      # @param document [Hash] the file's shape @param ids [Array] the store's key of each rule @param view_ids [Array] of each view
      # @raise [Refused]
      # @param pauses [Pauses] when all rules are paused; no part of the file
      # @param house_ids [Hash] the store's key of each rule of the office, by its place and its folded name there
      def self.read(document, **options) = RulebookReader.new(document, **options).rulebook

      def initialize(owner:, accounts:, names:, plan:, own:, revision:, document:, house: [], parts: nil, views: [],
        promises: [], examples: [], routines: [], pauses: Pauses.none)
        @owner = owner
        @accounts = accounts
        @names = names
        @plan = plan
        @own = own.freeze
        @house = house.freeze
        @parts = parts
        @rules = arranged(own).freeze
        @views = views.freeze
        @promises = promises.freeze
        @examples = examples.freeze
        @routines = routines.freeze
        @revision = revision
        @document = document
        @pauses = pauses
        @candidates = Candidates.new(@rules)
        @context = ConditionContext.new(document)
        @by_name = @rules.to_h { [_1.name, _1] }.freeze
        freeze
      end

      def zone = names.zone

      # @param own [Array<Rule>] in place of the owner's @return [Array<Rule>] those and the office's, in the order in which they are read
      def arranged(own)
        firm, after = @house.partition(&:firm?)
        firm + own + after
      end

      # @param kind [String] of {HouseEdition::THINGS}
      # @return [Array<Hash>] the owner's and the office's, under the names that they have here
      def things(kind) = document.fetch(kind, []) + (@parts ? @parts.things(kind) : [])

      # @param place [Integer] in {rules} @return [String] JSON Pointer into the document: to the rule, or to what is followed
      def where(place) = own.index { _1.equal?(rules[place]) }&.then { "/rules/#{_1}" } || "/house"

      # @return [Array<Rule>] the office's, those for all first
      attr_reader :house

      # @param reading [Reading] of the message, for whoever reads its texts too
      # @return [Claim] see {Decider}
      def decide(message, heads_down: nil, reading: Reading.new(message), paused: true, agreed: [])
        Decider.new(self).decide(reading, heads_down: heads_down, paused: paused, agreed: agreed)
      end
    end
  end
end
