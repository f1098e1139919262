# frozen_string_literal: true

# When a message was first opened, and when a rulebook was first in force: for looking back at what the person really did.
class WhenOpenedAndWhenDecided < ActiveRecord::Migration[7.2]
  def up
    add_column :states, :opened_at, :datetime
    add_column :rulebook_revisions, :kept_at, :datetime
  end
end
