# frozen_string_literal: true

# What the bytes of each message were when they came (SHA-256), so that it can be seen whether they still are.
class DigestsOfRawBytes < ActiveRecord::Migration[7.2]
  def up
    create_table(:raw_digests, id: false) do |t|
      t.integer :message_id, primary_key: true
      t.binary :sha256, null: false
      t.foreign_key :messages, on_delete: :cascade
    end
    execute("INSERT INTO raw_digests (message_id, sha256) SELECT message_id, sha256(bytes) FROM raw_messages")
  end

  def down = drop_table(:raw_digests)
end
