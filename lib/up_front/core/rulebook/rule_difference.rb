# frozen_string_literal: true

module UpFront
  module Core
    # What one version of a rule has otherwise than another, in a few words.
    module RuleDifference
      PARTS = {"name" => "name", "when" => "conditions", "unless" => "exceptions", "then" => "effects", "enabled" => "switch",
               "last_word" => "last word", "ask_first" => "ask first",
               "from_date" => "dates", "until_date" => "dates", "heading" => "heading"}.freeze

      # @param before [Hash, nil] a body @param after [Hash] a body @return [Array<String>]
      def self.between(before, after)
        return [] unless before

        parts = PARTS.reject { |key, _| plain(key, before[key]) == plain(key, after[key]) }
        parts.map { |key, text| told(key, text, after) }.uniq
      end

      def self.told(key, text, after)
        case key
        when "enabled" then (after["enabled"] == false) ? "switched off" : "switched on"
        when "name" then "renamed to “#{after["name"]}”"
        else text
        end
      end

      def self.plain(key, value) = value.nil? ? RulebookDifference::DEFAULTS[key] : value
      private_class_method :told, :plain
    end
  end
end
