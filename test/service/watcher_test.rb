# frozen_string_literal: true

require "minitest/mock"
require_relative "../support/desk_helper"

# What goes on by itself: a fault in one thing is told and stops nothing else.
class WatcherTest < Minitest::Test
  include DeskHelper

  def setup
    super
    @told = []
    @seconds = 1_000
    @faults = Service::Faults.new
    @watcher = watcher
    @folder = Dir.mktmpdir
    @office = Post::Office.new(@folder)
  end

  def teardown
    FileUtils.rm_rf(@folder)
    super
  end

  def attempts = Service::Attempts.new(clock, faults: @faults, told: ->(text) { @told << text }, monotonic: -> { @seconds })
  def work = Service::Work.announcing(clock) + Service::Work.beside(clock)

  # One that has run for long enough that upkeep is done too.
  def watcher(commits: nil)
    Service::Watcher.new(clock, work, attempts, commits: commits).tap { @seconds += Service::Work::UPKEEP[:after] }
  end

  def mailboxes = @mailboxes ||= Service::Mailboxes.new(clock) { attempts }

  def box(name)
    @office.box(name)
    Desk::AddSource.new(clock).call(File.join(@folder, name)).result
  end

  def deliver(to, number, at: clock.now) = @office.deliver(raw(id: "<#{number}@x>", date: at), to: to, at: at, zone: LISBON,
    unique: "#{number}.x")

  def test_before_there_is_an_owner_nothing_is_done
    @watcher.turn
    assert_empty @told
    assert_equal 0, Store::Event.count
  end

  def test_a_turn_reads_announces_and_indexes
    set_up
    box("w@q.example")
    deliver("w@q.example", 1, at: at("08:30"))
    mailboxes.look
    @watcher.turn
    assert_equal [1, 0], [Store::Message.count, Store::State.where(announced_at: nil).count]
    assert_equal Store::Message.maximum(:id), Store::SearchIndex.upto
    assert_equal [1, 0], [Store::Event.where(kind: "surfaced").count, @told.size]
  end

  def test_upkeep_leaves_room_for_the_start
    set_up
    newest = take.id
    begun = Service::Watcher.new(clock, work, attempts)
    begun.turn
    assert_equal [newest, nil], [Store::SearchIndex.upto, Store::Setting[Store::Database::ANALYSED]]
    @seconds += Service::Work::UPKEEP[:after]
    begun.turn
    assert_equal newest, Store::Setting[Store::Database::ANALYSED]
    assert_empty @told
  end

  def test_a_source_that_fails_stops_no_other_source_and_nothing_else
    set_up
    broken, _sound = box("broken@q.example"), box("sound@q.example")
    deliver("sound@q.example", 2, at: at("08:30"))
    read = Desk::ReadSource.instance_method(:call)
    failing = ->(reader) { raise IOError, "the disk is gone" if reader.instance_variable_get(:@source) == broken }
    replacing(Desk::ReadSource, :call, -> { failing.call(self) || read.bind_call(self) }) { mailboxes.look }
    @watcher.turn
    assert_equal ["sound@q.example"], Store::SeenFile.joins("JOIN sources ON sources.id = source_id").pluck("sources.path").map { File.basename(_1) }
    assert_equal [1, 1], [Store::Event.where(kind: "surfaced").count, @told.size]
    assert_match(/\Areading \S+broken@q\.example: IOError: the disk is gone/, @told.first)
    assert_match(/reading \S+ failed, and is tried again/, @faults.list.first.words)
  end

  # A file system that does not answer, or a heap of letters that each take long.
  def test_a_source_that_hangs_keeps_no_other_from_being_read
    set_up
    hanging, = box("hanging@q.example"), box("sound@q.example")
    read, let_go = Queue.new, Queue.new
    reading = -> { (@source == hanging) ? let_go.pop : (read << @source.path) && 0 }
    replacing(Desk::ReadSource, :call, reading) do
      mailboxes.start
      assert_match(/sound/, read.pop)
      assert_match(/sound/, read.pop)
      let_go << 0 << 0
      let_go.close
      mailboxes.stop
    end
  end

  STEPS = {Desk::Announce => :call, Desk::CallAgain => :call, Desk::CallReviews => :call, Desk::MakeSafe => :call,
           Desk::FindThreads => :call, Desk::PruneHistory => :call, Desk::FollowCalendar => :refresh, Desk::EmptyDiscarded => :due}.freeze

  def test_whichever_step_fails_all_the_others_are_done
    set_up
    STEPS.each_key do |failing|
      done = []
      everything_noted(done, failing) { watcher.turn }
      assert_equal STEPS.keys - [failing], STEPS.keys & done, "where #{failing} fails"
    end
    assert_equal STEPS.size, @told.size
  end

  def test_what_failed_is_tried_again_and_told_seldom
    set_up
    tries = 0
    replacing(Desk::Announce, :call, lambda {
      tries += 1
      raise "no"
    }) { turns(30, @watcher) }
    assert_equal [3, 1], [tries, @told.size], "tried again after a rest, and told once"
    assert_equal [["announcing", at("09:14")]], @faults.list.map { [_1.name, _1.since] }
    @seconds += 1
    @watcher.turn
    assert_equal [1, []], [@told.size, @faults.list], "once it is well again nothing is told"
  end

  def test_where_not_even_asking_for_news_works_that_is_told_until_it_does
    set_up
    sound = true
    commits = Object.new
    commits.define_singleton_method(:any?) { sound || raise(SQLite3::IOException, "disk I/O error") }
    watching = watcher(commits: commits)
    sound = false
    turns(15, watching)
    assert_equal [[Store::Fault::WORDS[SQLite3::IOException]], 1], [@faults.list.map(&:words), @told.size]
    sound = true
    turns(15, watching)
    assert_empty @faults.list
  end

  # An idle second costs what one look at the clock does.
  def test_without_news_and_within_a_second_only_folders_are_looked_at
    set_up
    box("w@q.example")
    commits = Struct.new(:any?).new(true)
    watching = watcher(commits: commits)
    done = []
    everything_noted(done, nil) do
      watching.turn
      commits[:any?] = false
      turns(9, watching)
      assert_equal STEPS.size, done.size
      turns(3, watching)
      assert_operator done.size, :>, STEPS.size, "time itself brings something"
    end
  end

  private

  def turns(count, watcher) = count.times { [watcher.turn, @seconds += 0.1] }

  def everything_noted(done, failing, steps = STEPS.to_a, &block)
    (type, name), *rest = steps
    return yield if type.nil?

    replacing(type, name, -> { (type == failing) ? raise("no") : done << type }) { everything_noted(done, failing, rest, &block) }
  end

  # For as long as the block runs, objects of a class do something else.
  def replacing(type, name, other)
    original = type.instance_method(name)
    type.define_method(name) { |*| instance_exec(&other) }
    yield
  ensure
    type.define_method(name, original)
  end
end
