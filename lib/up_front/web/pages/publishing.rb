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
          {text: JSON.pretty_generate(shown.edition), faults: told(shown).map { fault(_1, shown.edition) },
           personal: shown.personal.map(&:said), rules: read(shown)}
        end

        private

        # That a publisher is wanted is said beside the button.
        def told(shown)
          unnamed = shown.edition["publisher"].nil?
          shown.faults.reject { unnamed && _1.pointer == "/publisher" }
        end

        # A rule is called by its name, not by its number.
        def fault(fault, edition)
          rule = fault.pointer[%r{\A/rules/(\d+)}, 1]&.then { edition["rules"][_1.to_i] }
          return fault.said unless rule
          return "“#{rule["name"]}”: #{fault.message}" unless fault.lacks

          kind, name = fault.lacks
          "“#{rule["name"]}” names the #{kind.delete_suffix("s")} “#{name}”, which is yours alone and does not go along. Change the " \
            "rule, or keep it yours."
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
