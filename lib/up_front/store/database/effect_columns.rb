# frozen_string_literal: true

module UpFront
  module Store
    # The columns of claims that hold what effects decided. They follow from {Core::Effects}: a new effect gets its column
    # when the database is opened; for the claims that are here already no rule had spoken on it.
    module EffectColumns
      module_function

      # Adds the columns that are missing. @return [Array<Core::Effect>] the effects that got one
      def ensure!
        missing = Core::Effects.claimed.reject { Claim.column_names.include?(_1.field.to_s) }
        missing.each { |effect| Record.connection.add_column(:claims, effect.field, effect.column, default: effect.unsaid) }
        Claim.reset_column_information if missing.any?
        missing
      end
    end
  end
end
