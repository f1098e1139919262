# frozen_string_literal: true

require "json"
require "time"

# The first version kept of each record that an act changed all that it was before, and nothing of what it was after. What came after
# is what the next step found, or what is there now; of that, only what differs is kept, as later versions do.
class UndoStepsInOneForm < ActiveRecord::Migration[7.2]
  TABLES = {"State" => ["states", "message_id"], "Rule" => ["rules", "id"], "Rulebook" => ["rulebooks", "id"]}.freeze
  UNTRACED = %w[id message_id version revision announced_at created_at].freeze
  TIME = /\A\d{4}-\d\d-\d\d[T ]\d\d:\d\d:\d\d/

  def up
    return unless column_exists?(:undo_steps, :before) # where the steps are rows already

    after = {}
    select_rows("SELECT id, \"before\" FROM undo_steps ORDER BY id DESC").each do |id, kept|
      steps = JSON.parse(kept)
      next unless steps.values.flatten(1).any? { |row| former?(row) }

      trails = steps.to_h { |model, rows| [model, rows.filter_map { |row| trail(model, row, after) }] }
      execute("UPDATE undo_steps SET \"before\" = #{quote(JSON.generate(trails))} WHERE id = #{id}")
    end
  end

  private

  def former?(row) = !row.key?("before") && (row.key?("id") || row.key?("message_id"))

  def trail(model, row, after)
    return row unless former?(row) && TABLES.key?(model)

    table, key = TABLES.fetch(model)
    came = after[[model, row[key]]] || select_all("SELECT * FROM #{table} WHERE #{key} = #{quote(row[key])}").first or return
    after[[model, row[key]]] = row
    changed = row.keys.select { |column| came.key?(column) && plain(row[column]) != plain(came[column]) } - UNTRACED
    {"key" => row[key], "before" => row.slice(*changed).transform_values { plain(_1) },
     "after" => came.slice(*changed).transform_values { plain(_1) }}
  end

  # A record's JSON and the database's own way of keeping a value, made one.
  def plain(value)
    case value
    when true then 1
    when false then 0
    when TIME then Time.parse((value.match?(/Z|[+-]\d\d:?\d\d\z/) ? value : "#{value}Z")).utc.iso8601(6)
    when /\A[\[{]/ then JSON.parse(value)
    else value
    end
  end
end
