# frozen_string_literal: true

module UpFront
  module Store
    # A saved view as the person last saved it. Deleted ones stay for undo.
    class View < Record
      self.table_name = "views"
      scope :in_order, -> { where(deleted_at: nil).order(:position, :id) }

      def name = body["name"].to_s
    end
  end
end
