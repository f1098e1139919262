# frozen_string_literal: true

# The journal of alerts, sounds of the person's own, and what the person decides on a message by hand.
class AlertsAndOwnHand < ActiveRecord::Migration[7.2]
  def change
    create_table(:alerts) do |t|
      t.references :message, null: false, foreign_key: true, index: {unique: true}
      t.bigint :rule_id
      t.string :rule, null: false
      t.string :level, null: false
      t.string :text, null: false
      t.string :sound
      t.boolean :desktop, null: false, default: false
      t.datetime :at, null: false, index: true
      t.string :silenced_by
      t.string :hushed_by
      t.bigint :burst_id, index: true
      t.boolean :heads_burst, null: false, default: false
      t.datetime :called_at, null: false
      t.datetime :sounded_at
      t.datetime :again_at
      t.boolean :later, null: false, default: false
      t.integer :calls, null: false, default: 1
      t.datetime :seen_at
      t.datetime :opened_at
      t.datetime :answered_at
      t.index :id, where: "sounded_at IS NULL AND silenced_by IS NULL", name: "index_alerts_waiting"
      t.index :again_at, where: "answered_at IS NULL AND again_at IS NOT NULL", name: "index_alerts_again"
    end
    create_table(:sounds) do |t|
      t.string :name, null: false
      t.string :name_key, null: false, index: {unique: true}
      t.string :type, null: false
      t.binary :bytes, null: false
      t.datetime :at, null: false
    end
    change_table(:states) do |t|
      t.string :priority
      t.json :labels_on, null: false, default: []
      t.json :labels_off, null: false, default: []
      t.boolean :keep_at_top
      t.datetime :keep_until
    end
  end
end
