# frozen_string_literal: true

# What goes out: by which server, what is being written, and what stands in the outbox, apart from the letters themselves.
class WhatGoesOut < ActiveRecord::Migration[7.2]
  def up
    create_table :mail_servers do |t|
      t.references :account, null: false, index: {unique: true}, foreign_key: {on_delete: :cascade}
      t.string :host, null: false
      t.integer :port, null: false
      t.string :security, null: false
      t.string :user
      t.text :sealed
      t.string :ca_file
      t.text :signature
    end
    create_table :drafts do |t|
      t.references :account, null: false, index: true, foreign_key: {on_delete: :cascade}
      t.references :message, null: true, index: true, foreign_key: {on_delete: :nullify}
      t.string :kind, null: false
      t.json :body, null: false
      t.integer :version, null: false, default: 1
      t.datetime :created_at, null: false
      t.datetime :updated_at, null: false
      t.datetime :dropped_at
    end
    create_table :draft_files do |t|
      t.references :draft, null: false, index: true, foreign_key: {on_delete: :cascade}
      t.string :name, null: false
      t.string :media_type, null: false
      t.integer :bytes, null: false
      t.binary :content, null: false
    end
    create_table :outgoing do |t|
      t.references :account, null: true, index: true, foreign_key: {on_delete: :nullify}
      t.references :message, null: true, index: true, foreign_key: {on_delete: :nullify}
      t.integer :rule_id, index: true
      t.string :kind, null: false
      t.string :why, null: false
      t.string :sender, null: false
      t.string :subject, null: false
      t.json :recipients, null: false
      t.json :draft
      t.string :message_key, null: false
      t.integer :size, null: false
      t.string :state, null: false
      t.datetime :goes_at
      t.integer :tried, null: false, default: 0
      t.datetime :first_tried_at
      t.datetime :handed_at
      t.datetime :over_at
      t.datetime :kept_at
      t.text :said
      t.datetime :created_at, null: false
      t.index [:state, :goes_at]
    end
    create_table :outgoing_letters do |t|
      t.references :outgoing, null: false, index: {unique: true}, foreign_key: {to_table: :outgoing, on_delete: :cascade}
      t.binary :bytes, null: false
    end
    create_table :outgoing_files do |t|
      t.references :outgoing, null: false, index: true, foreign_key: {to_table: :outgoing, on_delete: :cascade}
      t.string :name, null: false
      t.string :media_type, null: false
      t.integer :bytes, null: false
      t.binary :content, null: false
    end
  end
end
