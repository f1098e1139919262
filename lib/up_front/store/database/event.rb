# frozen_string_literal: true

module UpFront
  module Store
    class Event < Record
      self.table_name = "events"
    end
  end
end
