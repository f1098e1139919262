# frozen_string_literal: true

module UpFront
  module Store
    # What is being written: kept as it is typed, for every tab and every day.
    class Draft < Record
      self.table_name = "drafts"
      self.record_timestamps = false # by the clock that is shown
      belongs_to :account
      belongs_to :message, optional: true
      has_many :files, -> { order(:id) }, class_name: "UpFront::Store::DraftFile", foreign_key: :draft_id
    end
  end
end
