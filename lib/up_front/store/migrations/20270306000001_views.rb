# frozen_string_literal: true

# Saved views; and the labels that messages wear, kept by triggers so that one question finds them all.
class Views < ActiveRecord::Migration[7.2]
  WEARS = <<~SQL
    DELETE FROM worn_labels WHERE message_id = NEW.message_id;
    INSERT OR IGNORE INTO worn_labels (label, message_id)
      SELECT value, NEW.message_id FROM (
        SELECT label.value FROM claims, json_each(claims.labels) label WHERE claims.message_id = NEW.message_id
          AND label.value NOT IN (SELECT off.value FROM states, json_each(states.labels_off) off WHERE states.message_id = NEW.message_id)
        UNION SELECT own.value FROM states, json_each(states.labels_on) own WHERE states.message_id = NEW.message_id);
  SQL

  def up
    create_table(:views) do |t|
      t.integer :position, null: false
      t.json :body, null: false
      t.integer :version, null: false, default: 1
      t.datetime :created_at, null: false
      t.datetime :deleted_at
      t.datetime :gone_through_at
    end
    add_column :rulebooks, :views_revision, :integer, null: false, default: 0
    execute("CREATE TABLE worn_labels (label TEXT NOT NULL COLLATE NOCASE, message_id INTEGER NOT NULL REFERENCES messages (id), PRIMARY KEY (label, message_id)) WITHOUT ROWID")
    add_index :worn_labels, :message_id
    execute("CREATE TRIGGER worn_by_new_claims AFTER INSERT ON claims WHEN NEW.labels <> '[]' BEGIN #{WEARS} END")
    execute("CREATE TRIGGER worn_by_claims AFTER UPDATE OF labels ON claims WHEN NEW.labels <> OLD.labels BEGIN #{WEARS} END")
    execute("CREATE TRIGGER worn_by_states AFTER UPDATE OF labels_on, labels_off ON states WHEN NEW.labels_on <> OLD.labels_on OR NEW.labels_off <> OLD.labels_off BEGIN #{WEARS} END")
    execute(<<~SQL)
      INSERT OR IGNORE INTO worn_labels (label, message_id)
        SELECT label.value, claims.message_id FROM claims JOIN states USING (message_id), json_each(claims.labels) label WHERE label.value NOT IN (SELECT value FROM json_each(states.labels_off))
        UNION SELECT own.value, states.message_id FROM states, json_each(states.labels_on) own
    SQL
    add_index :claims, :ink, where: "ink IS NOT NULL", name: "index_claims_inked"
    add_index :claims, :follow_up_at, where: "follow_up_at IS NOT NULL", name: "index_claims_follow_up"
    add_index :states, :flagged, where: "flagged", name: "index_states_flagged"
  end
end
