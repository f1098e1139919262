# frozen_string_literal: true

# Who is signed in from where, and the tries that failed, so that a restart forgets neither.
class SigningIn < ActiveRecord::Migration[7.2]
  def change
    create_table(:sessions) do |t|
      t.string :mark, null: false, index: {unique: true}
      t.datetime :created_at, null: false
      t.datetime :seen_at, null: false
      t.boolean :kept, null: false, default: false
      t.string :address, null: false
      t.string :program, null: false, default: ""
      t.datetime :ended_at
    end
    create_table(:failed_sign_ins) do |t|
      t.datetime :at, null: false, index: true
      t.string :net, null: false
    end
  end
end
