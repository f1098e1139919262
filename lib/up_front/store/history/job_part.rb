# frozen_string_literal: true

module UpFront
  module Store
    class JobPart < Record
      self.table_name = "job_parts"
    end
  end
end
