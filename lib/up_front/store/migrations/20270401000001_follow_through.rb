# frozen_string_literal: true

# Answers that are awaited, things to do, and appointments.
class FollowThrough < ActiveRecord::Migration[7.2]
  def change
    create_table(:awaited) do |t|
      # Until its copy is read, what was sent is known by its Message-ID alone.
      t.references :message, null: true, index: true, foreign_key: {on_delete: :cascade}
      t.string :message_key, index: true
      t.json :people, null: false
      t.string :asked, null: false, default: ""
      t.string :subject, null: false, default: ""
      t.datetime :since, null: false
      t.datetime :due_at, null: false
      t.string :state, null: false, default: "open"
      t.datetime :over_at
      t.references :answer, null: true, index: true, foreign_key: {to_table: :messages, on_delete: :nullify}
      t.string :away
      t.datetime :nudged_at
      t.index :due_at, where: "state = 'open'", name: "index_awaited_open"
      t.check_constraint "state IN ('open', 'answered', 'dropped')", name: "awaited_states"
    end
    create_table(:tasks) do |t|
      t.string :uid, null: false, index: {unique: true}
      t.references :message, null: true, index: true, foreign_key: {on_delete: :nullify}
      t.string :words, null: false
      t.string :note, null: false, default: ""
      t.date :due_on # as the owner's calendar shows it, with due_minutes; due_at is the moment that they are in the owner's zone
      t.integer :due_minutes
      t.datetime :due_at
      t.string :alert
      t.string :made_by, null: false, default: "hand"
      t.string :rule
      t.datetime :done_at
      t.datetime :dropped_at
      t.datetime :told_at # when its moment was announced
      t.datetime :again_at # when its call-out calls again
      t.datetime :sounded_at
      t.datetime :answered_at
      t.datetime :created_at, null: false
      t.datetime :changed_at, null: false
      t.index :due_at, where: "done_at IS NULL AND dropped_at IS NULL AND due_at IS NOT NULL", name: "index_tasks_open"
      t.check_constraint "made_by IN ('hand', 'follow_up', 'routine')", name: "tasks_made_by"
      t.check_constraint "alert IS NULL OR alert IN ('tap', 'chime', 'call_out')", name: "tasks_alert"
    end
    create_table(:appointments) do |t|
      t.string :uid, null: false, index: {unique: true}
      t.references :message, null: true, index: true, foreign_key: {on_delete: :nullify}
      t.string :title, null: false
      t.string :place, null: false, default: ""
      t.string :note, null: false, default: ""
      t.date :starts_on # of whole days, with ends_on, which is not one of them
      t.date :ends_on
      t.datetime :starts_at
      t.datetime :ends_at
      t.string :rrule
      t.string :zone
      t.integer :sequence, null: false, default: 0
      t.string :answer
      t.references :outgoing, null: true, index: true, foreign_key: {to_table: :outgoing, on_delete: :nullify}
      t.datetime :created_at, null: false
      t.datetime :changed_at, null: false
      t.datetime :dropped_at
      t.check_constraint "(starts_on IS NULL) <> (starts_at IS NULL)", name: "appointments_have_a_start"
      t.check_constraint "answer IS NULL OR answer IN ('accept', 'tentative', 'decline')", name: "appointments_answer"
    end
    # What a rule's follow-up asks for stands among the tasks as one of the person's own from then on.
    add_column(:states, :taken_up, :boolean, null: false, default: false)
  end
end
