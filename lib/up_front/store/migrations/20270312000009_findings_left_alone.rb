# frozen_string_literal: true

# What the check-up found and the person leaves alone: by a mark of what it is about, which changes with it.
class FindingsLeftAlone < ActiveRecord::Migration[7.2]
  def up
    create_table :left_alone do |t|
      t.string :mark, null: false
      t.string :said, null: false
      t.string :reason, null: false
      t.datetime :created_at, null: false
      t.datetime :deleted_at
      t.index :mark
    end
  end
end
