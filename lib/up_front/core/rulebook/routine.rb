# frozen_string_literal: true

module UpFront
  module Core
    # Several acts under one name and one key: what rules may say of a message, done by hand, and what only a person does: put it off, make
    # a task of it, clear it, go on to the next. Whatever order they are given in, they are done in one that makes sense.
    class Routine
      REQUIRED = %w[name].freeze
      OPTIONAL = %w[key then put_off task clear next].freeze
      # What of rules' effects is done by hand, in this order.
      TOPICS = %w[labels priority ink flag keep_at_top mark_read reply forward forward_inline follow_up discard].freeze
      SENDING = %w[reply forward forward_inline].freeze
      KEY = /\A[a-z]\z/
      MOST = 100
      MOST_WORDS = 300
      FURTHEST_DAYS = 366

      attr_reader :name, :key, :effects, :put_off, :task

      # @param value [Hash] from the file @param names [Names] @return [Routine, nil]
      def self.read(value, check, names)
        before = check.faults.size
        check.object(value, required: REQUIRED, optional: OPTIONAL) or return
        made = new(value, name: value.key?("name") ? check.at("name").filled(value["name"]) : nil, key: key(value["key"], check.at("key")),
          effects: effects(value["then"], check.at("then"), names), put_off: put_off(value["put_off"], check.at("put_off")),
          task: task(value["task"], check.at("task")))
        %w[clear next].each { |part| check.at(part).flag(value[part]) if value.key?(part) }
        fit(made, value, check) if check.faults.size == before
        made if check.faults.size == before
      end

      class << self
        private

        def key(given, check)
          return if given.nil?

          (given.is_a?(String) && given.match?(KEY)) ? given : check.refuse("a letter from a to z", given,
            words: "A routine's key is one letter, a to z.")
        end

        def effects(given, check, names)
          return RuleEffects.new({}, names) if given.nil?

          others = given.is_a?(Hash) ? given.keys - TOPICS : []
          others.each {
            check.at(_1).refuse("one of #{TOPICS.join(", ")}", _1, words: "“#{_1.to_s.tr("_", " ")}” is nothing that a routine does.")
          }
          others.empty? ? RuleEffects.read(given, check, names) : nil
        end

        # After so long, or at the next such time of day.
        def put_off(given, check)
          return if given.nil?

          check.object(given, optional: %w[in at]) or return
          return check.refuse("exactly one of in and at", found: given.keys.join(", ")) unless given.size == 1

          given.key?("in") ? check.at("in").duration(given["in"]) : check.at("at").time(given["at"])
          given
        end

        def task(given, check)
          return if given.nil?

          check.object(given, required: %w[words], optional: %w[in_days at]) or return
          check.at("words").filled(given["words"]) if given.key?("words")
          days = given.key?("in_days") ? check.at("in_days").whole(given["in_days"], least: 0) : nil
          check.at("in_days").refuse("at most #{FURTHEST_DAYS}", days) if days && days > FURTHEST_DAYS
          check.at("at").time(given["at"]) if given["at"]
          if given["at"] && days.nil?
            check.at("at").refuse("a day for the time", given["at"],
              words: "Give the task a day, or leave its time out.")
          end
          given
        end

        def fit(made, value, check)
          return check.refuse("something to do", words: "Say what it does.") unless made.does_anything?

          away = [("clear it" if value["clear"]), ("put it off" if made.put_off), ("discard it" if made.effects["discard"])].compact
          return if away.size < 2

          check.refuse("one of #{away.join(", ")}", words: "It cannot #{English.join(away.first(2), "and")}: choose one.")
        end
      end

      def initialize(said, name:, key:, effects:, put_off:, task:)
        @said = said
        @name = name
        @key = key
        @effects = effects
        @put_off = put_off
        @task = task
        freeze
      end

      def clear? = @said["clear"] == true
      def next? = @said["next"] == true
      def sends? = SENDING.any? { effects[_1] }
      def makes_tasks? = !task.nil? || !effects["follow_up"].nil?
      def does_anything? = effects.said.any? { |_, value| value } || put_off || task || clear? || next?

      # @return [Hash] as the file has it, with the names as the rulebook spells them
      def to_h = @said.merge(@said.key?("then") ? {"then" => effects.said} : {})

      # @return [String] "label it Finance, flag it, clear it and go on to the next"
      def sentence = English.join(steps, "and")

      # @return [Array<String>] each step as one says it
      def steps
        of_effects = TOPICS.filter_map { |topic| effects.said.fetch(topic, nil).then { |value| Effects.find(topic).say(value) if value } }
        [*of_effects, *own_steps]
      end

      private

      def own_steps
        [("make the task “#{task["words"]}”#{task_day}" if task), ("put it off #{put_off_said}" if put_off), ("clear it" if clear?),
          ("go on to the next" if next?)].compact
      end

      def put_off_said = put_off["in"] ? "for #{Duration.say(put_off["in"])}" : "until #{put_off["at"]}"

      def task_day
        days = task["in_days"] or return ""
        day = {0 => "today", 1 => "tomorrow"}.fetch(days) { "in #{days} days" }
        ", due #{day}#{" at #{task["at"]}" if task["at"]}"
      end
    end
  end
end
