# frozen_string_literal: true

module UpFront
  module Store
    # What stands in an order that the person makes. Deleted ones keep their place, for when they come back.
    module Ordered
      extend ActiveSupport::Concern

      included do
        scope :in_order, -> { where(deleted_at: nil).order(:position, :id) }
      end

      class_methods do
        # @return [Array<Record>] in order, numbered anew from 0: where one is moved to shows in the places of those that it passes
        def without_gaps = in_order.to_a.each_with_index { |record, position| record.update!(position: position) }
      end
    end
  end
end
