# frozen_string_literal: true

# Which turns of an event that recurs are left out, and which come beside its rule (RFC 5545, EXDATE and RDATE): days, or instants.
class TurnsOfAppointments < ActiveRecord::Migration[7.2]
  def change
    add_column(:appointments, :exdates, :json, null: false, default: [])
    add_column(:appointments, :rdates, :json, null: false, default: [])
  end
end
