# frozen_string_literal: true

module UpFront
  module Core
    # Everything that decides, checked and compiled: the owner and people, the plan, the rules in order.
    # Read from the file's shape (docs/rulebook.md) and never half: {Refused} carries every fault.
    class Rulebook
      FORMAT = "up-front-rulebook"
      VERSION = 1
      MAX_BYTES = 5 * 1024 * 1024

      attr_reader :owner, :accounts, :names, :plan, :rules, :views, :revision, :document, :candidates, :context, :by_name

      # @param json [String] UTF-8, at most 5 MB, strict JSON (RFC 8259) without doubled keys
      # @raise [Refused]
      def self.parse(json, **options)
        raise Refused, [Fault.new(pointer: "", expected: "at most 5 MB", found: "#{json.bytesize} bytes")] if json.bytesize > MAX_BYTES

        text = json.dup.force_encoding(Encoding::UTF_8)
        raise Refused, [Fault.new(pointer: "", expected: "UTF-8 text", found: "broken bytes")] unless text.valid_encoding?

        read(JSON.parse(text, max_nesting: 64, allow_nan: false, allow_duplicate_key: false), **options)
      rescue JSON::ParserError => error
        raise Refused, [Fault.new(pointer: "", expected: "strict JSON", found: error.message[0, 200])]
      end

      # @param document [Hash] the file's shape @param ids [Array] the store's key of each rule @param view_ids [Array] of each view
      # @raise [Refused]
      def self.read(document, revision: 0, ids: [], view_ids: [])
        RulebookReader.new(document, revision: revision, ids: ids, view_ids: view_ids).rulebook
      end

      def initialize(owner:, accounts:, names:, plan:, rules:, revision:, document:, views: [])
        @owner = owner
        @accounts = accounts
        @names = names
        @plan = plan
        @rules = rules.freeze
        @views = views.freeze
        @revision = revision
        @document = document
        @candidates = Candidates.new(@rules)
        @context = ConditionContext.new(document)
        @by_name = @rules.to_h { [_1.name, _1] }.freeze
        freeze
      end

      def zone = names.zone

      # @param reading [Reading] of the message, for whoever reads its texts too
      # @return [Claim] see {Decider}
      def decide(message, heads_down: nil, reading: Reading.new(message))
        Decider.new(self).decide(reading, heads_down: heads_down)
      end
    end
  end
end
