# frozen_string_literal: true

require "json"

# What the store promises by itself: what belongs to a message goes with it, columns with few answers take no other,
# undo steps are rows, names are compared as the rulebook spells them, and a claim's account is kept in steps.
class PromisesOfTheStore < ActiveRecord::Migration[7.2]
  LEVELS = %w[low normal high top].freeze
  ALERTS = %w[tap chime call_out].freeze

  # By table, what each column may hold.
  CHECKS = {
    "raw_messages" => {}, "message_texts" => {}, "message_people" => {}, "message_references" => {}, "message_threads" => {},
    "claims" => {"priority" => LEVELS},
    "states" => {"came" => %w[arrived history quiet], "priority" => LEVELS, "thread_word" => %w[followed muted]},
    "firings" => {"outcome" => %w[matched asks_first]},
    "former_claims" => {},
    "alerts" => {"level" => ALERTS, "silenced_by" => %w[let_in heads_down conversation burst], "hushed_by" => %w[switch quiet_hours]},
    "thread_preferences" => {"word" => %w[followed muted neither]},
    "rule_versions" => {"act" => ["made", "changed", "undone", "brought in"]}
  }.freeze

  # Beside the message that all of them belong to.
  REFERENCES = {
    "firings" => ["rule_id", "rules", "CASCADE"], "former_claims" => ["message_id", "messages", "CASCADE"],
    "alerts" => ["rule_id", "rules", "SET NULL"],
    "rule_versions" => ["rule_id", "rules", "CASCADE"]
  }.freeze

  def up
    drop_what_is_unused
    %w[worn_by_claims worn_by_new_claims worn_by_states].each { execute("DROP TRIGGER IF EXISTS #{_1}") }
    rename_table(:minded_threads, :thread_preferences)
    spell_names
    keep_steps
    CHECKS.each { |table, checks| rebuild(table, checks) }
    add_index(:former_claims, :message_id)
    undo_steps_as_rows
    labels_on_messages
    leave_the_index_of_words
    fold_for_sorting
  end

  private

  def drop_what_is_unused
    remove_column(:claims, :decided_at)
    %i[taken doubles].each { remove_column(:imports, _1) }
  end

  # Copies a table into one with its promises. It holds what the old one holds, columns that facts and effects added too.
  def rebuild(table, checks)
    made = select_value("SELECT sql FROM sqlite_master WHERE type = 'table' AND name = '#{table}'")
    indexes = select_values("SELECT sql FROM sqlite_master WHERE type = 'index' AND tbl_name = '#{table}' AND sql IS NOT NULL")
    execute(promising(made, table, checks))
    execute("INSERT INTO #{table}_new SELECT * FROM #{table}")
    execute("DROP TABLE #{table}")
    execute("ALTER TABLE #{table}_new RENAME TO #{table}")
    indexes.each { execute(_1) }
  end

  def promising(made, table, checks)
    columns = made[/\A[^(]*\((.*)\)\s*\z/m, 1]
      .gsub(/,\s*CONSTRAINT "[^"]*"\s*FOREIGN KEY \("\w+"\)\s*REFERENCES "\w+" \("id"\)(?:\s*ON DELETE CASCADE)?\s*/m, "")
    columns = columns.sub('"message_id" integer PRIMARY KEY AUTOINCREMENT NOT NULL', '"message_id" integer PRIMARY KEY NOT NULL')
    promises = checks.map { |column, answers| "CHECK (#{column} IS NULL OR #{column} IN (#{answers.map { quote(_1) }.join(", ")}))" }
    promises << reference("message_id", "messages", "CASCADE") if columns.include?('"message_id"') && table != "former_claims"
    promises << reference("undo_step_id", "undo_steps", "CASCADE") if table == "former_claims"
    promises << reference(*REFERENCES[table]) if REFERENCES.key?(table)
    "CREATE TABLE \"#{table}_new\" (#{[columns, *promises].join(", ")})"
  end

  def reference(column, table, action) = "FOREIGN KEY (\"#{column}\") REFERENCES \"#{table}\" (\"id\") ON DELETE #{action}"

  def undo_steps_as_rows
    create_table(:undo_changes) do |t|
      t.references :undo_step, null: false, foreign_key: {on_delete: :cascade}
      t.string :model, null: false
      t.integer :key
      t.json :before, null: false
      t.json :after, null: false
    end
    execute(<<~SQL)
      INSERT INTO undo_changes (undo_step_id, model, "key", "before", "after")
      SELECT undo_steps.id, CASE model.key WHEN 'MindedThread' THEN 'ThreadPreference' WHEN 'Worn' THEN 'AppliedNames' ELSE model.key END,
        json_extract(change.value, '$.key'),
        CASE model.key WHEN 'Worn'
          THEN json_object('kind', json_extract(change.value, '$.kind'), 'name', json_extract(change.value, '$.was'))
          ELSE json_extract(change.value, '$.before') END,
        CASE model.key WHEN 'Worn'
          THEN json_object('kind', json_extract(change.value, '$.kind'), 'name', json_extract(change.value, '$.name'))
          ELSE json_extract(change.value, '$.after') END
      FROM undo_steps, json_each(undo_steps."before") model, json_each(model.value) change
    SQL
    execute("ALTER TABLE undo_steps DROP COLUMN \"before\"") # a copy would take along what belongs to the steps
    execute("ALTER TABLE undo_steps RENAME COLUMN words TO message")
    add_index(:undo_steps, :at)
    add_index(:events, :at)
  end

  LABELS = <<~SQL
    DELETE FROM message_labels WHERE message_id = NEW.message_id;
    INSERT OR IGNORE INTO message_labels (label, message_id)
      SELECT value, NEW.message_id FROM (
        SELECT label.value FROM claims, json_each(claims.labels) label WHERE claims.message_id = NEW.message_id
          AND label.value NOT IN (SELECT off.value FROM states, json_each(states.labels_off) off WHERE states.message_id = NEW.message_id)
        UNION SELECT own.value FROM states, json_each(states.labels_on) own WHERE states.message_id = NEW.message_id);
  SQL

  def labels_on_messages
    execute("DROP TABLE worn_labels")
    execute("CREATE TABLE message_labels (label TEXT NOT NULL, message_id INTEGER NOT NULL REFERENCES messages (id) ON DELETE CASCADE, " \
      "PRIMARY KEY (label, message_id)) WITHOUT ROWID")
    add_index :message_labels, :message_id
    execute("CREATE TRIGGER labels_of_new_claims AFTER INSERT ON claims WHEN NEW.labels <> '[]' BEGIN #{LABELS} END")
    execute("CREATE TRIGGER labels_of_claims AFTER UPDATE OF labels ON claims WHEN NEW.labels <> OLD.labels BEGIN #{LABELS} END")
    execute("CREATE TRIGGER labels_of_states AFTER UPDATE OF labels_on, labels_off ON states WHEN NEW.labels_on <> OLD.labels_on OR " \
      "NEW.labels_off <> OLD.labels_off BEGIN #{LABELS} END")
    execute(<<~SQL)
      INSERT OR IGNORE INTO message_labels (label, message_id)
        SELECT label.value, claims.message_id FROM claims JOIN states USING (message_id), json_each(claims.labels) label
          WHERE label.value NOT IN (SELECT value FROM json_each(states.labels_off))
        UNION SELECT own.value, states.message_id FROM states, json_each(states.labels_on) own
    SQL
  end

  # An external index is told of a text that goes while the text is still there.
  def leave_the_index_of_words
    columns = %w[subject_words people_words attachment_names_words body_words]
    execute(<<~SQL)
      CREATE TRIGGER texts_leave_the_index BEFORE DELETE ON message_texts
      WHEN OLD.message_id <= (SELECT CAST(value AS INTEGER) FROM settings WHERE "key" = 'search_upto') BEGIN
        INSERT INTO message_search (message_search, rowid, #{columns.join(", ")})
          VALUES ('delete', OLD.message_id, #{columns.map { "OLD.#{_1}" }.join(", ")});
      END
    SQL
  end

  def fold_for_sorting
    %i[sender_folded subject_folded].each { add_column :messages, _1, :string, null: false, default: "" }
    execute("UPDATE messages SET sender_folded = folded(sender_name), subject_folded = substr(folded(subject), 1, 200)")
  end

  # Labels and inks on mail by the rulebook's own spelling.
  def spell_names
    document = select_value("SELECT document FROM rulebooks LIMIT 1").then { _1 ? JSON.parse(_1) : {} }
    spelled(document.fetch("inks", []), select_values("SELECT DISTINCT ink FROM claims WHERE ink IS NOT NULL")).each do |was, name|
      execute("UPDATE claims SET ink = #{quote(name)} WHERE ink = #{quote(was)}")
    end
    {"claims" => %w[labels], "states" => %w[labels_on labels_off]}.each do |table, columns|
      columns.each do |column|
        spelled(document.fetch("labels", []),
          select_values("SELECT DISTINCT label.value FROM #{table}, json_each(#{table}.#{column}) label")).each do |was, name|
          execute("UPDATE #{table} SET #{column} = (SELECT json_group_array(CASE value WHEN #{quote(was)} THEN #{quote(name)} ELSE " \
            "value END) FROM json_each(#{column})) " \
            "WHERE EXISTS (SELECT 1 FROM json_each(#{column}) WHERE value = #{quote(was)})")
        end
      end
    end
  end

  # @return [Hash{String=>String}] names that are spelled otherwise than the rulebook's, with its spelling
  def spelled(things, used)
    fold = ->(name) { select_value("SELECT folded(#{quote(name)})") }
    own = things.to_h { [fold[_1["name"]], _1["name"]] }
    used.to_h { [_1, own[fold[_1]]] }.select { |was, name| name && was != name }
  end

  BATCH = 500

  # An account in sentences, as it was kept before, becomes one in steps.
  def keep_steps
    last = 0
    loop do
      rows = select_rows("SELECT claims.message_id, claims.trace, claims.surface_at, messages.arrived_at FROM claims JOIN messages ON " \
        "messages.id = claims.message_id " \
        "WHERE claims.message_id > #{last} ORDER BY claims.message_id LIMIT #{BATCH}")
      return if rows.empty?

      rows.each do |id, trace, surface_at, arrived_at|
        execute("UPDATE claims SET trace = #{quote(JSON.generate(in_steps(JSON.parse(trace), surface_at || arrived_at)))} WHERE " \
          "message_id = #{id}")
      end
      last = rows.last[0]
    end
  end

  def in_steps(trace, at)
    moment = "#{at.to_s.sub(" ", "T")[0, 19]}Z"
    rules = trace.fetch("rules", []).map { |rule| rule.merge("evidence" => rule.fetch("evidence", []).map { found_as_list(_1) }) }
    trace.merge("rules" => rules, "timing" => trace.fetch("timing", []).map { _1.is_a?(String) ? step(_1, moment) : _1 })
  end

  def found_as_list(leaf)
    (leaf["held"] && leaf["found"].is_a?(String) &&
      %w[mentions mentions_all contains].include?(leaf["op"])) ? leaf.merge("found" => [leaf["found"]]) : leaf
  end

  TIMINGS = {"straight in" => "now", "next round" => "next_round", "that round" => "round"}.freeze

  def step(sentence, at)
    case sentence
    when /\Acovered by window (.+)\z/m then {"step" => "window", "name" => $1}
    when "covered by a day off" then {"step" => "day_off"}
    when /\Ano window covers/ then {"step" => "uncovered", "at" => at}
    when /\A(discarded|off the Front) by rule (.+)\z/m then {
      "step" => "never", "topic" => ($1 == "discarded") ? "discard" : "timing", "rule" => $2
    }
    when /\A(straight in|next round|that round|until .+?) by rule (.+)\z/m then {
      "step" => "by_rule", "rule" => $2, "timing" => TIMINGS.fetch($1, "until"), "at" => at
    }
    when /\Around (.+) at \d\d:\d\d(?: on [\d-]+)?\z/m then {"step" => "round", "name" => $1, "at" => at}
    when /\Awindow ends at/ then {"step" => "window_ends", "at" => at}
    when /\Aheads-down until/ then {"step" => "heads_down", "at" => at}
    when "breaks through heads-down" then {"step" => "breaks_through"}
    else {"step" => "no_moment"}
    end
  end
end
