# frozen_string_literal: true

# A held message that the person gave another moment keeps it when rules change.
class MovedByHand < ActiveRecord::Migration[7.2]
  def change
    add_column :states, :moved_at, :datetime
  end
end
