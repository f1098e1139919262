# frozen_string_literal: true

# Whether anything was decided by a rulebook is asked every ten minutes, and need not read all claims.
class ClaimsByRevision < ActiveRecord::Migration[7.2]
  def change = add_index(:claims, :revision)
end
