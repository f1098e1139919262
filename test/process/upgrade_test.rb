# frozen_string_literal: true

require "open3"
require "tmpdir"
require_relative "../support/core_helper"

# From a version that there was, with a row in every table, a database comes to be as a new one is, and keeps what it had. All migrations
# are gone through by rows that were there before; from each third version and the newest, since each begins with the former.
class UpgradeTest < Minitest::Test
  include CoreHelper

  VERSIONS = Dir[File.join(UpFront::ROOT, "lib/up_front/store/migrations/*.rb")].map { File.basename(_1)[/\A\d+/].to_i }.sort
  NEWEST = 4
  FROM = [0, *VERSIONS.select.with_index { |_, place| (place % 3).zero? || place >= VERSIONS.size - NEWEST }].freeze

  # For each version in a process of its own, forked from one that has loaded everything: one line of JSON each.
  SCRIPT = <<~'RUBY'
    require "./lib/up_front"
    include UpFront
    folder, versions, given = ARGV[0], JSON.parse(ARGV[1]), JSON.parse(ARGV[2])
    Store::Record # brings the library with it
    ActiveRecord::Migration.verbose = false
    OWN = %w[ar_internal_metadata schema_migrations sqlite_sequence]

    # Something of its type for each column that must have one.
    def filled(column, at)
      case column.sql_type.to_s.downcase
      when /int|bool|decimal|float|real/ then 0
      when /date|time/ then at
      when /json/ then "{}"
      when /blob/ then "x"
      else "x"
      end
    end

    def tables(here) = here.tables.reject { OWN.include?(_1) || _1.start_with?("message_search") }

    def fill(here, given)
      here.execute("PRAGMA foreign_keys = OFF")
      tables(here).each do |table|
        known = here.columns(table)
        rows = given.fetch(table, [{}]).map { |row| row.slice(*known.map(&:name)) }
        rows.each do |row|
          must = known.select { |column| !column.null && column.default.nil? && !row.key?(column.name) }
          must.each { |column| row[column.name] = filled(column, given["at"]) }
          row["message_id"] = 1 if known.any? { _1.name == "message_id" && _1.sql_type =~ /int/i }
          names, values = row.keys.map { "\"#{_1}\"" }, row.values.map { here.quote(_1.is_a?(Enumerable) ? JSON.generate(_1) : _1) }
          here.execute("INSERT INTO #{table} (#{names.join(", ")}) VALUES (#{values.join(", ")})") if row.any?
        end
      end
    end

    # What the file is made of, whatever order it was made in.
    def made_of(here)
      about = "name, type, \"notnull\", dflt_value, pk"
      columns = here.tables.sort.to_h do |table|
        [table, here.select_rows("SELECT #{about} FROM pragma_table_info('#{table}')").sort_by(&:to_s)]
      end
      others = here.select_rows("SELECT type, name FROM sqlite_master WHERE type IN ('index', 'trigger', 'view') " \
        "AND name NOT LIKE 'sqlite_%'").sort
      {columns: columns, others: others}
    end

    versions.each do |version|
      reader, writer = IO.pipe
      fork do
        path = File.join(folder, "#{version}.sqlite3")
        unless version.zero?
          Store::Connection.to(path)
          ActiveRecord::MigrationContext.new(Store::Database::MIGRATIONS).migrate(version)
          fill(Store::Record.connection, given)
          Store::Database.close
        end
        Store::Database.open(path)
        here = Store::Record.connection
        kept = version.zero? ? nil : {
          faults: here.select_rows("PRAGMA foreign_key_check").map(&:first).uniq, whole: here.select_value("PRAGMA integrity_check"),
          subject: Store::Message.find(1).subject, raw: here.select_value("SELECT bytes FROM raw_messages WHERE message_id = 1"),
          name: Store::CurrentRulebook.rulebook&.owner&.fetch("name"), account: Store::Account.find(1).name,
          state: Store::State.find_by(message_id: 1)&.flagged, version: here.select_value("SELECT max(version) FROM schema_migrations").to_i
        }
        writer.puts JSON.generate({version: version, made_of: made_of(here), kept: kept})
        writer.close
        exit!(0)
      rescue => error
        writer.puts JSON.generate({version: version, failed: "#{error.class}: #{error.message[0, 300]} #{error.backtrace.first(3)}"})
        exit!(1)
      end
      writer.close
      print reader.read
      Process.wait
    end
  RUBY

  AT = "2027-03-09 09:14:00.000000"

  def given
    {
      "at" => AT, "accounts" => [{"id" => 1, "name" => "Work", "addresses" => []}],
      "rulebooks" => [{"id" => 1, "document" => document.except("rules"), "revision" => 1}],
      "messages" => [{"id" => 1, "account_id" => 1, "subject" => "Łukasz and the crates", "mailbox" => "INBOX", "message_id" => "<1@x>",
                      "arrived_at" => AT, "people" => {}, "headers" => {}, "attachments" => [], "kind" => "person",
                      "sender_importance" => "normal"}],
      "claims" => [{"message_id" => 1, "surface_at" => AT, "priority" => "high", "labels" => ["Loans"], "forward" => [], "proposals" => [],
                    "trace" => {"rules" => [], "timing" => []}, "revision" => 1, "decided_at" => AT}],
      "states" => [{"message_id" => 1, "surface_at" => AT, "flagged" => 1, "came" => "arrived"}],
      **%w[imap_servers imap_folders imap_letters imap_marks].to_h { [_1, []] },
      "raw_messages" => [{"message_id" => 1, "bytes" => "Subject: Crates"}],
      "message_people" => [{"message_id" => 1, "role" => "from", "key" => "a@b.example", "name_key" => "", "domain_path" => "example.b."}],
      "rules" => [], "views" => [], "undo_steps" => [], "former_claims" => [], "undo_changes" => [],
      "settings" => [{"key" => "search_upto", "value" => "0"}],
      "alerts" => [], "rule_versions" => [], "firings" => [], "sounds" => [], "seen_files" => [], "sources" => [], "imports" => [],
      "events" => [{"at" => AT, "kind" => "arrived", "payload" => {}}], "minded_threads" => [], "message_labels" => [], "heads_downs" => [],
      "jobs" => [], "job_parts" => [], "mail_servers" => [], "drafts" => [], "draft_files" => [], "outgoing" => [],
      "outgoing_letters" => [], "outgoing_files" => [], "sending_orders" => [],
      "appointments" => [{"uid" => "1", "title" => "Opening", "starts_on" => "2027-03-20", "ends_on" => "2027-03-21"}]
    }
  end

  def seen
    @@seen ||= Dir.mktmpdir("up-front-upgrade") do |folder|
      out, error, status = Open3.capture3("bundle", "exec", "ruby", "-e", SCRIPT, folder, JSON.generate(FROM),
        JSON.generate(given), chdir: UpFront::ROOT)
      assert status.success?, error
      out.lines.map { JSON.parse(_1) }
    end
  end

  def upgraded = seen.reject { _1["version"].zero? }

  def test_there_is_one_of_each = assert_equal([FROM, []], [seen.map { _1["version"] }, seen.filter_map { _1["failed"] }])

  def test_an_upgraded_file_is_made_of_what_a_new_one_is
    fresh = seen.find { _1["version"].zero? }["made_of"]
    upgraded.each do |one|
      fresh["columns"].each { |table, columns| assert_equal columns, one["made_of"]["columns"][table], "#{table}, from #{one["version"]}" }
      assert_equal fresh["columns"].keys, one["made_of"]["columns"].keys, "tables, from #{one["version"]}"
      assert_equal fresh["others"], one["made_of"]["others"], "indexes and triggers, from #{one["version"]}"
    end
  end

  def test_what_was_there_is_there
    upgraded.each do |one|
      kept = one["kept"]
      assert_equal ["Łukasz and the crates", "Subject: Crates", "Wren", "Work", true], kept.values_at("subject", "raw", "name", "account",
        "state"), "from #{one["version"]}"
      assert_equal [[], "ok", VERSIONS.last], kept.values_at("faults", "whole", "version"), "from #{one["version"]}"
    end
  end
end
