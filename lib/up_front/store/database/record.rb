# frozen_string_literal: true

module UpFront
  module Store
    # The base of every table's model.
    class Record < ActiveRecord::Base
      self.abstract_class = true
    end
  end
end
