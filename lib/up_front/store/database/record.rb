# frozen_string_literal: true

require "active_record"

module UpFront
  module Store
    # The base of every table's model.
    class Record < ActiveRecord::Base
      self.abstract_class = true
    end
  end
end
