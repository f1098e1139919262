# frozen_string_literal: true

module UpFront
  module Store
    # The names that mail wears: labels and inks of claims, and those given or taken off by hand.
    module AppliedNames
      LABELS = {Claim => %w[labels], State => %w[labels_on labels_off]}.freeze

      module_function

      # @return [Hash{String=>Array<String>}] labels and inks that mail wears by hand
      def by_hand
        labels = State.from("states, json_each(states.labels_on)").distinct.pluck("json_each.value")
        {"labels" => labels, "inks" => State.where.not(ink: nil).distinct.pluck(:ink)}
      end

      # @param kind [String] labels, inks or groups (which no message wears)
      def rename(kind, was, name)
        [Claim, State].each { _1.where(ink: was).update_all(ink: name) } if kind == "inks"
        return unless kind == "labels"

        LABELS.each do |model, columns|
          columns.each do |column|
            model.where("EXISTS (SELECT 1 FROM json_each(#{column}) WHERE value = ?)", was)
              .update_all(["#{column} = (SELECT json_group_array(CASE value WHEN ? THEN ? ELSE value END) FROM json_each(#{column}))", was,
                name])
          end
        end
      end
    end
  end
end
