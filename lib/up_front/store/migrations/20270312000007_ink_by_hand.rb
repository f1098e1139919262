# frozen_string_literal: true

# An ink that the person gave; empty where they took one off.
class InkByHand < ActiveRecord::Migration[7.2]
  def up
    add_column :states, :ink, :string
    add_index :states, :ink, where: "ink IS NOT NULL", name: "index_states_inked"
  end
end
