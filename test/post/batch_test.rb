# frozen_string_literal: true

require "timeout"
require "tmpdir"
require_relative "../support/core_helper"

# Old mail in batches: the next is read while one is written, and several who read at once do not wait for each other for ever.
class BatchTest < Minitest::Test
  include CoreHelper

  def letters(count) = Array.new(count) { [Post::Letter.new("From: a@x.example\nSubject: #{_1}\n\nText\n"), _1] }

  def through(items)
    [].tap { |seen| Post::Batch.each(items) { |batch| seen.concat(batch.map { |letter, number| [letter.fields[:subject].to_i, number] }) } }
  end

  def test_all_in_their_order_and_none_twice
    [0, 1, Post::Batch::MOST, 2 * Post::Batch::MOST + 7].each do |count|
      assert_equal Array.new(count) { [_1, _1] }, through(letters(count))
    end
  end

  def test_more_at_once_than_there_are_readers
    together = Array.new(2 * Post::Apart::READERS) { Thread.new { through(letters(3 * Post::Batch::MOST)).size } }
    assert_equal [3 * Post::Batch::MOST] * together.size, Timeout.timeout(60) { together.map(&:value) }
  end

  def test_one_who_stops_in_the_middle_leaves_the_readers_to_the_others
    (2 * Post::Apart::READERS).times do
      assert_raises(IOError) { Post::Batch.each(letters(3 * Post::Batch::MOST)) { raise IOError, "the disk is full" } }
    end
    assert_equal 5, Timeout.timeout(60) { through(letters(5)) }.size
  end

  def test_the_letters_of_a_file_come_read_and_in_their_order
    Dir.mktmpdir do |folder|
      [1, Post::Batch::MOST, Post::Batch::MOST + 3].each do |count|
        path = File.join(folder, "#{count}.mbox")
        File.write(path, Array.new(count) { "From a@b Tue Mar  9 07:00:00 2027\nFrom: a@x.example\nSubject: #{_1}\n\nText\n\n" }.join)
        seen = []
        Post::Batch.of(Post::MailFile.new(path)) { seen << _1.fields[:subject].to_i }
        assert_equal Array.new(count) { _1 }, seen
      end
    end
  end
end
