# frozen_string_literal: true

class SinceWhenASourceFails < ActiveRecord::Migration[7.2]
  def change
    add_column :sources, :problem_since, :datetime
  end
end
