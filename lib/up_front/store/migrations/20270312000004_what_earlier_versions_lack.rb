# frozen_string_literal: true

# Migrations that had been carried out somewhere were changed afterwards, so databases of those days lack what was added to them.
class WhatEarlierVersionsLack < ActiveRecord::Migration[7.2]
  INDEXES = [
    [:states, :message_id, {where: "unread AND discarded_at IS NULL AND came <> 'quiet'", name: "index_states_unread"}],
    [:states, :keep_at_top, {where: "keep_at_top", name: "index_states_kept"}],
    [:states, :priority, {where: "priority IS NOT NULL", name: "index_states_priority"}],
    [:claims, :keep_at_top, {where: "keep_at_top", name: "index_claims_kept"}],
    [:claims, :priority, {name: "index_claims_on_priority"}],
    [:messages, :from_me, {where: "from_me", name: "index_messages_mine"}],
    [:messages, :has_attachment, {where: "has_attachment = 1", name: "index_messages_with_files"}],
    [:messages, :account_key, {name: "index_messages_on_account_key"}],
    [:message_people, %i[message_id role key], {name: "index_message_people_on_message_id_and_role_and_key"}]
  ].freeze
  GONE = {message_people: "index_message_people_on_message_id", messages: "index_messages_on_account_key_and_arrived_at"}.freeze

  def up
    add_column :rulebooks, :views_revision, :integer, null: false, default: 0 unless column_exists?(:rulebooks, :views_revision)
    remove_index :states, name: "index_states_unread", if_exists: true # one of them had other words for the same
    INDEXES.each { |table, columns, how| add_index(table, columns, **how) unless index_name_exists?(table, how[:name]) }
    GONE.each { |table, name| remove_index(table, name: name, if_exists: true) }
  end
end
