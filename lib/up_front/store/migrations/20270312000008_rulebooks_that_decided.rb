# frozen_string_literal: true

# The rulebook as it was when it decided, once a revision: for the account of each rule after the rules have changed.
class RulebooksThatDecided < ActiveRecord::Migration[7.2]
  def up
    create_table :rulebook_revisions, id: false do |t|
      t.integer :revision, primary_key: true
      t.binary :document, null: false
    end
  end
end
