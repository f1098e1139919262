# frozen_string_literal: true

require "tmpdir"
require_relative "core_helper"

# A database of its own for each process, and a transaction around each test.
module DeskHelper
  include CoreHelper

  Fixed = Struct.new(:now, :rate) do
    def adjustable? = false
  end

  FOLDER = Dir.mktmpdir("up-front-test")
  Minitest.after_run { FileUtils.rm_rf(FOLDER) }

  # Opened again where another test of the process has had another file open.
  def self.database
    path = File.join(FOLDER, "test-#{Process.pid}.sqlite3")
    UpFront::Store::Database.open(path) unless UpFront::Store::Connection.path == path
    path
  end

  def setup
    DeskHelper.database
    Store::Record.connection_pool.pin_connection!(true)
    Store::CurrentRulebook.forget
    Store::RulebookRevision.forget
    Store::BadgeCounts.forget
    Store::MatchIndex.forget
    Store::SenderCounts.forget
    Store::Senders.forget
    Store::DayDigests.forget
    Desk::OwnMeasure.forget
    @clock = Fixed.new(at("09:14"), 1.0)
    super
  end

  def teardown
    super
    Store::Record.connection_pool.unpin_connection!
  end

  attr_reader :clock

  def set_up(rules: [], **more)
    given = document(rules: rules, **more)
    Desk::SetUp.new(clock).call(given["owner"], plan: given["plan"],
      accounts: [{"name" => "Work", "addresses" => ["wren@lanternquay.example"]}],
      rest: given.slice("groups", "contacts", "labels", "inks", "templates", "rules"))
  end

  def raw(from: "Ana Ferro <ana@casadomar.example>", to: "wren@lanternquay.example", subject: "Hello", text: "The text",
    id: "<#{rand(1e12).to_i}@casadomar.example>", date: clock.now, headers: [])
    ["From: #{from}", "To: #{to}", "Subject: #{subject}", ("Date: #{date.rfc2822}" if date), ("Message-ID: #{id}" if id), *headers, "",
      text, ""].compact.join("\n")
  end

  # @return [Store::Message]
  def take(mailbox: "INBOX", as_new: false, **fields)
    taken = Desk::TakeIn.new(clock).call(Post::Letter.new(raw(**fields)), account: Store::Account.first, mailbox: mailbox, as_new: as_new)
    Store::Message.find(taken.id)
  end

  # So many that are alike but for what names them: one is taken in, and its rows are copied. @return [Array<Integer>]
  def take_many(count, **fields)
    first = take(**fields).id
    Store::Record.with_connection do |here|
      copy(here, "messages", "id", first, count, "digest" => "digest || n", "message_id" => "'<' || n || substr(message_id, 2)")
      own = here.tables.select { |table| here.foreign_keys(table).any? { [_1.to_table, _1.column] == %w[messages message_id] } }
      last = %w[claims states] # whose triggers want the rest
      [*(own - last - %w[message_labels]), *last].each { |table| copy(here, table, "message_id", first, count) }
    end
    [*first...first + count]
  end

  def copy(here, table, key, first, count, **others)
    columns = here.columns(table).map(&:name) - (%w[id] - [key])
    values = columns.map { |column| (column == key) ? "#{key} + n" : others.fetch(column, column) }
    here.execute("WITH RECURSIVE numbers (n) AS (SELECT 1 UNION ALL SELECT n + 1 FROM numbers WHERE n + 1 < #{count}) " \
      "INSERT INTO #{table} (#{columns.join(", ")}) SELECT #{values.join(", ")} FROM #{table}, numbers WHERE #{key} = #{first}")
  end

  # All of an act on many messages, as the running program goes through it.
  def go_through
    nil while Desk::DoLarge.new(clock).next
  end

  def on_front = Store::State.surfaced(clock.now).pluck(:message_id)
  def held = Store::State.held(clock.now).pluck(:message_id)
end
