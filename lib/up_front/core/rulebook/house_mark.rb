# frozen_string_literal: true

module UpFront
  module Core
    # That a rule is the office's: who published it, how firm it is, since which day it has held here, in which edition it stands,
    # from where that came, and how it is called there.
    HouseMark = Struct.new(:publisher, :firmness, :since, :edition, :place, :name_there, keyword_init: true) do
      # @return [Boolean] read before all others, paused by nothing
      def firm? = firmness == HouseMark::FOR_ALL

      # @return [String] "for all, by Lantern Quay Museum since 9 March 2027"
      def said = "#{HouseMark::WORDS.fetch(firmness)}, by #{publisher}#{" since #{English.day(Date.iso8601(since))}" if since}"

      # @return [Hash] as a trace keeps it
      def to_h = {"publisher" => publisher, "firmness" => firmness, "edition" => edition, "since" => since}

      # @param kept [Hash, nil] of a trace @return [String, nil] see {#said}
      def self.said(kept) = kept && new(**kept.transform_keys(&:to_sym)).said
    end

    HouseMark::FOR_ALL = "for_all"
    # From the one that is read first to the one that is off until it is switched on.
    HouseMark::WORDS = {"for_all" => "for all", "suggested" => "suggested", "offered" => "offered"}.freeze
    HouseMark::FIRMNESS = HouseMark::WORDS.keys.freeze
  end
end
