# frozen_string_literal: true

# What the person answered where a rule asks first; and those matches found at once.
class AnswersToProposals < ActiveRecord::Migration[7.2]
  def up
    create_table :proposal_answers do |t|
      t.references :message, null: false, index: true, foreign_key: {on_delete: :cascade}
      t.integer :rule_id, null: false
      t.string :answer, null: false
      t.datetime :at, null: false
      t.datetime :deleted_at
      t.index :rule_id
    end
    add_index :firings, :rule_id, name: "firings_that_ask", where: "outcome = 'asks_first'"
  end
end
