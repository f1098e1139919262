# frozen_string_literal: true

# For when a message was put off; it comes then, or at the end of a heads-down that runs then.
class WhenPutOffMailIsWantedBack < ActiveRecord::Migration[7.2]
  def up
    add_column :states, :back_at, :datetime
    execute("UPDATE states SET back_at = surface_at WHERE put_off_at IS NOT NULL")
  end
end
