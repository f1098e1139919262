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
    add_index :states, :message_id, where: "unread = 1 AND discarded_at IS NULL AND came <> 'quiet'", name: "index_states_unread"
    add_index :states, :discarded_at, where: "discarded_at IS NOT NULL", name: "index_states_discarded"
  end
end
