# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # The starting points, and the rule that answers make of one.
      module StartingRules
        module_function

        def to_h
          {starting_rules: Core::StartingRules::ALL.map { |start|
            {key: start.key, title: start.title, text: start.text,
             questions: start.questions.map { question(_1) }}
          }}
        end

        def question(asked)
          {key: asked.key, label: asked.label, shape: asked.shape, given: asked.given, optional: asked.optional == true,
           choices: asked.choices.to_h.map { |value, label| {value: value, label: label} }}
        end

        # @param answers [Hash] @return [Hash] the rule's body, what still wants an answer, and how much of the last month's mail it matches
        def answered(start, answers, rulebook, now)
          missing = start.unanswered(start.questions.to_h { [_1.key, _1.given] }.merge(answers))
          body = missing.empty? ? start.body(answers) : nil
          draft = body && Core::Draft.new(body, rulebook.names)
          match_index = Store::MatchIndex.at(now)
          within = match_index.days_bits(Rules::DAYS, rulebook.zone, now)
          {unanswered: missing, body: body,
           sentence: (Core::Sentence.told(Core::Rule.read(body, Core::Check.new, rulebook.names)) if draft&.complete?),
           faults: draft ? draft.faults.map(&:said) : [],
           count: draft&.complete? ? match_index.count(match_index.matches(draft.rule, rulebook.context) & within) : nil,
           of: match_index.count(within)}
        end
      end
    end
  end
end
