# frozen_string_literal: true

# Mailboxes that are read on a server (IMAP): by which access, which of its folders, and which letter there is which message here. What is
# to be marked there waits in `imap_marks`, entered by a trigger whoever marks it here.
class MailboxesOnServers < ActiveRecord::Migration[7.2]
  def change
    create_table(:imap_servers) do |t|
      t.references :source, null: false, index: {unique: true}, foreign_key: {on_delete: :cascade}
      t.string :host, null: false
      t.integer :port, null: false
      t.string :security, null: false
      t.string :user, null: false
      t.text :sealed
      t.string :ca_file
      t.string :fingerprint
      t.integer :days
      t.boolean :write_back, null: false, default: false
      t.boolean :paused, null: false, default: false
      t.datetime :online_since
      t.datetime :refused_at
      t.datetime :leaving_at
      t.float :pace
      t.integer :turn, null: false, default: 1
    end
    create_table(:imap_folders) do |t|
      t.references :source, null: false, index: false, foreign_key: {on_delete: :cascade}
      t.string :name, null: false
      t.string :shown, null: false
      t.string :use
      t.string :role, null: false
      t.datetime :followed_at, null: false
      t.integer :validity
      t.integer :next_uid, null: false, default: 1
      t.integer :modseq
      t.integer :held
      t.integer :letters_left, null: false, default: 0
      t.integer :bytes_left, null: false, default: 0
      t.integer :letters_read, null: false, default: 0
      t.integer :bytes_read, null: false, default: 0
      t.boolean :read_through, null: false, default: false
      t.datetime :gone_at
      t.string :problem
      t.datetime :problem_since
      t.index %i[source_id name], unique: true
      t.check_constraint "role IN ('front', 'kept', 'out')"
    end
    create_table(:imap_letters) do |t|
      t.references :folder, null: false, index: false, foreign_key: {to_table: :imap_folders, on_delete: :cascade}
      t.integer :uid, null: false
      t.references :message, null: true, index: true, foreign_key: {on_delete: :nullify}
      t.boolean :seen, null: false, default: false
      t.boolean :flagged, null: false, default: false
      t.boolean :answered, null: false, default: false
      t.boolean :brought, null: false, default: false
      t.integer :size, null: false, default: 0
      t.boolean :cut, null: false, default: false
      t.datetime :gone_at
      t.string :went_to
      t.index %i[folder_id uid], unique: true
    end
    create_table(:imap_marks) do |t|
      t.references :letter, null: false, index: {unique: true}, foreign_key: {to_table: :imap_letters, on_delete: :cascade}
    end
    add_column(:states, :answered_elsewhere, :boolean, null: false, default: false)
    reversible { _1.up { marks } }
  end

  private

  # Read, or flagged: what is marked unread again, or whose flag is taken off, is nothing that a server is told.
  def marks
    execute(<<~SQL)
      CREATE TRIGGER marks_for_servers AFTER UPDATE OF unread, flagged ON states
      WHEN (OLD.unread AND NOT NEW.unread) OR (NEW.flagged AND NOT OLD.flagged) BEGIN
        INSERT OR IGNORE INTO imap_marks (letter_id)
          SELECT imap_letters.id FROM imap_letters JOIN imap_folders ON imap_folders.id = imap_letters.folder_id
          JOIN imap_servers ON imap_servers.source_id = imap_folders.source_id AND imap_servers.write_back
          WHERE imap_letters.message_id = NEW.message_id AND imap_letters.gone_at IS NULL;
      END
    SQL
  end
end
