# frozen_string_literal: true

# Which thread each message belongs to, found behind intake; threads that are followed or muted; when a view last called
# for going through it; and what was removed for good, so that it is not taken in again.
class ThreadsReviewsAndRemoval < ActiveRecord::Migration[7.2]
  def change
    create_table(:message_threads, id: false) do |t|
      t.integer :message_id, primary_key: true
      t.integer :conversation, null: false, index: true
      t.string :thread, null: false
      t.index %i[thread message_id]
      t.foreign_key :messages
    end
    create_table(:minded_threads) do |t|
      t.references :message, null: false, foreign_key: true
      t.string :word
      t.datetime :at, null: false
    end
    create_table(:removed_messages, id: false) do |t|
      t.integer :account_id, null: false
      t.string :digest, null: false
      t.index %i[account_id digest], unique: true
    end
    add_column :states, :thread_word, :string
    %i[review_told_at review_from].each { add_column :views, _1, :datetime }
    add_index :states, :message_id, where: "unread AND discarded_at IS NULL AND came <> 'quiet'", name: "index_states_unread"
    add_index :states, :keep_at_top, where: "keep_at_top", name: "index_states_kept"
    add_index :states, :priority, where: "priority IS NOT NULL", name: "index_states_priority"
    add_index :claims, :keep_at_top, where: "keep_at_top", name: "index_claims_kept"
    add_index :claims, :priority
    add_index :messages, :from_me, where: "from_me", name: "index_messages_mine"
    add_index :messages, :has_attachment, where: "has_attachment = 1", name: "index_messages_with_files"
    add_index :messages, :account_key
    add_index :message_people, %i[message_id role key]
    remove_index :message_people, :message_id
    add_index :states, :discarded_at, where: "discarded_at IS NOT NULL", name: "index_states_discarded"
  end
end
