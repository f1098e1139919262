# frozen_string_literal: true

# Whether a message was read roughly, and the safe form of its HTML, which is made once behind intake.
class LettersReadApart < ActiveRecord::Migration[7.2]
  def change
    add_column :messages, :rough, :boolean, null: false, default: false
    create_table :safe_htmls, id: false do |t|
      t.references :message, null: false, primary_key: true, index: false, foreign_key: {on_delete: :cascade}
      t.text :html, null: false
      t.boolean :left_out, null: false
    end
  end
end
