# frozen_string_literal: true

# Which rules spoke on which message, and what an earlier claim was where one was put in its place.
class KeepWhatRulesDid < ActiveRecord::Migration[7.2]
  def up
    %i[flag mark_read discard].each { add_column :claims, _1, :boolean, null: false, default: false }
    create_table(:firings, id: false) do |t|
      t.integer :message_id, null: false
      t.integer :rule_id, null: false
      t.string :outcome, null: false
      t.foreign_key :messages
      t.index %i[rule_id message_id], unique: true
      t.index :message_id
    end
    create_table(:former_claims, id: false) do |t|
      t.integer :undo_step_id, null: false
      t.integer :message_id, null: false
      t.json :claim, null: false
      t.json :firings, null: false
      t.index %i[undo_step_id message_id], unique: true
      t.foreign_key :undo_steps
    end
    execute(<<~SQL)
      INSERT OR IGNORE INTO firings (message_id, rule_id, outcome)
      SELECT claims.message_id, rules.id, json_extract(account.value, '$.outcome')
      FROM claims, json_each(claims.trace, '$.rules') account
      JOIN rules ON json_extract(rules.body, '$.name') = json_extract(account.value, '$.rule')
      WHERE json_extract(account.value, '$.outcome') IN ('matched', 'asks_first')
    SQL
  end
end
