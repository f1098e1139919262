# frozen_string_literal: true

require "tmpdir"
require "sqlite3"
require_relative "../support/core_helper"
require_relative "../support/server"

# The server killed at any moment while mail goes out, and started again: each letter goes once, or it is said that this cannot be known.
class SendingKillTest < Minitest::Test
  include CoreHelper

  LETTERS = 24
  KILLS = 4

  def setup
    @folder = Dir.mktmpdir
    @database = File.join(@folder, "x.sqlite3")
    rules = Array.new(LETTERS) { ["p#{_1}@b.example", {"thinks" => 0.15}] }.to_h
    File.write("#{@folder}/rules.json", JSON.generate("recipients" => rules))
    @office = Post::StandIn.new(Post::Office.new("#{@folder}/mail"), Clock::System.new, LISBON, rules: "#{@folder}/rules.json")
    @office.start
    owner = {"name" => "W", "addresses" => ["w@q.example"], "organisation" => [], "time_zone" => "Europe/Lisbon"}
    server = {"host" => "127.0.0.1", "port" => @office.port, "security" => "none"}
    prepare = <<~RUBY
      require "#{UpFront::ROOT}/lib/up_front"; include UpFront; Store::Database.open("#{@database}"); clock = Clock::System.new
      Desk::SetUp.new(clock).call(#{owner.inspect})
      Desk::SaveMailServer.new(clock).call(1, #{server.inspect})
      #{LETTERS}.times do |n|
        draft = Desk::ChangeDraft.new(clock).begin("new").result
        draft = Desk::ChangeDraft.new(clock).keep(draft.id, {"to" => ["p\#{n}@b.example"], "subject" => "Number \#{n}", "text" => "x"}, 1).result
        Desk::SendDraft.new(clock).call(draft.id, version: 2, at: clock.now + 1)
      end
    RUBY
    assert system(RbConfig.ruby, "-rbundler/setup", "-e", prepare, chdir: UpFront::ROOT)
  end

  def teardown
    @office.stop
    FileUtils.rm_rf(@folder)
  end

  def come = Array.new(LETTERS) { |n| Dir.glob("#{@folder}/mail/p#{n}@b.example/new/*").size }

  def states
    database = SQLite3::Database.new(@database, readonly: true)
    database.busy_timeout = 5_000
    database.execute("SELECT state FROM outgoing ORDER BY id").flatten
  ensure
    database&.close
  end

  def test_killed_at_any_moment_each_letter_goes_once
    server = Server.new(@database)
    KILLS.times do |round|
      server.start
      server.wait_for { come.sum >= LETTERS * (round + 1) / (KILLS + 2) }
      server.stop("KILL")
    end
    server.start
    server.wait_for { (states - %w[sent unsure]).empty? }
    assert_operator come.max, :<=, 1, "none goes twice"
    told = states.zip(come)
    assert(told.all? { |state, count| state == "unsure" || count == 1 }, "what is said to have gone has arrived")
    assert_includes 1..KILLS, states.count("unsure"), "a stop in the middle of a letter is said"
  ensure
    server&.stop
  end
end
