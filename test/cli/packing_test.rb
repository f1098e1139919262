# frozen_string_literal: true

require "sqlite3"
require_relative "../support/command_helper"
require_relative "../support/kept_world"

# All that is here goes out in open formats, comes in again elsewhere without loss, and can be removed.
class PackingTest < Minitest::Test
  include CommandHelper

  ODD = {"crlf" => "Subject: a\r\n\r\nFrom the first\r\n>From the second\r\n", "no end" => "Subject: b\n\nends here",
         "bytes" => "Subject: c\n\n\xFF\x00\xFE and on\n".b, "parting" => "Subject: d\n\nFrom x@y Tue Mar  9 09:14:00 2027\n\n\n",
         "empty" => "", "quoted" => "Subject: e\n\n>>>From\n>From\nFrom \n"}.freeze

  def setup
    super
    @database = File.join(@folder, "x.sqlite3")
    @other = File.join(@folder, "y.sqlite3")
    @pack = File.join(@folder, "pack")
  end

  def begun
    upfront("setup", "--name", "Wren Adeyemi", "--address", "wren@lanternquay.example", "--time-zone", "Europe/Lisbon")
    letters = ODD.map { |name, text|
      "From a@b.example Thu Jan  1 00:00:00 2027\nFrom: Ana <ana@casadomar.example>\nMessage-ID: <#{name.tr(" ", "-")}@x>\n" \
        "Date: Tue, 9 Mar 2027 09:14:00 +0000\nSubject: #{name}\n\n#{text.lines.size}\n\n"
    }
    File.binwrite(File.join(@folder, "mail.mbox"), letters.join)
    upfront("import", File.join(@folder, "mail.mbox"))
    in_database(@database) do |database| # what a letter can be made of, whoever sent it
      ODD.values.each_with_index do |text, place|
        database.execute("UPDATE raw_messages SET bytes = ? WHERE message_id = ?", [SQLite3::Blob.new(text), place + 1])
        database.execute("UPDATE raw_digests SET sha256 = ? WHERE message_id = ?",
          [SQLite3::Blob.new(Digest::SHA256.digest(text)), place + 1])
      end
    end
  end

  def unpack(into = @other) = run_command("unpack", @pack, "--database", into)
  def refused(*command) = run_command(*command).then { |_, error, status| assert_equal(1, status, command.inspect) && error }

  # @return [Hash] every row of every table, but for the index of words, what SQLite knows of the tables, and how far both go
  def everything(path)
    in_database(path) do |database|
      tables = database.execute("SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'message_search%'").flatten
      (tables - %w[ar_internal_metadata schema_migrations sqlite_stat1]).to_h { |table|
        where = " WHERE key NOT IN ('search_upto', 'analysed_upto')" if table == "settings"
        [table, database.execute("SELECT * FROM \"#{table}\"#{where}").map(&:inspect).sort]
      }.reject { |_, rows| rows.empty? }
    end
  end

  def triggers(path) = in_database(path) { _1.execute("SELECT name, sql FROM sqlite_master WHERE type = 'trigger' ORDER BY name") }

  def test_a_lived_in_world_comes_back_row_by_row
    world = Demo::World.new(File.join(@folder, "world"))
    KeptWorld.lay(world, weeks: 2, folder: world.folder)
    @database = world.database
    said, error, status = run_command("pack", @pack, "--database", @database)
    assert_equal ["", 0], [error, status]
    assert_match(/letters and .* rows, with a README/, said)
    assert_equal ["", 0], unpack.last(2)
    before, after = everything(@database), everything(@other)
    assert_equal before.keys.sort, after.keys.sort
    before.each { |table, rows| assert_equal rows, after[table], table }
    assert_equal triggers(@database), triggers(@other)
    assert_operator after.keys.size, :>, 25
    readable
    again = File.join(@folder, "again")
    run_command("pack", again, "--database", @other)
    assert_equal(*[@pack, again].map { JSON.parse(File.read(File.join(_1, "manifest.json")))["files"].except("rows/settings.jsonl") })
  end

  # By what others make for reading such files.
  def readable
    Store::Database.open(@other)
    book = Core::Rulebook.parse(File.read(File.join(@pack, "rulebook.json")))
    assert_equal Store::CurrentRulebook.rulebook.rules.map(&:to_h), book.rules.map(&:to_h)
    people = Core::Contact.all(book.document).reject { |each| each.addresses.all? { _1.start_with?("@") } } # a whole domain is no card
    assert_equal people.size, Post::ContactCards.found(File.read(File.join(@pack, "contacts.vcf")))[:people].size
    found = Post::CalendarItems.found(File.read(File.join(@pack, "calendar.ics")), book.zone)
    assert_operator found.todos.size, :>=, Store::Task.standing.where(done_at: nil).count
    assert_equal Store::UndoStep.count, CSV.read(File.join(@pack, "history.csv"), headers: true).size
    boxes = Dir[File.join(@pack, "mail", "**", "*.mbox")]
    read = 0
    boxes.each { |box| Post::MailFile.new(box).each { read += 1 } }
    assert_equal Store::Message.count, read
    Store::SearchIndex.catch_up
    assert_equal Store::Message.count, in_database(@other) { _1.get_first_value("SELECT count(*) FROM message_search") }
  end

  def test_every_letter_comes_back_byte_for_byte
    begun
    assert_equal ["", 0], upfront("pack", @pack).last(2)
    assert_equal ["", 0], unpack.last(2)
    assert_equal ODD.values.map(&:b), in_database(@other) {
      _1.execute("SELECT bytes FROM raw_messages ORDER BY message_id").flatten.map(&:b)
    }
    assert_equal ["", 0], run_command("verify", @other).last(2)
    assert_equal 0o600, File.stat(Dir["#{@pack}/mail/**/*.mbox"].first).mode & 0o777
    assert_empty Dir["#{@pack}/.copy*"]
  end

  def test_a_folder_with_anything_in_it_and_a_database_that_is_there_are_left_alone
    begun
    FileUtils.mkdir_p(@pack)
    File.write(File.join(@pack, "mine.txt"), "mine")
    assert_match(/not empty/, refused("pack", @pack, "--database", @database))
    FileUtils.rm_rf(@pack)
    assert_match(/is not there/, refused("pack", @pack, "--database", @other))
    upfront("pack", @pack)
    assert_match(/is there already/, refused("unpack", @pack, "--database", @database))
    assert_match(/no whole pack/, refused("unpack", @folder, "--database", @other))
  end

  def test_what_was_changed_or_is_missing_is_told_and_nothing_is_taken_in
    begun
    upfront("pack", @pack)
    rows = File.join(@pack, "rows", "messages.jsonl")
    whole = File.binread(rows)
    File.binwrite(rows, whole.sub("quoted", "quotes"))
    assert_match(/messages.jsonl is not as it was written/, refused("unpack", @pack, "--database", @other))
    File.delete(rows)
    assert_match(/messages.jsonl is missing/, refused("unpack", @pack, "--database", @other))
    File.binwrite(rows, whole)
    damaged("rows/states.jsonl", "")
    assert_match(/without its state/, refused("unpack", @pack, "--database", @other))
    damaged("rows/states.jsonl", "{\"nonsense\": 1}\n")
    assert_match(/table states cannot be taken in/, refused("unpack", @pack, "--database", @other))
    assert_empty Dir["#{@other}*"]
  end

  # With a checksum that fits, as who means harm would write it.
  def damaged(name, text)
    File.binwrite(File.join(@pack, name), text)
    changed { _1["files"][name] = Digest::SHA256.hexdigest(text) }
  end

  def changed
    path = File.join(@pack, "manifest.json")
    manifest = JSON.parse(File.read(path))
    yield manifest
    File.write(path, JSON.generate(manifest))
  end

  def test_a_pack_that_leads_out_of_its_folder_or_is_of_another_version_is_refused
    begun
    upfront("pack", @pack)
    changed { _1["files"]["../../etc/passwd"] = "0" * 64 }
    assert_match(/does not lie within/, refused("unpack", @pack, "--database", @other))
    changed { |manifest| manifest["files"].delete("../../etc/passwd") && manifest["schema"] = "20990101000001" }
    assert_match(/newer version/, refused("unpack", @pack, "--database", @other))
    changed { _1["version"] = 2 }
    assert_match(/that this version can read/, refused("unpack", @pack, "--database", @other))
  end

  def test_a_pack_of_an_earlier_version_is_taken_in_and_brought_up
    begun
    upfront("pack", @pack)
    changed do |manifest|
      manifest["schema"] = "20270403000001" # before the rules of the office had rows of their own, and one signed in
      %w[sessions failed_sign_ins].each { manifest["files"].delete("rows/#{_1}.jsonl") }
    end
    without = File.readlines(File.join(@pack, "rows", "rules.jsonl")).map { JSON.generate(JSON.parse(_1).except("house")) }.join("\n")
    damaged("rows/rules.jsonl", without)
    assert_equal ["", 0], unpack.last(2)
    assert_equal ODD.size, in_database(@other) { _1.get_first_value("SELECT count(*) FROM messages") }
  end

  def test_all_of_it_is_removed_and_only_when_that_is_meant
    begun
    File.write("#{@database}.key", "key")
    File.write("#{@database}.before-20270309-091400", "former")
    said, = upfront("remove-all")
    assert_includes said, "Nothing was removed."
    assert File.exist?(@database)
    File.open("#{@database}.lock", File::RDWR | File::CREAT) do |lock| # as the program does while it runs
      lock.flock(File::LOCK_SH)
      assert_match(/Stop it first/, refused("remove-all", "--yes", "--database", @database))
    end
    assert_match(/All of it is removed/, upfront("remove-all", "--yes").first)
    assert_equal ["mail.mbox"], Dir.children(@folder)
    assert_match(/There is nothing/, upfront("remove-all", "--yes").first)
  end
end
