# frozen_string_literal: true

# What the office publishes stands in the rulebook's head; each of its rules has a row of its own, so that what it did is kept of it
# as of any other.
class HouseRules < ActiveRecord::Migration[7.2]
  def change
    add_column :rules, :house, :string
    add_index :rules, :house, unique: true, where: "house IS NOT NULL"
  end
end
