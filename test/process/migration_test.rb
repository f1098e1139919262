# frozen_string_literal: true

require "open3"
require "tmpdir"
require_relative "../support/core_helper"

# A database of an earlier version is brought to today's with all that is in it.
class MigrationTest < Minitest::Test
  include CoreHelper

  BEFORE = 20270308000002 # the last version in which undo steps were one JSON, and accounts were sentences
  TIMING = ["covered by window Night", "straight in by rule Of by rule X", "round Mid at 10:30", "heads-down until 11:00 on 2027-03-10",
    "no moment within 366 days"].freeze
  UNDONE = {
    "State" => [{"key" => 1, "before" => {"flagged" => false}, "after" => {"flagged" => true}}],
    "MindedThread" => [{"key" => 1, "before" => {"word" => nil}, "after" => {"word" => "muted"}}],
    "Worn" => [{"kind" => "labels", "was" => "Old", "name" => "Loans"}]
  }.freeze

  SCRIPT = <<~'RUBY'
    require "./lib/up_front"
    include UpFront
    path, version, data = ARGV[0], ARGV[1].to_i, JSON.parse(ARGV[2])
    Store::Connection.to(path)
    ActiveRecord::Migration.verbose = false
    ActiveRecord::MigrationContext.new(Store::Database::MIGRATIONS).migrate(version)
    quote = ->(value) { Store::Record.connection.quote(value.is_a?(Hash) || value.is_a?(Array) ? JSON.generate(value) : value) }
    data.each do |table, rows|
      rows.each do |row|
        names = row.keys.map { "\"#{_1}\"" }.join(", ")
        Store::Record.connection.execute("INSERT INTO #{table} (#{names}) VALUES (#{row.values.map(&quote).join(", ")})")
      end
    end
    Store::Database.close
    Store::Database.open(path)
    here = Store::Record.connection
    trace = Store::Claim.find(1).trace
    step = Store::UndoStep.first
    clock = Struct.new(:now).new(Time.iso8601("2027-03-09T12:00:00Z"))
    lukasz = {"fact" => "subject", "op" => "mentions", "value" => ["lukasz"]}
    sought = Core::Condition.read(lukasz, Core::Check.new, Store::CurrentRulebook.rulebook.names)
    seen = {
      faults: here.select_rows("PRAGMA foreign_key_check"), whole: here.select_value("PRAGMA integrity_check"), timing: trace["timing"],
      found: trace["rules"][0]["evidence"][0]["found"],
      claim: Store::Claim.find(1).attributes.slice("ink", "labels"),
      labels: here.select_rows("SELECT label, message_id FROM message_labels"),
      former: Store::FormerClaim.count,
      step: [step.message, step.changes_made.map { [_1.model, _1.key, _1.before, _1.after] }],
      folded: Store::Message.first.attributes.slice("sender_folded", "subject_folded"),
      found_by: Store::SQLReader.messages(sought).ids,
      undone: Desk::Undo.new(clock).call(step.id).message,
      after: [Store::State.first.flagged, Store::ThreadPreference.first.word, Store::Claim.find(1).labels],
      restored: Store::Claim.find(1).priority
    }
    Store::Record.transaction { Store::Removal.call([1]) }
    belonging = here.tables.select { |table| here.columns(table).any? { _1.name == "message_id" } }.grep_v(/message_search/)
    seen[:left] = belonging.to_h { [_1, here.select_value("SELECT count(*) FROM #{_1}")] }.select { _2.positive? }
    here.execute("INSERT INTO message_search (message_search) VALUES ('integrity-check')")
    puts JSON.generate(seen)
  RUBY

  AT = "2027-03-09 09:14:00.000000"

  def data
    message = {id: 1, account_id: 1, account_key: "work", mailbox: "INBOX", mailbox_key: "inbox", digest: "d", message_id: "<1@x>",
               subject: "Łukasz", sender_name: "Ødegård", sender_key: "a@b.example", excerpt: "", body: "",
               arrived_at: AT, size: 1, attachment_count: 0, has_attachment: 0, recipient_count: 1, to_list: 0, has_unsubscribe: 0,
               automatic: 0, first_contact: 0, reply_to_mine: 0, from_me: 0, calendar_method: 0, kind: "person",
               sender_importance: "normal", people: {}, headers: {}, attachments: []}
    evidence = {"path" => "/when", "fact" => "subject", "op" => "mentions", "held" => true, "found" => "Łukasz"}
    claim = {message_id: 1, surface_at: AT, held: 0, priority: "high", ink: "COPPER", labels: ["loans"], keep_at_top: 0, forward: [],
             proposals: [], trace: {"rules" => [{"rule" => "R", "outcome" => "matched", "evidence" => [evidence]}], "timing" => TIMING},
             revision: 1, decided_at: AT}
    texts = %w[subject body people attachment_names].flat_map { |name| [[name, "\nłukasz\n"], ["#{name}_words", "\n łukasz \n"]] }.to_h
    {
      accounts: [{id: 1, name: "Work", addresses: []}], rulebooks: [{document: document.except("rules"), revision: 1}], messages: [message],
      message_texts: [{message_id: 1, **texts}], claims: [claim],
      states: [{message_id: 1, surface_at: AT, flagged: 1}], raw_messages: [{message_id: 1, bytes: "x"}],
      message_people: [{message_id: 1, role: "from", key: "a@b.example", name_key: "ødegard", domain_path: "example.b."}],
      minded_threads: [{id: 1, message_id: 1, word: "muted", at: AT}], undo_steps: [{id: 1, at: AT, words: "Did it.", before: UNDONE}],
      former_claims: [{undo_step_id: 1, message_id: 1, claim: claim.except(:message_id).merge(priority: "low"), firings: []}],
      settings: [{key: "search_upto", value: "0"}]
    }
  end

  def test_what_an_earlier_version_kept_is_all_there
    seen = Dir.mktmpdir("up-front-migration") do |folder|
      out, error, status = Open3.capture3("bundle", "exec", "ruby", "-e", SCRIPT, File.join(folder, "x.sqlite3"), BEFORE.to_s,
        JSON.generate(data), chdir: UpFront::ROOT)
      assert status.success?, error
      JSON.parse(out)
    end
    assert_equal [[], "ok", 1], seen.values_at("faults", "whole", "former")
    assert_equal [["window", "Night"], ["by_rule", "Of by rule X"], ["round", "Mid"], ["heads_down", nil], ["no_moment", nil]],
      seen["timing"].map {
        [_1["step"], _1["name"] || _1["rule"]]
      }
    assert_equal [["Łukasz"], {"ink" => "Copper", "labels" => ["Loans"]}, [["Loans", 1]]], seen.values_at("found", "claim", "labels")
    assert_equal [{"sender_folded" => "o~degard", "subject_folded" => "l~ukasz"}, [1]], seen.values_at("folded", "found_by")
    assert_equal ["Did it.", [["State", 1, {"flagged" => false}, {"flagged" => true}],
      ["ThreadPreference", 1, {"word" => nil}, {"word" => "muted"}],
      ["AppliedNames", nil, {"kind" => "labels", "name" => "Old"}, {"kind" => "labels", "name" => "Loans"}]]], seen["step"]
    assert_equal ["Undone: Did it.", [false, nil, ["loans"]], "low"], seen.values_at("undone", "after", "restored")
    assert_equal({}, seen["left"])
  end
end
