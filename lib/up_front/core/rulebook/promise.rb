# frozen_string_literal: true

module UpFront
  module Core
    # What must hold of the rulebook, whatever is changed in it: of all mail, or of some.
    class Promise
      REQUIRED = %w[name holds].freeze
      OPTIONAL = %w[when unless arriving].freeze
      # What may be promised. `comes_in`: it comes in, within so long. `waits`: where it comes in at all, within so long. `loudest`: no
      # alert is louder. `on_front`: no rule takes it off the Front. `silent`: in a stretch of the week no alert of it sounds.
      # `alerts_a_day`: on no day are there more.
      KINDS = %w[comes_in waits loudest on_front silent alerts_a_day].freeze
      LOUDEST = [AlertEffect::NONE, *AlertEffect::LEVELS[0...-1]].freeze
      MOST = 1_000 # alerts a day

      # @!attribute when [Condition] of which mail; all where it asks nothing @!attribute unless [Condition, nil] and which of it not
      # @!attribute arriving [WeekSpan, nil] the stretch of the week, days off apart, in which it must arrive; nil: at any time
      # @!attribute kind [String] of {KINDS} @!attribute bound [Duration, String, WeekSpan, Integer, true] by kind
      attr_reader :name, :when, :unless, :arriving, :kind, :bound

      # @param value [Hash] from the file @return [Promise, nil]
      def self.read(value, check, names)
        before = check.faults.size
        check.object(value, required: REQUIRED, optional: OPTIONAL) or return
        conditions = %w[when unless].to_h { |key| [key.to_sym, value[key]&.then { Condition.read(_1, check.at(key), names) }] }
        kind, bound = read_bound(value["holds"], check.at("holds")) if value.key?("holds")
        made = new(name: value.key?("name") ? check.at("name").filled(value["name"]) : nil, said: value, kind: kind, bound: bound,
          **conditions, arriving: value["arriving"]&.then { WeekSpan.read(_1, check.at("arriving")) })
        made if check.faults.size == before
      end

      def self.read_bound(value, check)
        return check.refuse("an object with one of #{KINDS.join(", ")}", value) unless value.is_a?(Hash)
        return check.refuse("exactly one of #{KINDS.join(", ")}", found: value.keys.join(", ")) unless value.size == 1

        kind, given = value.first
        at = check.at(kind)
        bound = case kind
        when "comes_in", "waits" then at.duration(given)
        when "loudest" then at.one_of(given, LOUDEST)
        when "on_front" then (given == true) ? true : at.refuse("true", given)
        when "silent" then WeekSpan.read(given, at)
        when "alerts_a_day" then at.whole(given)&.then { (_1 <= MOST) ? _1 : at.refuse("at most #{MOST}", given) }
        else at.refuse("one of #{KINDS.join(", ")}", kind)
        end
        [kind, bound]
      end
      private_class_method :read_bound

      def initialize(name:, said:, kind:, bound:, when:, unless:, arriving:)
        @name = name
        @said = said
        @kind = kind
        @bound = bound
        @arriving = arriving
        @when = binding.local_variable_get(:when) || Condition::Group.new("all", [].freeze).freeze
        @unless = binding.local_variable_get(:unless)
        freeze
      end

      # Mail from several senders at once is nobody's to promise for.
      # @param reading [Reading] of a message @param plan [Plan] @return [Boolean] whether the promise is about it
      def about?(reading, plan)
        reading.message.from.size < 2 && Matcher.matches?(self, reading) && arrives?(reading.message.arrived_at, plan)
      end

      # @param instant [Time] of an arrival @return [Boolean] whether it lies in the stretch that is meant
      def arrives?(instant, plan)
        arriving.nil? || (arriving.covers?(instant, plan.zone) && !plan.days_off.include?(plan.zone.date(instant)))
      end

      # @param claim [Claim] on a message that it is about @return [Boolean, nil] whether it is kept of this one; nil where one message does
      #   not tell
      def kept?(claim, plan)
        case kind
        when "comes_in" then !claim.surface_at.nil? && claim.surface_at <= bound.after(claim.arrived_at, plan.zone)
        when "waits" then claim.surface_at ? claim.surface_at <= bound.after(claim.arrived_at, plan.zone) : !claim.held
        when "loudest" then claim.alert.nil? || !Promise.louder?(claim.alert, bound)
        when "on_front" then !claim.surface_at.nil? || claim.held
        when "silent" then !Promise.sounds?(claim.alert) || !bound.covers?(claim.surface_at, plan.zone)
        end
      end

      LEVELS = [AlertEffect::NONE, *AlertEffect::LEVELS].freeze
      private_constant :LEVELS

      # @param alert [Hash] @param most [String] of {LOUDEST}
      def self.louder?(alert, most) = LEVELS.index(alert["level"]) > LEVELS.index(most)

      # @param alert [Hash, nil] @return [Boolean] whether it is heard: a tap is not, but where it has a sound
      def self.sounds?(alert) = !alert.nil? && (alert["level"] != "tap" || alert.key?("sound"))

      # @return [Hash] as the file has it
      def to_h = @said.merge(%w[when unless].to_h { |key| [key, public_send(key)&.to_h] }.slice(*@said.keys))
    end
  end
end
