# frozen_string_literal: true

module UpFront
  module Store
    # Something that the check-up found and that the person does not want to see until it has changed, with why.
    class LeftAlone < Record
      self.table_name = "left_alone"

      scope :standing, -> { where(deleted_at: nil).order(:id) }
    end
  end
end
