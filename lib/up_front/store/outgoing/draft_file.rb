# frozen_string_literal: true

module UpFront
  module Store
    # A file that goes with what is being written.
    class DraftFile < Record
      self.table_name = "draft_files"

      scope :listed, -> { select(:id, :draft_id, :name, :media_type, :bytes) } # without what is in it
    end
  end
end
