# frozen_string_literal: true

require "digest"
require "zlib"
require_relative "../support/api_helper"

# Databases that earlier versions themselves have made, each with a rule, a view where there were any, and five messages of which one is
# cleared and one flagged: they open, are made of what a new one is made of, and go on. `former/migrations.txt` holds the migrations to
# what they were when they landed: a database that has gone through one will not go through it again.
class FormerVersionsTest < Minitest::Test
  include CoreHelper

  FORMER = File.expand_path("../former", __dir__)
  VERSIONS = Dir[File.join(FORMER, "*.sqlite3.gz")].sort
  PAGES = %w[status front held day rules views things week history messages/1 find?text=lukasz vocabulary alerts sources].freeze

  def setup = @folder = Dir.mktmpdir

  def teardown
    Store::Database.close
    FileUtils.rm_rf(@folder)
    [Store::CurrentRulebook, Store::BadgeCounts, Store::SenderCounts, Store::MatchIndex].each(&:forget)
    DeskHelper.database
  end

  def opened(name)
    Store::Database.close
    path = File.join(@folder, name)
    yield path
    Store::Database.open(path)
    [Store::CurrentRulebook, Store::BadgeCounts, Store::SenderCounts, Store::MatchIndex].each(&:forget)
    Store::Record.connection
  end

  # What the file is made of, whatever order it was made in.
  def made_of(here)
    columns = here.tables.sort.to_h do |table|
      [table, here.select_rows("SELECT name, type, \"notnull\", dflt_value, pk FROM pragma_table_info('#{table}')").sort_by(&:to_s)]
    end
    others = here.select_rows("SELECT type, name, replace(replace(sql, '\"', ''), ' ', '') FROM sqlite_master " \
      "WHERE type IN ('index', 'trigger', 'view') AND name NOT LIKE 'sqlite_%'").sort_by(&:to_s)
    [columns, others]
  end

  def get(path)
    clock = DeskHelper::Fixed.new(at("09:20"), 1.0)
    Web::App.set(:clock, clock)
    Rack::MockRequest.new(Web::App).get("/api/#{path}", "HTTP_HOST" => "127.0.0.1")
  end

  def test_a_database_of_each_version_opens_is_made_anew_and_goes_on
    wanted = made_of(opened("new.sqlite3") {})
    assert_operator VERSIONS.size, :>=, 7
    VERSIONS.each do |packed|
      name = File.basename(packed, ".gz")
      here = opened(name) { |path| File.binwrite(path, Zlib.gunzip(File.binread(packed))) }
      assert_equal wanted, made_of(here), name
      assert_equal [[], "ok", 5], [here.select_rows("PRAGMA foreign_key_check"), here.select_value("PRAGMA integrity_check"), Store::Message.count]
      goes_on(name)
    end
  end

  def test_a_migration_that_has_landed_is_never_changed
    kept = File.readlines(File.join(FORMER, "migrations.txt"), chomp: true).to_h(&:split)
    now = Dir[File.join(Store::Database::MIGRATIONS, "*.rb")].sort.to_h { [File.basename(_1), Digest::SHA256.file(_1).hexdigest[0, 16]] }
    assert_equal kept, now, "Write another migration in place of changing one; add a new one to the list."
  end

  private

  def goes_on(name)
    told = []
    clock = DeskHelper::Fixed.new(at("09:20"), 1.0)
    work = Service::Work.announcing(clock) + Service::Work.beside(clock)
    watcher = Service::Watcher.new(clock, work, Service::Attempts.new(clock, told: ->(text) { told << text }))
    3.times { watcher.turn }
    assert_empty told, name
    PAGES.each { |path| assert_equal 200, get(path).status, "#{name}: #{path}" }
    assert_equal 5, JSON.parse(get("find?text=lukasz").body)["count"], name
    flagged, cleared = Store::UndoStep.find_by!("message LIKE 'Flagged%'"), Store::UndoStep.find_by!("message LIKE 'Cleared%'")
    [flagged, cleared].each { Desk::Undo.new(clock).call(_1.id) }
    assert_equal [0, 0], [Store::State.where(flagged: true).count, Store::State.where.not(cleared_at: nil).count], name
    assert_equal "Loans", Store::Rule.in_order.first.name
    Desk::Undo.new(clock).call(Store::UndoStep.find_by!("message LIKE 'Made the rule%'").id)
    assert_empty Store::Rule.in_order.to_a, name
  end
end
