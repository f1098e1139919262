# frozen_string_literal: true

# Who writes, and what each message did to the day, in narrow rows that are kept by what happens: when it first came and how, when it
# was first opened, when it was answered, how often it was put off. Times are whole seconds since 1970 (UTC). Filled by Store::Traffic.
class WhoWritesAndWhatItDoes < ActiveRecord::Migration[7.2]
  # What had come before it was put off or brought in again stays as it came.
  BEFORE = "traffic.comes_at <= max(ifnull(unixepoch(s.put_off_at), 0), ifnull(unixepoch(s.let_in_at), 0))"
  NEVER = "s.came <> 'arrived' OR s.surface_at IS NULL OR ifnull(s.cleared_at < s.surface_at, 0) " \
    "OR ifnull(s.discarded_at < s.surface_at, 0)"
  COMES = "CASE WHEN s.came = 'arrived' AND #{BEFORE} THEN traffic.comes_at WHEN #{NEVER} THEN NULL ELSE unixepoch(s.surface_at) END".freeze
  WAY = <<~SQL.tr("\n", " ").freeze
    CASE WHEN s.came = 'arrived' AND #{BEFORE} THEN traffic.way WHEN #{NEVER} THEN NULL
    WHEN s.put_off_at IS NOT NULL OR s.let_in_at IS NOT NULL THEN 'hand'
    WHEN NOT claims.held OR s.thread_word = 'followed' THEN 'straight'
    WHEN s.moved_at IS NOT NULL OR (claims.round IS NOT NULL AND claims.surface_at = s.surface_at) THEN 'round' ELSE 'time' END
  SQL
  READ = "(s.opened_at IS NOT NULL OR (NOT s.unread AND NOT claims.mark_read))"
  STANDS = <<~SQL.tr("\n", " ").freeze
    UPDATE traffic SET comes_at = #{COMES}, way = #{WAY}, came = s.came, read = #{READ}, opened_at = unixepoch(s.opened_at),
    priority = claims.priority
  SQL
  FROM = "FROM states s JOIN claims ON claims.message_id = s.message_id"
  # While all of it is made anew it is told once, in the end: see Store::Traffic.
  UNLESS_FILLING = "WHEN NOT EXISTS (SELECT 1 FROM settings WHERE \"key\" = 'traffic_filling')"
  WATCHED = "surface_at, came, unread, cleared_at, discarded_at, let_in_at, put_off_at, moved_at, thread_word, opened_at"

  def up
    create_table(:senders) do |t|
      t.string :key, null: false, index: {unique: true}
      t.string :domain, null: false
      t.string :name, null: false
      t.integer :first_at, null: false
      t.integer :last_at, null: false
      t.integer :touched, null: false, default: 0, index: true
      t.integer :removed, null: false, default: 0
    end
    create_table(:traffic_days, id: false) do |t|
      t.integer :day, primary_key: true
      t.integer :touched, null: false, index: true
    end
    traffic
    triggers
    touches
    days_touched
    create_table(:rule_turns) do |t|
      t.datetime :at, null: false, index: true
      t.integer :revision, null: false
      t.string :said, null: false
    end
    unsubscribings
  end

  private

  def traffic
    execute(<<~SQL)
      CREATE TABLE traffic (
        message_id INTEGER PRIMARY KEY NOT NULL REFERENCES messages (id) ON DELETE CASCADE,
        sender_id INTEGER REFERENCES senders (id) ON DELETE SET NULL,
        list TEXT, arrived_at INTEGER NOT NULL, mine INTEGER NOT NULL, kind TEXT NOT NULL, size INTEGER NOT NULL,
        unsubscribe INTEGER NOT NULL, came TEXT, priority TEXT, way TEXT, comes_at INTEGER, read INTEGER NOT NULL DEFAULT 0,
        opened_at INTEGER, answered_at INTEGER, put_offs INTEGER NOT NULL DEFAULT 0,
        CHECK (way IS NULL OR way IN ('straight', 'round', 'time', 'hand')))
    SQL
    add_index(:traffic, %i[sender_id arrived_at])
    add_index(:traffic, :arrived_at)
    add_index(:traffic, :comes_at)
    add_index(:traffic, :answered_at, where: "answered_at IS NOT NULL")
    add_index(:traffic, :list, where: "list IS NOT NULL", name: "index_traffic_of_lists")
  end

  def triggers
    execute("CREATE TRIGGER traffic_of_new_states AFTER INSERT ON states BEGIN #{STANDS} #{FROM} WHERE s.message_id = NEW.message_id " \
      "AND traffic.message_id = NEW.message_id; END")
    execute("CREATE TRIGGER traffic_of_states AFTER UPDATE OF #{WATCHED} ON states BEGIN #{STANDS}, put_offs = #{put_offs} #{FROM} " \
      "WHERE s.message_id = NEW.message_id AND traffic.message_id = NEW.message_id; END")
    # What rules decide anew of mail that has come changes nothing of how it came.
    execute("CREATE TRIGGER traffic_of_claims AFTER UPDATE OF surface_at, round, held, priority, mark_read ON claims BEGIN " \
      "#{STANDS} #{FROM} WHERE s.message_id = NEW.message_id AND traffic.message_id = NEW.message_id AND s.announced_at IS NULL; END")
  end

  # Whose figures are others since: a number that only grows.
  def touches
    next_turn = "(SELECT max(touched) + 1 FROM senders)"
    touch = ->(ids) { "UPDATE senders SET touched = #{next_turn} WHERE id #{ids};" }
    of_alert = "IN (SELECT sender_id FROM traffic WHERE message_id = %s.message_id)"
    {"INSERT ON traffic" => "= NEW.sender_id", "UPDATE ON traffic" => "= NEW.sender_id", "DELETE ON traffic" => "= OLD.sender_id",
     "INSERT ON alerts" => format(of_alert, "NEW"), "UPDATE OF silenced_by ON alerts" => format(of_alert, "NEW"),
     "DELETE ON alerts" => format(of_alert, "OLD")}.each_with_index do |(what, ids), place|
      execute("CREATE TRIGGER senders_touched_#{place} AFTER #{what} #{UNLESS_FILLING} BEGIN #{touch[ids]} END")
    end
  end

  # The days (UTC, counted since 1970) on which something of a message is others since.
  def days_touched
    next_turn = "(SELECT ifnull(max(touched), 0) + 1 FROM traffic_days)"
    touch = lambda do |row|
      %w[arrived_at comes_at answered_at].map { |moment|
        "INSERT INTO traffic_days (day, touched) SELECT #{row}.#{moment} / 86400, #{next_turn} WHERE #{row}.#{moment} IS NOT NULL " \
          "ON CONFLICT (day) DO UPDATE SET touched = excluded.touched;"
      }.join(" ")
    end
    {"INSERT" => touch["NEW"], "DELETE" => touch["OLD"], "UPDATE" => "#{touch["OLD"]} #{touch["NEW"]}"}.each do |what, does|
      execute("CREATE TRIGGER days_touched_by_#{what.downcase} AFTER #{what} ON traffic #{UNLESS_FILLING} BEGIN #{does} END")
    end
  end

  # Put off once more, or that taken back.
  def put_offs
    "max(0, traffic.put_offs + (ifnull(NEW.put_off_at, '') > ifnull(OLD.put_off_at, '')) " \
      "- (ifnull(NEW.put_off_at, '') < ifnull(OLD.put_off_at, '')))"
  end

  def unsubscribings
    create_table(:unsubscribings) do |t|
      t.string :by, null: false
      t.string :key, null: false
      t.references :message, null: true, index: true, foreign_key: {on_delete: :nullify}
      t.references :outgoing, null: true, index: true, foreign_key: {to_table: :outgoing, on_delete: :nullify}
      t.string :way, null: false
      t.string :target, null: false
      t.string :state, null: false
      t.datetime :at, null: false
      t.datetime :goes_at
      t.datetime :asked_at
      t.text :said
      t.index %i[by key]
      t.index :state
    end
  end
end
