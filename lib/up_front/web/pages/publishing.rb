# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # One's own rules with those that are marked to be published, and the edition as others will see it.
      class Publishing
        def initialize(rulebook, now)
          @rulebook = rulebook
          @now = now
        end

        def to_h
          document = @rulebook.document
          next_edition = Desk::PublishRules.following.transform_keys(&:to_sym)
          next_edition.merge(
            publisher: next_edition[:publisher].to_s, contact: next_edition[:contact] || @rulebook.owner["addresses"].first.to_s,
            published: next_edition[:edition] > 1,
            rules: @rulebook.own.map { {id: _1.id, name: _1.name, sentence: Core::Sentence.told(_1)} },
            all_templates: document.fetch("templates", []).map { _1["name"] }, own_days_off: document.dig("plan", "days_off").to_a.size
          )
        end

        # @param shown [Desk::PublishRules::Shown]
        def shown(shown)
          {text: JSON.pretty_generate(shown.edition), faults: shown.faults.map { fault(_1, shown.edition) },
           personal: shown.personal.map(&:said), rules: read(shown)}
        end

        private

        # A rule is called by its name, not by its number.
        def fault(fault, edition)
          rule = fault.pointer[%r{\A/rules/(\d+)}, 1]&.then { edition["rules"][_1.to_i] }
          rule ? "“#{rule["name"]}”: #{fault.message}" : fault.said
        end

        def read(shown)
          return [] if shown.faults.any?

          edition = Core::HouseEdition.parse(JSON.generate(shown.edition))
          edition.book.rules.zip(edition.rules).map do |rule, (_, firmness)|
            {name: rule.name, sentence: Core::Sentence.told(rule), firmness: firmness}
          end
        end
      end
    end
  end
end
