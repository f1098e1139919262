# frozen_string_literal: true

# The person's own "not now", and messages that are put off to come back.
class HeadsDownAndBringBack < ActiveRecord::Migration[7.2]
  def change
    create_table(:heads_downs) do |t|
      t.datetime :starts_at, null: false
      t.datetime :ends_at, null: false
      t.string :reason
      t.datetime :told_at
      t.index :ends_at
    end
    add_column :states, :put_off_at, :datetime
    add_column :states, :put_off_reason, :string
    add_column :states, :back_when_answered, :boolean, null: false, default: false
    add_index :states, :put_off_at, where: "put_off_at IS NOT NULL", name: "index_states_put_off"
  end
end
