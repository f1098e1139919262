# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What was done and can be taken back; and a rule's former versions.
      class History
        MOST = Store::Pruning::SHOWN_STEPS

        def initialize(rulebook, now)
          @rulebook = rulebook
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
        end

        # What a step is about, by what it changed: the first of these.
        KINDS = {"Rule" => "rules", "Pauses" => "rules", "View" => "views", "Rulebook" => "plan", "Account" => "plan",
                 "AppliedNames" => "plan", "LeftAlone" => "rules",
                 "State" => "mail", "ProposalAnswer" => "mail", "ThreadPreference" => "mail"}.freeze

        def to_h
          steps = Store::UndoStep.order(id: :desc).limit(MOST).select(:id, :at, :message, :undone_at).to_a
          models = Store::UndoChange.where(undo_step_id: steps.map(&:id)).distinct.pluck(:undo_step_id, :model)
            .group_by(&:first).transform_values { |rows| rows.map(&:last) }
          finals = Store::UndoChange.where(undo_step_id: steps.map(&:id), model: Store::UndoStep::FINAL).pluck(:undo_step_id, :after).to_h
          {keep_days: Desk::PruneHistory.keep_days, steps: steps.map { row(_1, models.fetch(_1.id, []), finals[_1.id]) }}
        end

        # @param final [Hash, nil] why it cannot be taken back
        def row(step, models, final)
          {id: step.id, at: @time_format.moment(step.at), message: step.message, undone: !step.undone_at.nil?,
           about: KINDS.find { |model, _| models.include?(model) }&.last || (final ? "other" : "mail"), final: final && final["why"]}
        end

        # @param id [Integer] of a rule @return [Hash] the newest version first
        def of_rule(id)
          versions = Store::RuleVersion.where(rule_id: id).order(:version, :id).to_a
          told = versions.each_with_index.map { |version, index| version_row(version, index.zero? ? nil : versions[index - 1]) }
          {versions: told.reverse}
        end

        private

        def version_row(version, before)
          {version: version.version, at: @time_format.moment(version.at), act: version.act, name: version.body["name"], body: version.body,
           sentence: sentence(version.body), changed: Core::RuleDifference.between(before&.body, version.body)}
        end

        def sentence(body)
          rule = Core::Rule.read(body, Core::Check.new, @rulebook.names)
          rule ? Core::Sentence.told(rule) : "This version names something that is not there any more."
        end
      end
    end
  end
end
