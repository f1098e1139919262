# frozen_string_literal: true

# Acts on more messages than one transaction should hold: what is left of each, in parts, so that a stop at any moment loses nothing.
class Jobs < ActiveRecord::Migration[7.2]
  STATES = "'going', 'done', 'stopped'"

  def change
    create_table :jobs do |t|
      t.references :undo_step, null: false, foreign_key: {on_delete: :cascade}
      t.string :kind, null: false
      t.json :given, null: false
      t.integer :total, null: false
      t.integer :gone_through, null: false, default: 0
      t.integer :changed_count, null: false, default: 0
      t.text :said, null: false
      t.string :state, null: false, default: "going", index: true
      t.check_constraint "state IN (#{STATES})"
    end
    create_table :job_parts do |t|
      t.references :job, null: false, foreign_key: {on_delete: :cascade}
      t.json :ids, null: false
    end
    add_index :undo_changes, %i[undo_step_id model key]
  end
end
