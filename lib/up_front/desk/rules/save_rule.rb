# frozen_string_literal: true

module UpFront
  module Desk
    # Makes a rule, or saves one that was changed. It holds for mail that arrives from then on.
    class SaveRule < ChangeRulebook
      # @param body [Hash] the rule as in the rulebook file
      # @param id [Integer, nil] of the rule to change @param version [Integer, nil] as it was when read
      # @param place [Symbol, Integer] of a new one: :first, :last, or so many rules before it
      # @return [Done] with the rule as result @raise [Core::Refused, Impossible]
      def call(body, id: nil, version: nil, place: :first)
        transaction do
          rule = id ? existing(id, version) : Store::Rule.new(created_at: now, version: 0, position: 0)
          body = settled(body, rule)
          sensible!(body, rule)
          text = id ? "Changed the rule “#{body["name"]}”." : "Made the rule “#{body["name"]}”."
          rule.update!(body: tidy(body), form: Core::Rulebook::VERSION, version: rule.version + 1)
          row = id ? trail(rule) : trail(rule, before: {"deleted_at" => now})
          keep_version(rule, id ? "changed" : "made")
          moved = id ? [] : put(rule, place)
          rules_changed(text, {"Rule" => [row, *moved]}, result: rule)
        end
      end

      private

      def existing(id, version)
        rule = saved_rule(id)
        if version && version != rule.version
          raise Impossible.new("This rule was changed elsewhere since you opened it. It now reads: #{sentence(id)}", status: 409)
        end
        rule
      end

      def sentence(id) = Core::Sentence.rule(Store::CurrentRulebook.rulebook.own.find { _1.id == id })

      # The whole rulebook is read with the new rule in it, so that names and references are checked as ever.
      # @return [Hash] the body with names as the rulebook spells them
      def settled(body, rule)
        head = Store::Rulebook.first!.document
        others = Store::CurrentRulebook.rulebook.own.reject { _1.id == rule.id }.map(&:to_h)
        Core::Rulebook.read(head.merge("rules" => others + [body])).document["rules"].last
      rescue Core::Refused => refused
        raise refused.within("/rules/#{others.size}")
      end

      def tidy(body) = body.slice(*Core::Rule::REQUIRED, *Core::Rule::OPTIONAL).merge("name" => body["name"].strip)

      # What the format allows and nobody means is refused where it is written, and not when an old rule is switched.
      def sensible!(body, rule)
        return if rule.persisted? && body.values_at("when", "unless", "then") == rule.body.values_at("when", "unless", "then")

        faults = Core::Draft.new(body, Store::CurrentRulebook.rulebook.names).faults
        faults += silent(body)
        raise Core::Refused, faults if faults.any?
      end

      # @return [Array<Core::Fault>] that its alert's sound is not there
      def silent(body)
        sound = body.dig("then", "alert", "sound") if body.dig("then", "alert").is_a?(Hash)
        known = Core::AlertEffect::SOUNDS + Store::Sound.pluck(:name)
        return [] if sound.nil? || known.any? { Core::Text.fold(_1) == Core::Text.fold(sound) }

        words = "There is no sound “#{sound}” here; choose #{Core::English.join(known, "or")}."
        [Core::Fault.new(pointer: "/then/alert/sound", expected: "a sound that is here", found: sound, words: words)]
      end

      # @return [Array<Hash>] the trails of the rules that moved
      def put(rule, place)
        rules = Store::Rule.in_order.where.not(id: rule.id).to_a
        rules.insert({first: 0, last: rules.size}.fetch(place) { place.clamp(0, rules.size) }, rule)
        MoveRule.number(rules) { |each| trail(each) unless each == rule }
      end
    end
  end
end
