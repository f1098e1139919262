# frozen_string_literal: true

require "timeout"
require_relative "../support/core_helper"

# Old mail in batches: the next is read while one is written, and several who read at once do not wait for each other for ever.
class BatchTest < Minitest::Test
  include CoreHelper

  def letters(count) = Array.new(count) { [Post::Letter.new("From: a@x.example\nSubject: #{_1}\n\nText\n"), _1] }

  def through(items)
    [].tap { |seen| Desk::Batch.each(items) { |batch| seen.concat(batch.map { |letter, number| [letter.fields[:subject].to_i, number] }) } }
  end

  def test_all_in_their_order_and_none_twice
    [0, 1, Desk::Batch::MOST, 2 * Desk::Batch::MOST + 7].each do |count|
      assert_equal Array.new(count) { [_1, _1] }, through(letters(count))
    end
  end

  def test_more_at_once_than_there_are_readers
    together = Array.new(2 * Post::Apart::READERS) { Thread.new { through(letters(3 * Desk::Batch::MOST)).size } }
    assert_equal [3 * Desk::Batch::MOST] * together.size, Timeout.timeout(60) { together.map(&:value) }
  end

  def test_one_who_stops_in_the_middle_leaves_the_readers_to_the_others
    (2 * Post::Apart::READERS).times do
      assert_raises(IOError) { Desk::Batch.each(letters(3 * Desk::Batch::MOST)) { raise IOError, "the disk is full" } }
    end
    assert_equal 5, Timeout.timeout(60) { through(letters(5)) }.size
  end
end
