# frozen_string_literal: true

module UpFront
  module Core
    # Everything that decides, checked and compiled: the owner and people, the plan, the rules in order.
    # Read from the file's shape (docs/rulebook.md) and never half: {Refused} carries every fault.
    class Rulebook
      FORMAT = "up-front-rulebook"
      VERSION = 1
      MAX_BYTES = 5 * 1024 * 1024

      attr_reader :owner, :accounts, :names, :plan, :rules, :views, :promises, :examples, :routines, :revision, :document, :candidates,
        :context,
        :by_name, :pauses

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
        raise unread("strict JSON", error.message[0, 200],
          "It is no rulebook's file: it is not JSON (#{error.message[0, 120].lines.first&.strip}).")
      end

      def self.unread(expected, found, words)
        Refused.new([Fault.new(pointer: "", expected: expected, found: found, words: words)])
      end
      private_class_method :unread

      # @param document [Hash] the file's shape @param ids [Array] the store's key of each rule @param view_ids [Array] of each view
      # @raise [Refused]
      # @param pauses [Pauses] when all rules are paused; no part of the file
      def self.read(document, revision: 0, ids: [], view_ids: [], pauses: Pauses.none)
        RulebookReader.new(document, revision: revision, ids: ids, view_ids: view_ids, pauses: pauses).rulebook
      end

      def initialize(owner:, accounts:, names:, plan:, rules:, revision:, document:, views: [], promises: [], examples: [],
        routines: [], pauses: Pauses.none)
        @owner = owner
        @accounts = accounts
        @names = names
        @plan = plan
        @rules = rules.freeze
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

      # @param reading [Reading] of the message, for whoever reads its texts too
      # @return [Claim] see {Decider}
      def decide(message, heads_down: nil, reading: Reading.new(message), paused: true, agreed: [])
        Decider.new(self).decide(reading, heads_down: heads_down, paused: paused, agreed: agreed)
      end
    end
  end
end
