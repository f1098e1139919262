# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # A template as it reads in what is being written, with what is known of whom it goes to; and what is not known.
      class FilledTemplate
        def initialize(draft, rulebook, now)
          @draft = draft
          @rulebook = rulebook
          @now = now
        end

        # @param name [String] of the template @param given [Hash{String=>String}] what the person gave for its fields
        # @return [Hash] the text, and the fields that have no value @raise [Desk::Act::Impossible]
        def of(name, given)
          template = Desk::TemplateValues.template(name) or raise Desk::Act::Impossible.gone("template")

          text = Core::Template.new(template["text"])
          values = known.merge(given.reject { |_, value| value.to_s.strip.empty? })
          {text: text.fill(values), lacking: text.lacking(values).map { {name: _1, says: Core::Template::FIELDS.fetch(_1, _1)} }}
        end

        private

        def known
          person = begin
            Desk::GivenRecipients.read(@draft.body["to"] || [], "/to", @rulebook.document).first
          rescue Core::Refused
            nil
          end
          Desk::TemplateValues.of(person, @draft.message&.subject || @draft.body["subject"], @now)
        end
      end
    end
  end
end
