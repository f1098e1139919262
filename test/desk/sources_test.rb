# frozen_string_literal: true

require "minitest/mock"
require_relative "../support/desk_helper"

class SourcesTest < Minitest::Test
  include DeskHelper

  def setup
    super
    set_up
    @seconds = 0
    @folder = Dir.mktmpdir
    @office = Post::Office.new(@folder)
    @office.box("w@q.example")
    @office.box("w@q.example", "Sent")
    @path = File.join(@folder, "w@q.example")
  end

  def teardown
    super
    FileUtils.rm_rf(@folder)
  end

  def deliver(number, **more)
    @office.deliver(raw(id: "<#{number}@x>"), to: "w@q.example", at: clock.now, zone: LISBON, unique: "#{number}.x", **more)
  end

  def listing = Dir[File.join(@path, "**", "*"), File.join(@path, ".Sent", "**", "*")].sort.map { [_1, File.mtime(_1)] }
  def reader(source = Store::Source.first) = Desk::ReadSource.new(clock, source, monotonic: -> { @seconds })
  def problem = Store::Source.first.problem

  def test_a_maildir_is_taken_in_and_not_changed
    source = Desk::AddSource.new(clock).call(@path).result
    reading = reader(source)
    deliver(1)
    deliver(2, folder: "Sent", flags: "S")
    before = listing
    assert_equal 2, reading.call
    assert_equal before, listing
    assert_equal [%w[INBOX arrived], %w[Sent quiet]], Store::Message.joins(:state).order(:mailbox).pluck(:mailbox, "states.came")
    assert_equal [0, 0], [reading.call, reader.call]
  end

  def test_a_file_that_a_mail_program_renames_is_not_new
    Desk::AddSource.new(clock).call(@path)
    reading = reader
    path = deliver(1)
    reading.call
    File.rename(path, File.join(@path, "cur", "1.x:2,S"))
    3.times { reading.call }
    assert_equal 1, Store::Message.count
  end

  def test_a_source_that_goes_away_says_so_and_comes_back
    source = Desk::AddSource.new(clock).call(@path).result
    reading = reader(source)
    File.rename(@path, "#{@path}.away")
    reading.call
    assert_match(/is not there/, source.reload.problem)
    File.rename("#{@path}.away", @path)
    deliver(3)
    reading.call
    assert_equal [nil, 1], [source.reload.problem, Store::Message.count]
  end

  def test_one_message_that_cannot_be_taken_in_does_not_stop_the_others
    source = Desk::AddSource.new(clock).call(@path).result
    3.times { deliver(_1) }
    fails = File.join(@path, "new", "1.x")
    reading = reader(source)
    read = Post::Letter.method(:read)
    Post::Letter.stub(:read, ->(path) { (path == fails) ? raise(ArgumentError, "a fault of ours") : read.call(path) }) {
      assert_equal 2, reading.call
    }
    assert_match(/1.x could not be taken in \(a fault of ours\)/, source.reload.problem)
    deliver(9)
    assert_equal 2, reading.call
    assert_equal [nil, 4], [source.reload.problem, Store::Message.count]
  end

  def test_whatever_stands_in_place_of_a_folder_is_told_and_its_mail_comes_when_it_is_back
    Desk::AddSource.new(clock).call(@path)
    away = "#{@path}.away"
    File.rename(@path, away)
    {"a file" => -> { File.write(@path, "x") }, "a link that leads back to itself" => -> { File.symlink(@path, @path) },
     "no Maildir" => -> { Dir.mkdir(@path) }, "not there" => -> {}}.each do |said, put|
      put.call
      assert_equal 0, reader.call
      assert_includes Store::Source.first.problem, said
      FileUtils.rm_rf(@path)
    end
    File.rename(away, @path)
    deliver(1)
    assert_equal [1, nil], [reader.call, Store::Source.first.problem]
  end

  def test_where_no_reader_can_be_started_mail_waits_and_is_read_whole_later
    Desk::AddSource.new(clock).call(@path)
    deliver(1)
    reading = reader
    none = ->(*, **) { raise Post::Apart::NotNow, "No process could be started to read it." }
    Post::Apart.stub(:start, none) { assert_equal 0, reading.call }
    assert_match(/No process could be started to read it\. It is tried again by itself\./, problem)
    assert_equal 0, reading.call, "it pauses before it tries again"
    @seconds += 1
    assert_equal [1, nil, false], [reading.call, problem, Store::Message.first.rough]
  end

  def test_what_fails_is_tried_again_with_pauses_and_since_when_it_fails_is_told
    source = Desk::AddSource.new(clock).call(@path).result
    deliver(1)
    reading = reader(source)
    tries = 0
    failing = lambda do |_|
      tries += 1
      raise ArgumentError, "a fault of ours"
    end
    Post::Letter.stub(:read, failing) { 1_200.times { reading.call && @seconds += 0.1 } }
    assert_includes 7..9, tries, "1 + 2 + 4 + 8 + 15 + 30 + 60 seconds lie between them"
    assert_equal clock.now, source.reload.problem_since
    @seconds += 60
    assert_equal [1, nil, nil], [reading.call, *source.reload.values_at(:problem, :problem_since)]
  end

  def test_where_the_folder_may_be_read_again_its_mail_comes_though_nothing_in_it_has_changed
    Desk::AddSource.new(clock).call(@path)
    deliver(1)
    reading = reader
    refused = -> { raise Post::Maildir::Unusable, "#{@path} may not be read." }
    reading.instance_variable_get(:@maildir).stub(:check, refused) { 3.times { reading.call } }
    assert_match(/may not be read/, problem)
    @seconds += 1
    assert_equal [1, nil], [reading.call, problem]
  end

  def test_a_file_that_is_still_being_written_is_taken_once_it_is_whole
    Desk::AddSource.new(clock).call(@path)
    reading = reader
    deliver(1)
    File.open(File.join(@path, "new", "2.x"), "w") do |file|
      file << raw(id: "<2@x>")[0, 60]
      file.flush
      assert_equal [1, nil], [reading.call, problem]
      5.times { assert_equal 0, reading.call }
      @seconds += 61
      assert_equal 0, reading.call
      assert_match(/2\.x is still being written\. It is taken in once it is whole\./, problem)
      file << raw(id: "<2@x>")[60..]
    end
    @seconds += 1
    assert_equal [1, nil, 2], [reading.call, problem, Store::Message.distinct.count(:message_id)]
  end

  # The pipe is the first in the folder's order, and nothing is ever written to it.
  def test_what_is_no_ordinary_file_is_left_told_and_stops_nothing
    Desk::AddSource.new(clock).call(@path)
    File.mkfifo(File.join(@path, "new", "0.pipe"))
    File.symlink("/etc/hostname", File.join(@path, "new", "1.link"))
    FileUtils.mkdir_p(%w[cur new].map { File.join(@folder, "elsewhere", _1) })
    File.write(File.join(@folder, "elsewhere", "new", "3.x"), raw(id: "<3@x>"))
    File.symlink(File.join(@folder, "elsewhere"), File.join(@path, ".Elsewhere"))
    deliver(2)
    assert_equal [1, ["<2@x>"]], [reader.call, Store::Message.pluck(:message_id)]
    assert_match(/(?:0\.pipe is a pipe|1\.link is a link, which is not followed)\. It was left where it is/, Store::Source.first.problem)
    FileUtils.rm([File.join(@path, "new", "0.pipe"), File.join(@path, "new", "1.link")])
    assert_equal [0, nil], [reader.call, Store::Source.first.problem]
  end

  def test_a_calendar_that_is_none_of_the_kind_is_refused_and_one_that_becomes_a_pipe_is_told
    ["/proc/self/mem", "/dev/zero", @folder, File.join(@folder, "none.ics")].each do |path|
      assert_raises(Desk::Act::Impossible, path) { Desk::FollowCalendar.new(clock).call(path) }
    end
    calendar = File.join(@folder, "own.ics")
    File.write(calendar, "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nEND:VCALENDAR\r\n")
    Desk::FollowCalendar.new(clock).call(calendar)
    File.unlink(calendar)
    File.mkfifo(calendar)
    Desk::FollowCalendar.new(clock).refresh
    assert_match(/own\.ics is a pipe/, Desk::FollowCalendar.followed["problem"])
  end

  def test_what_cannot_be_a_source_is_refused
    add = ->(path) { assert_raises(Desk::Act::Impossible) { Desk::AddSource.new(clock).call(path) }.message }
    assert_match(/is not there/, add.call("/nowhere"))
    assert_match(/no Maildir/, add.call(@folder))
    Desk::AddSource.new(clock).call(@path)
    assert_match(/a source already/, add.call(@path))
  end

  def test_removing_a_source_keeps_its_mail
    source = Desk::AddSource.new(clock).call(@path).result
    deliver(1)
    reader.call
    Desk::RemoveSource.new(clock).call(source.id)
    assert_equal [0, 1], [Store::Source.count, Store::Message.count]
    assert File.exist?(File.join(@path, "new", "1.x"))
  end

  def mbox(count)
    File.join(@folder, "old.mbox").tap do |path|
      File.write(path, Array.new(count) { |n|
        "From a@b Tue Mar  9 07:00:00 " \
              "2027\n#{raw(id: "<#{n}@mbox>", subject: "Old #{n}", date: at("09:00", "2027-01-05"))}\n"
      }.join)
    end
  end

  def test_an_import_that_stopped_goes_on_and_doubles_nothing
    batch = Post::Batch::MOST
    file = Post::MailFile.new(mbox(2 * batch + 3))
    import = Desk::ImportFile.new(clock)
    assert_raises(Interrupt) { import.call(file, account: Store::Account.first) { raise Interrupt } }
    assert_equal batch, Store::Message.count
    report = import.call(file, account: Store::Account.first)
    assert_equal [batch + 3, 0, true, 2 * batch + 3], [report.taken, report.doubles, report.resumed, Store::Message.count]
    assert_equal "0 taken in, #{2 * batch + 3} here already", import.call(file, account: Store::Account.first).to_s
    assert_empty on_front
  end

  def test_old_mail_may_be_brought_in_as_arriving
    report = Desk::ImportFile.new(clock).call(Post::MailFile.new(mbox(2)), account: Store::Account.first, as_new: true)
    assert_equal [2, 2], [report.arrived, on_front.size]
  end
end
