# frozen_string_literal: true

module UpFront
  module Core
    # The list through which a message came, by its List-Id (RFC 2919, section 2): "Lunch <lunch.lanternquay.example>".
    class MailingList
      LONGEST = 255 # letters of an identifier (RFC 2919, section 3)

      # @!attribute id [String] in lower case, without brackets @!attribute name [String, nil] what stands before it
      attr_reader :id, :name

      # @param message [#header] @return [MailingList, nil]
      def self.of(message) = read(message.header("list-id").first)

      # @param value [String, nil] of the header @return [MailingList, nil]
      def self.read(value)
        value = value.to_s.strip
        new(value) unless value.empty?
      end

      # @param value [String] of the header
      def initialize(value)
        within = value[0, 2_000][/<([^<>]*)>/, 1]
        @id = (within || value).strip.downcase[0, LONGEST].freeze
        @name = (within && value[/\A([^<]*)</, 1].to_s.strip.delete("\"").then { _1.empty? ? nil : _1[0, LONGEST] }).freeze
        freeze
      end
    end
  end
end
