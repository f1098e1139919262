# frozen_string_literal: true

require "tmpdir"
require_relative "../support/core_helper"

# The demo's clock: set, stopped, run fast, and the same for all programs that share its file.
class AdjustableTest < Minitest::Test
  include CoreHelper

  def setup
    @folder = Dir.mktmpdir
    @path = File.join(@folder, "clock.json")
    @real = Time.utc(2026, 11, 26, 9)
    @clock = Clock::Adjustable.create(@path, shown: at("07:50"), real: -> { @real })
  end

  def teardown = FileUtils.rm_rf(@folder)

  # Another program with the same file.
  def other = Clock::Adjustable.new(@path, real: -> { @real })

  # Two changes within one tick of the file system's clock are told apart by the file's number, which a rename changes.
  def test_it_stands_still_until_it_is_told_to_run
    @real += 3_600
    assert_equal [at("07:50"), 0.0, true], [@clock.now, @clock.rate, @clock.adjustable?]
    @clock.set(rate: 60)
    @real += 10
    assert_equal at("08:00"), @clock.now
    @clock.set(rate: 1)
    @real += 60
    assert_equal at("08:01"), @clock.now
  end

  def test_setting_the_one_leaves_the_other
    @clock.set(rate: 2)
    @clock.set(shown: at("12:00"))
    @real += 30
    assert_equal [at("12:01"), 2.0], [@clock.now, @clock.rate]
    @clock.set(rate: 0)
    @real += 30
    assert_equal at("12:01"), @clock.now
    @clock.set(shown: at("09:00"))
    assert_equal at("09:00"), @clock.now, "it may be set back"
  end

  def test_programs_that_share_the_file_show_the_same
    twin = other
    assert_equal @clock.now, twin.now
    100.times do |turn|
      [@clock, twin].sample(random: Random.new(turn)).set(shown: at("08:00") + turn, rate: turn % 3)
      @real += 1
      assert_equal @clock.now, twin.now
      assert_equal @clock.now, other.now
    end
  end

  def test_its_pace_is_bounded
    @clock.set(rate: 1e9)
    assert_equal Clock::Adjustable::MAX_RATE, @clock.rate
    @clock.set(rate: -5)
    assert_equal 0.0, @clock.rate
  end

  def test_a_program_that_reads_while_another_writes_never_sees_half_a_file
    writer = Thread.new { 200.times { other.set(shown: at("08:00") + _1, rate: 1) } }
    shown = []
    shown << other.now while writer.alive?
    writer.join
    assert_operator shown.size, :>, 10
    assert shown.all? { _1.between?(at("07:50"), at("08:10")) }
    assert_equal %w[clock.json], Dir.children(@folder), "no draft is left"
  end

  def test_what_it_shows_is_utc_whatever_it_was_given
    @clock.set(shown: Time.new(2027, 3, 9, 10, 0, 0, "+02:00"))
    assert_equal [at("08:00"), true], [@clock.now, @clock.now.utc?]
    assert_equal 123_456, Clock::Adjustable.create(@path, shown: at("08:00") + 0.123456r, real: -> { @real }).now.usec
  end
end
