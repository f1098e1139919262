# frozen_string_literal: true

module UpFront
  module Desk
    # Does what a person wants of the mail of somebody, of a domain or a list, or of several: they are written into the list of one ordinary
    # rule for each choice, which is made where it is not there yet and goes when nobody is left in it.
    class ChooseSenders < ChangeRulebook
      BY = %w[address domain list].freeze
      CHOICES = [*Core::SenderChoice::ALL.keys, Core::SenderChoice::NONE].freeze

      # What would be changed. @!attribute rules [Array<Core::Rule>] all of them, in order
      # @!attribute touched [Array<Core::Rule>] before and after @!attribute bodies [Hash{Integer=>Hash}] see {Core::SenderChoice#changes}
      Planned = Struct.new(:rules, :touched, :bodies, keyword_init: true)

      # @param rulebook [Core::Rulebook] in force @param list [Core::SenderList] @param choice [String] of {CHOICES}
      # @return [Planned] @raise [Core::Refused, Impossible]
      def self.plan(rulebook, list, choice)
        bodies = changes(rulebook.own.map(&:to_h), list, choice)
        touched = []
        own = rulebook.own.each_with_index.filter_map do |rule, place|
          next rule unless bodies.key?(place)

          touched << rule
          bodies[place] && read(bodies[place], rulebook, rule.id).tap { touched << _1 }
        end
        own.unshift(read(bodies[nil], rulebook, nil).tap { touched << _1 }) if bodies[nil]
        Planned.new(rules: rulebook.arranged(own), touched: touched, bodies: bodies)
      end

      def self.changes(bodies, list, choice)
        Core::SenderChoice.new(bodies, list, choice).changes
      rescue Core::SenderChoice::NoList => changed
        raise Impossible.new("The rule “#{changed.message}” was made into more than a list of senders, so nobody can be added to it " \
          "here. Change it under Rules, or give it another name: then a list is begun anew.", status: 409)
      end

      def self.read(body, rulebook, id)
        check = Core::Check.new
        rule = Core::Rule.read(body, check, rulebook.names, id: id)
        raise Core::Refused, check.faults if check.faults.any?

        rule
      end
      private_class_method :read

      # @param by [String] of {BY} @param keys [Array<String>] of senders @param choice [String] of {CHOICES}
      # @return [Done] @raise [Core::Refused, Impossible]
      def call(by, keys, choice)
        transaction do
          list = Core::SenderList.of(by, keys)
          rows = Store::Rule.without_gaps
          bodies = ChooseSenders.changes(rows.map(&:today), list, choice)
          raise Impossible.new("Nothing was changed: it is so already.", status: 409) if bodies.empty?

          trails = bodies.compact.filter_map { |place, body| place && change(rows[place], body) }
          trails += bodies.select { |_, body| body.nil? }.map { |place, _| take_away(rows[place]) }
          trails = [*made(bodies[nil], rows), *trails] if bodies[nil]
          whole!
          rules_changed(text(list, choice), {"Rule" => trails})
        end
      end

      private

      def change(row, body)
        row.update!(body: body, form: Core::Rulebook::VERSION, version: row.version + 1)
        trail(row).tap { keep_version(row, "changed") }
      end

      def take_away(row) = row.update!(deleted_at: now) && trail(row)

      # Read first: what a person says of somebody stands over what is said of mail in general.
      def made(body, rows)
        rule = Store::Rule.create!(created_at: now, version: 1, position: 0, form: Core::Rulebook::VERSION, body: body)
        own = trail(rule, before: {"deleted_at" => now})
        keep_version(rule, "made")
        others = rows.reject(&:deleted_at)
        [own, *MoveRule.number([rule, *others]) { |each| trail(each) unless each == rule }]
      end

      # A list may have become longer than a rule can hold.
      def whole! = Core::Rulebook.read(Store::CurrentRulebook.document)

      def text(list, choice)
        who = who(list)
        if choice == Core::SenderChoice::NONE
          return "#{Core::English.sentence(who)} #{(list.size == 1) ? "is" : "are"} in none of the lists any more: the other rules decide."
        end

        "Messages from #{who} #{Core::SenderChoice::ALL.fetch(choice).said} from now on."
      end

      MOST_NAMED = 3

      def who(list)
        terms = list.people + list.lists.map { "the list #{_1.delete("<>")}" }
        return Core::English.count(terms.size, "sender") if terms.size > MOST_NAMED

        Core::English.join(terms.map { |term| term.start_with?("@") ? "anyone at #{term.delete_prefix("@")}" : term }, "and")
      end
    end
  end
end
