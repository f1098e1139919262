# frozen_string_literal: true

# Messages whole with their facts; claims and states beside them; the rulebook and its history; where mail
# comes from; what happened. Facts, claims and states are apart: facts never change, a claim is made anew
# when rules change, a state is what the person and the clock did.
class CreateStore < ActiveRecord::Migration[7.2]
  def change
    create_table(:settings, id: false) do |t|
      t.string :key, primary_key: true
      t.json :value, null: false
    end

    create_table(:rulebooks) do |t|
      t.json :document, null: false
      t.integer :revision, null: false, default: 1
    end
    create_table(:rules) do |t|
      t.integer :position, null: false
      t.json :body, null: false
      t.integer :version, null: false, default: 1
      t.datetime :created_at, null: false
      t.datetime :deleted_at
    end
    create_table(:rule_versions) do |t|
      t.references :rule, null: false, foreign_key: true
      t.integer :version, null: false
      t.json :body, null: false
      t.string :act, null: false
      t.datetime :at, null: false
    end

    create_table(:accounts) do |t|
      t.string :name, null: false
      t.json :addresses, null: false
    end
    create_table(:sources) do |t|
      t.string :kind, null: false
      t.string :path, null: false
      t.references :account, null: false, foreign_key: true
      t.string :problem
      t.datetime :created_at, null: false
      t.index %i[kind path], unique: true
    end
    create_table(:seen_files, id: false) do |t|
      t.references :source, null: false, foreign_key: {on_delete: :cascade}, index: false
      t.string :name, null: false
      t.index %i[source_id name], unique: true
    end
    create_table(:imports) do |t|
      t.string :fingerprint, null: false, index: {unique: true}
      t.string :name, null: false
      t.integer :place, null: false, default: 0
      t.integer :taken, null: false, default: 0
      t.integer :doubles, null: false, default: 0
      t.datetime :at, null: false
    end

    create_messages
    create_claims_and_states

    create_table(:events) do |t|
      t.datetime :at, null: false
      t.string :kind, null: false
      t.json :payload, null: false
    end
    create_table(:undo_steps) do |t|
      t.datetime :at, null: false
      t.string :words, null: false
      t.json :before, null: false
      t.datetime :undone_at
    end
  end

  private

  def create_messages
    create_table(:messages) do |t|
      t.references :account, null: false, foreign_key: true, index: false
      t.string :account_key, null: false
      t.string :mailbox, null: false
      t.string :mailbox_key, null: false
      t.string :digest, null: false
      t.string :message_id, index: true
      t.string :subject, null: false
      t.string :sender_name, null: false
      t.string :sender_key, index: true
      t.text :excerpt, null: false
      t.text :body, null: false
      t.boolean :unreadable, null: false, default: false
      t.datetime :sent_at
      t.datetime :arrived_at, null: false, index: true
      t.integer :size, null: false
      t.integer :attachment_count, null: false
      t.boolean :has_attachment, null: false
      t.integer :recipient_count, null: false
      t.boolean :to_list, null: false
      t.boolean :has_unsubscribe, null: false
      t.boolean :automatic, null: false
      t.boolean :first_contact, null: false
      t.boolean :reply_to_mine, null: false
      t.boolean :from_me, null: false
      t.boolean :calendar_method, null: false
      t.string :kind, null: false
      t.string :sender_importance, null: false
      t.json :people, null: false
      t.json :headers, null: false
      t.json :attachments, null: false
      t.index %i[account_id digest], unique: true
    end
    create_table(:raw_messages, id: false) do |t|
      t.integer :message_id, primary_key: true
      t.binary :bytes, null: false
      t.foreign_key :messages
    end
    create_table(:message_texts, id: false) do |t|
      t.integer :message_id, primary_key: true
      %i[subject body people attachment_names].each do |name|
        t.text name, null: false
        t.text :"#{name}_words", null: false
      end
      t.foreign_key :messages
    end
    create_table(:message_people) do |t|
      t.references :message, null: false, foreign_key: true
      t.string :role, null: false
      t.string :key, null: false
      t.string :name_key, null: false
      t.string :domain_path, null: false
      t.index %i[key role message_id]
      t.index %i[domain_path role message_id]
    end
    create_table(:message_references, id: false) do |t|
      t.references :message, null: false, foreign_key: true
      t.string :reference, null: false, index: true
    end
  end

  def create_claims_and_states
    create_table(:claims, id: false) do |t|
      t.integer :message_id, primary_key: true
      t.datetime :surface_at
      t.string :round
      t.boolean :held, null: false
      t.string :priority, null: false
      t.json :alert
      t.string :ink
      t.json :labels, null: false
      t.boolean :keep_at_top, null: false
      t.datetime :follow_up_at
      t.json :forward, null: false
      t.string :reply
      t.json :proposals, null: false
      t.json :trace, null: false
      t.integer :revision, null: false
      t.datetime :decided_at, null: false
      t.foreign_key :messages
    end
    create_table(:states, id: false) do |t|
      t.integer :message_id, primary_key: true
      t.datetime :surface_at
      t.string :came, null: false, default: "arrived"
      t.boolean :unread, null: false, default: true
      t.boolean :flagged, null: false, default: false
      t.datetime :cleared_at
      t.datetime :discarded_at
      t.datetime :let_in_at
      t.datetime :announced_at
      t.foreign_key :messages
      t.index :surface_at, where: "cleared_at IS NULL AND discarded_at IS NULL", name: "index_states_open"
      t.index :surface_at, where: "announced_at IS NULL", name: "index_states_unannounced"
    end
  end
end
