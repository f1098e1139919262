# frozen_string_literal: true

module UpFront
  module Core
    # What a rule says of the messages that it matches. Each key speaks on a topic; labels, forwards and
    # priority steps add up, of every other topic the first to speak decides.
    class Effects
      PRIORITIES = %w[low normal high top].freeze
      LEVELS = %w[tap chime call_out].freeze
      FLAGS = %w[keep_at_top flag mark_read discard].freeze
      ADDING = %w[labels forward mark_words].freeze
      KEYS = %w[timing priority alert ink keep_at_top flag mark_read discard labels mark_words follow_up forward reply].freeze
      MAX_ALERT_TEXT = 500
      SOUNDS = %w[Bell Buoy Crane Gull Harbour Lantern Tide Wave].freeze # those that a page offers; a rulebook may name others

      attr_reader :said, :timing, :follow_up

      # @return [Effects, nil]
      def self.read(value, check, names)
        check.object(value, optional: KEYS) or return
        before = check.faults.size
        timing = Timing.read(value["timing"], check.at("timing"), names) if value.key?("timing")
        follow_up = read_follow_up(value["follow_up"], check.at("follow_up")) if value.key?("follow_up")
        read_rest(value, check, names)
        new(value, timing: timing, follow_up: follow_up) if check.faults.size == before
      end

      def initialize(said, timing: nil, follow_up: nil)
        @said = said.freeze
        @timing = timing
        @follow_up = follow_up
        freeze
      end

      def [](topic) = said[topic]
      def topics = said.keys
      def step? = said["priority"].is_a?(Hash)

      # @return [Integer] steps up, negative down
      def steps = step? ? said["priority"].fetch("raise", 0) - said["priority"].fetch("lower", 0) : 0

      def self.read_follow_up(value, check)
        check.object(value, required: %w[in]) or return
        check.at("in").duration(value["in"]) if value.key?("in")
      end

      def self.read_rest(value, check, names)
        value.each do |key, given|
          at = check.at(key)
          case key
          when "priority" then read_priority(given, at)
          when "alert" then read_alert(given, at)
          when "ink" then names.fetch(:inks, given, at)
          when "reply" then names.fetch(:templates, given, at)
          when "labels" then at.list(given, empty: false) { |item, place| names.fetch(:labels, item, place) }
          when "mark_words" then at.list(given, empty: false) { |item, place| Types::Text.term(item, "mentions", place) }
          when "forward" then at.list(given, empty: false) { |item, place| forwarding(item, place, names) }
          when *FLAGS then at.flag(given)
          end
        end
      end

      def self.read_priority(value, check)
        return check.one_of(value, PRIORITIES.reverse) unless value.is_a?(Hash)

        check.object(value, optional: %w[raise lower])
        return check.refuse("exactly one of raise and lower", found: value.keys.join(", ").then { _1.empty? ? "none" : _1 }) unless value.size == 1

        key, steps = value.first
        check.at(key).whole(steps, least: 1)
      end

      def self.read_alert(value, check)
        return if value == "none"
        return check.refuse("\"none\" or an object with a level", value) unless value.is_a?(Hash)

        check.object(value, required: %w[level], optional: %w[text sound desktop break_through])
        check.at("level").one_of(value["level"], LEVELS) if value.key?("level")
        %w[desktop break_through].each { check.at(_1).flag(value[_1]) if value.key?(_1) }
        %w[text sound].each { check.at(_1).filled(value[_1]) if value.key?(_1) }
        check.at("text").refuse("at most #{MAX_ALERT_TEXT} characters", found: "more") if value["text"].to_s.size > MAX_ALERT_TEXT
      end

      def self.forwarding(item, check, names)
        names.forward_to.include?(Address.normalise(item.to_s)) ? item : check.refuse("one of the addresses in forward_to", item)
      end
      private_class_method :read_follow_up, :read_rest, :read_priority, :read_alert, :forwarding
    end
  end
end
