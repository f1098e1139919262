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

        def to_h
          steps = Store::UndoStep.order(id: :desc).limit(MOST).select(:id, :at, :message, :undone_at)
          {keep_days: Desk::PruneHistory.keep_days,
           steps: steps.map { {id: _1.id, at: @time_format.moment(_1.at), message: _1.message, undone: !_1.undone_at.nil?} }}
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
