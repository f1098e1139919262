# frozen_string_literal: true

module UpFront
  module Core
    # One rule: when … unless … then …
    class Rule
      REQUIRED = %w[name when then].freeze
      OPTIONAL = %w[enabled unless last_word ask_first from_date until_date heading].freeze

      # @!attribute house [HouseMark, nil] of a rule of the office
      attr_reader :name, :when, :unless, :effects, :enabled, :last_word, :ask_first, :from_date, :until_date, :heading, :id, :house

      # @param id [Object, nil] the store's key, for whoever needs to find the rule again
      # @return [Rule, nil]
      def self.read(value, check, names, id: nil)
        before = check.faults.size
        check.object(value, required: REQUIRED, optional: OPTIONAL) or return
        parts = {
          id: id,
          name: value.key?("name") ? check.at("name").filled(value["name"]) : nil,
          when: value.key?("when") ? Condition.read(value["when"], check.at("when"), names) : nil,
          unless: value["unless"]&.then { Condition.read(_1, check.at("unless"), names) },
          effects: value.key?("then") ? RuleEffects.read(value["then"], check.at("then"), names) : nil,
          heading: value["heading"]&.then { check.at("heading").filled(_1) },
          **read_switches(value, check), **read_dates(value, check)
        }
        new(**parts) if check.faults.size == before
      end

      def self.read_switches(value, check)
        {enabled: true, last_word: false, ask_first: false}.to_h do |key, default|
          name = key.to_s
          [key, value.key?(name) ? check.at(name).flag(value[name]) : default]
        end
      end

      def self.read_dates(value, check)
        %w[from_date until_date].to_h { |key| [key.to_sym, value[key]&.then { check.at(key).date(_1) }] }
      end
      private_class_method :read_switches, :read_dates

      def initialize(**parts)
        parts.each { |key, value| instance_variable_set(:"@#{key}", value) }
        freeze
      end

      # @param mark [HouseMark] @return [Rule] the same, published by the office
      def of_house(mark)
        Rule.new(**instance_variables.to_h { [_1.to_s.delete_prefix("@").to_sym, instance_variable_get(_1)] }, house: mark)
      end

      # @return [Boolean] whether it is the office's, for all: read first, and never paused
      def firm? = !house.nil? && house.firm?

      # @param date [Date] the arrival's local date
      def in_dates?(date) = (from_date.nil? || date >= from_date) && (until_date.nil? || date <= until_date)

      # @param date [Date] @return [Array(Symbol, Date), Array(Symbol), nil] why nothing happens by it on that day: off, or that it
      #   begins or was over on a day
      def sleeps(date)
        return [:off] unless enabled
        return if in_dates?(date)

        (from_date && from_date > date) ? [:begins, from_date] : [:over, until_date]
      end

      # @return [Hash] as the file has it, defaults written out
      def to_h
        {"name" => name, "enabled" => enabled, "when" => self.when.to_h, "unless" => self.unless&.to_h, "then" => effects.said,
         "last_word" => last_word, "ask_first" => ask_first,
         "from_date" => from_date&.iso8601, "until_date" => until_date&.iso8601, "heading" => heading}
      end
    end
  end
end
