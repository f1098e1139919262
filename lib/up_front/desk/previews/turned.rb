# frozen_string_literal: true

module UpFront
  module Desk
    # Which promises and examples a change would turn: that held, and would not. Nothing is changed by asking.
    class Turned
      # @!attribute kind [String] promise or example @!attribute name [String]
      # @!attribute found [Promises::Found, Core::Example] by kind
      # @!attribute was [Core::Claim, nil] of an example, as it is @!attribute now [Core::Claim, nil] as it would be
      Row = Struct.new(:kind, :name, :found, :was, :now, keyword_init: true)

      # @param before [Core::Rulebook] in force @param after [Core::Rulebook]
      def initialize(before, after, now)
        @promised = before.promises.any? || before.examples.any?
        @before = Promises.of(before, now)
        @after = Promises.new(after, now)
      end

      # @return [Integer] promises that were not gone into yet
      def open = @promised ? [@before, @after].map { |each| each.found.count(&:open?) }.max : 0

      # @return [Array<Row>]
      def rows = @promised ? promises + examples : []

      private

      def promises
        held = @before.found.reject { _1.broken? || _1.open? }.to_set { Core::Text.fold(_1.promise.name) }
        @after.found.select { _1.broken? && held.include?(Core::Text.fold(_1.promise.name)) }
          .map { Row.new(kind: "promise", name: _1.promise.name, found: _1) }
      end

      def examples
        kept = @before.examples.select { _2.empty? }.to_h { |example, _| [Core::Text.fold(example.name), example] }
        @after.examples.select { |example, broken| broken.any? && kept.key?(Core::Text.fold(example.name)) }.map do |example, _|
          Row.new(kind: "example", name: example.name, found: example, was: @before.decided(example), now: @after.decided(example))
        end
      end
    end
  end
end
