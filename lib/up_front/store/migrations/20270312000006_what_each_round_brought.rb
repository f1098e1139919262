# frozen_string_literal: true

class WhatEachRoundBrought < ActiveRecord::Migration[7.2]
  def change
    add_index :claims, :surface_at, where: "round IS NOT NULL", name: "index_claims_by_round"
  end
end
