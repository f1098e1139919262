# frozen_string_literal: true

require_relative "../support/core_helper"

# The Front's sections over messages put together at random: each has a name of its own, and no message stands twice.
class FrontSectionsTest < Minitest::Test
  include CoreHelper

  State = Struct.new(:came, :unread, :surface_at, :cleared_at, :discarded_at, :put_off_at, :let_in_at, :moved_at, :thread_word, :priority,
    :labels_on, :labels_off, :ink, :keep_at_top, :keep_until, :taken_up, keyword_init: true)
  Claim = Struct.new(:surface_at, :round, :held, :priority, :labels, :keep_at_top, :follow_up_at, keyword_init: true)
  NOW = Time.utc(2027, 3, 9, 15, 30)
  AT = [-86_400, -7_200, -7_199.9, -7_199.5, -3_600, -60, -0.4, 0].freeze

  def item(id, random)
    some = ->(*values) { values.sample(random: random) }
    at = NOW + some[*AT]
    claim = Claim.new(surface_at: some[at, at - 60, nil], round: some[nil, "Mid"], held: some[true, false], labels: [], keep_at_top: false,
      priority: some["low", "normal", "high", "top"], follow_up_at: some[nil, nil, NOW - 60])
    state = State.new(came: "arrived", unread: some[true, false], surface_at: at, put_off_at: some[nil, nil, at - 600], labels_on: [],
      let_in_at: some[nil, nil, at], moved_at: some[nil, nil, at - 60], labels_off: [])
    Core::FrontItem.new(id, Core::MessageState.new(state, claim, NOW), arrived_at: at - 60, kind: some["person", "notice"],
      calling: some[false, false, true])
  end

  def sections(items, bands = []) = Core::FrontSections.new(items, bands, zone: LISBON, now: NOW, now_most: 5).to_a

  def test_no_two_sections_are_called_alike_and_no_message_stands_twice
    random = Random.new(7)
    200.times do
      found = sections(Array.new(30) { item(_1, random) })
      assert_equal found.map(&:key).uniq, found.map(&:key)
      assert_equal found.map(&:title).uniq, found.map(&:title)
      assert_equal (0...30).to_a, found.flat_map { |section| section.items.map(&:id) }.sort
    end
  end

  def test_now_has_calls_first_then_top_then_what_is_due_then_what_came_back_and_hides_none_that_presses
    random = Random.new(11)
    100.times do
      now = sections(Array.new(25) { item(_1, random) }).find { _1.key == "now" }
      reasons = now.items.map(&:now_reason)
      assert_equal reasons.sort_by { %w[calls top due back].index(_1) }, reasons
      assert_operator now.most, :>=, reasons.count { %w[calls top].include?(_1) }
      assert_operator now.most, :>=, 5
    end
  end

  def test_what_came_in_within_one_minute_is_one_section
    claim = Claim.new(held: true, priority: "normal", labels: [], keep_at_top: false)
    came = [1.25, 1.5, 40].map.with_index do |second, id|
      at = Time.utc(2027, 3, 9, 14, 10) + second
      state = State.new(came: "arrived", unread: true, surface_at: at, labels_on: [], labels_off: [])
      Core::FrontItem.new(id, Core::MessageState.new(state, claim, NOW), arrived_at: at, kind: "person")
    end
    assert_equal [["Came in at 14:10", 3]], sections(came).map { [_1.title, _1.items.size] }
  end
end
