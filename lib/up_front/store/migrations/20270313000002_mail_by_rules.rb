# frozen_string_literal: true

# What rules and away notices send by themselves: what is to be done of which message, to whom it may be forwarded, and who was answered.
class MailByRules < ActiveRecord::Migration[7.2]
  def up
    create_table :sending_orders do |t|
      t.references :message, null: false, index: true, foreign_key: {on_delete: :cascade}
      t.string :kind, null: false
      t.integer :rule_id
      t.json :what, null: false
      t.datetime :at, null: false
      t.datetime :done_at
      t.string :left_out
      t.index :done_at
    end
    create_table :proved_addresses do |t|
      t.string :address, null: false, index: {unique: true}
      t.string :digest
      t.integer :tries, null: false, default: 0
      t.datetime :asked_at, null: false
      t.datetime :proved_at
    end
    create_table :automatic_answers do |t|
      t.string :address, null: false
      t.string :about, null: false
      t.datetime :at, null: false
      t.index [:address, :about, :at]
    end
  end
end
