# frozen_string_literal: true

# What time alone brings is asked for with every answer that is given again.
class Moments < ActiveRecord::Migration[7.2]
  def change
    add_index :states, :surface_at, name: "index_states_moments"
    add_index :states, :keep_until, where: "keep_until IS NOT NULL", name: "index_states_keep_until"
  end
end
