# frozen_string_literal: true

# The version of the file's format in which a rule was saved, so that one saved under an older version is
# still read.
class AddFormToRules < ActiveRecord::Migration[7.2]
  def change
    add_column :rules, :form, :integer, null: false, default: 1
  end
end
