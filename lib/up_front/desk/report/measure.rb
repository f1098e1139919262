# frozen_string_literal: true

module UpFront
  module Desk
    # What a person wants to know of their days by, each with what they wish where they wish something: interruptions, the longest stretch
    # undisturbed, alerts. And what an interruption costs them, in minutes.
    class Measure < Act
      KEY = "measure"
      # @!attribute of [String] of {Core::DayReport#by_day} @!attribute title [String]
      # @!attribute least [Boolean] whether it is wished at least, else at most @!attribute unit [String]
      Kind = Struct.new(:of, :title, :least, :unit)
      KINDS = {"interruptions" => Kind.new("interruptions", "Moments that interrupt", false, "a day"),
               "longest" => Kind.new("longest", "Longest stretch undisturbed", true, "minutes"),
               "alerts" => Kind.new("alerts", "Alerts", false, "a day")}.freeze
      MOST = {"interruptions" => 480, "longest" => 480, "alerts" => 1_000}.freeze
      USUAL = {"chosen" => [], "wished" => {}, "front" => false, "from" => "16:30", "minutes" => 5}.freeze
      MOST_MINUTES = 120
      TIME = /\A(?:[01]\d|2[0-3]):[0-5]\d\z/

      # @return [Hash] chosen (of {KINDS}), wished (a number for some of them), front (whether the Front shows it), from ("16:30"), minutes
      def self.kept = USUAL.merge(Store::Setting[KEY] || {})

      # @param given [Hash] as {kept} @return [Done] @raise [Impossible]
      def call(given)
        kept = Measure.kept.merge(given.slice(*USUAL.keys))
        kept["wished"] = kept["wished"].compact.slice(*kept["chosen"])
        sensible!(kept)
        transaction do
          Store::Setting[KEY] = kept
          event("report")
          Done.new(message: "Kept.")
        end
      end

      private

      def sensible!(kept)
        refuse("/minutes", "Give minutes from 0 to #{MOST_MINUTES}.") unless kept["minutes"].between?(0, MOST_MINUTES)
        refuse("/from", "Give a time of day, such as 16:30.") unless kept["from"].match?(TIME)
        kept["wished"].each do |kind, number|
          refuse("/wished/#{kind}", "Give a number from 0 to #{MOST.fetch(kind)}.") unless number.between?(0, MOST.fetch(kind))
        end
      end

      def refuse(pointer, words) = raise(Impossible.new(words, pointer: pointer))
    end
  end
end
