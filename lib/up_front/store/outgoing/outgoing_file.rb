# frozen_string_literal: true

module UpFront
  module Store
    # A file of what stands in the outbox, for when it is taken back to be written on.
    class OutgoingFile < Record
      self.table_name = "outgoing_files"
    end
  end
end
