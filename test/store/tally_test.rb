# frozen_string_literal: true

require_relative "../support/core_helper"
require "set"

class TallyTest < Minitest::Test
  include UpFront

  # Against a set of numbers, through whatever is told.
  def test_it_counts_as_a_set_does
    20.times do |seed|
      random = Random.new(seed)
      numbers = Array.new(random.rand(40)) { random.rand(1..90) }.uniq
      tally, set = Store::Tally.new(numbers), numbers.to_set
      10.times do
        asked = Array.new(random.rand(12)) { random.rand(1..200) }.uniq
        counting = asked.select { random.rand(2).zero? }
        tally.tell(asked, counting)
        set = (set - asked) | counting
        assert_equal [set.size, set], [tally.count, (0..250).select { tally.counts?(_1) }.to_set], "seed #{seed}"
      end
    end
  end

  def test_what_is_told_twice_counts_once
    tally = Store::Tally.new([3])
    2.times { tally.tell([3, 70, 4], [3, 70]) }
    assert_equal 2, tally.count
    2.times { tally.tell([3, 9_000], []) }
    assert_equal [1, false, true], [tally.count, tally.counts?(3), tally.counts?(70)]
  end
end
