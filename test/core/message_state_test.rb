# frozen_string_literal: true

require_relative "../support/core_helper"

# How a message stands, over states and claims put together at random.
class MessageStateCoreTest < Minitest::Test
  include CoreHelper

  State = Struct.new(:came, :unread, :flagged, :surface_at, :cleared_at, :discarded_at, :put_off_at, :let_in_at, :moved_at, :thread_word,
    :priority, :labels_on, :labels_off, :ink, :keep_at_top, :keep_until, :taken_up, :answered_elsewhere, keyword_init: true)
  Claim = Struct.new(:surface_at, :round, :held, :priority, :labels, :ink, :keep_at_top, :follow_up_at, keyword_init: true)
  NOW = Time.utc(2027, 3, 9, 9, 14)

  def moment(random) = [nil, NOW - 3_600, NOW - 1, NOW, NOW + 1, NOW + 3_600].sample(random: random)
  def some(random, *values) = values.sample(random: random)

  def any(random)
    surface_at = moment(random)
    claim = Claim.new(surface_at: some(random, surface_at, moment(random)), round: some(random, nil, "Mid"),
      held: some(random, true, false), priority: some(random, *Core::Priority::LEVELS),
      labels: some(random, [], %w[Loans], %w[Loans Border]), ink: some(random, nil, "Copper"),
      keep_at_top: some(random, true, false), follow_up_at: moment(random))
    state = State.new(came: some(random, "arrived", "arrived", "history", "quiet"), unread: some(random, true, false), flagged: false,
      surface_at: surface_at, cleared_at: some(random, nil, nil, moment(random)), discarded_at: some(random, nil, nil, moment(random)),
      put_off_at: some(random, nil, nil, NOW - 60), let_in_at: some(random, nil, nil, NOW - 60), moved_at: some(random, nil, nil, NOW - 60),
      thread_word: some(random, nil, "followed", "muted"), priority: some(random, nil, "top"), labels_on: some(random, [], %w[Border]),
      labels_off: some(random, [], %w[Loans], %w[Border]), ink: some(random, nil, "", "Night"),
      keep_at_top: some(random, nil, true, false), keep_until: moment(random), taken_up: some(random, false, false, true))
    Core::MessageState.new(state, claim, NOW)
  end

  def each_of_many(seed = 3)
    random = Random.new(seed)
    3_000.times { yield any(random) }
  end

  def test_it_is_in_one_place_and_what_it_is_says_where
    seen = Hash.new(0)
    each_of_many do |stands|
      seen[stands.place] += 1
      next assert_includes(%w[quiet], stands.state.came) if stands.place == :mailbox

      expected = {discarded: stands.discarded?, cleared: stands.cleared?, front: stands.on_front?, put_off: stands.put_off?,
                  held: stands.held?}
      assert_equal expected.find { _2 }&.first || :views, stands.place
    end
    assert_equal %i[cleared discarded front held mailbox put_off views], seen.keys.sort
    assert_operator seen.values.min, :>, 20
  end

  def test_what_cannot_be_together_is_not
    each_of_many do |stands|
      assert_operator [stands.on_front?, stands.held?, stands.put_off?].count(true), :<=, 1
      refute stands.open? && (stands.cleared? || stands.discarded?)
      assert stands.open?, "it is done with" if stands.on_front? || stands.held? || stands.put_off?
      assert stands.on_front?, "it is back without being on the Front" if stands.back?
      assert_equal stands.waits?, stands.held? || stands.put_off?
      assert stands.comes?, "a round brings what never comes" if stands.by_round?
    end
  end

  def test_letting_it_in_brings_it_to_the_front_where_it_waits
    each_of_many do |stands|
      after = Core::MessageState.new(stands.state.dup.tap { |state|
        state.surface_at = NOW
        state.let_in_at = NOW
      }, stands.claim, NOW)
      assert after.on_front? && !after.waits?, stands.state.inspect if stands.waits?
      refute after.by_round?, "what the person let in, no round brings"
    end
  end

  def test_clearing_and_discarding_take_it_from_wherever_it_was
    each_of_many do |stands|
      %i[cleared_at discarded_at].each do |column|
        after = Core::MessageState.new(stands.state.dup.tap { _1[column] = NOW }, stands.claim, NOW)
        refute after.on_front? || after.waits? || after.follow_up_due? || after.back?
        assert_equal stands.labels, after.labels
      end
    end
  end

  def test_the_persons_own_word_goes_before_the_claims
    each_of_many do |stands|
      assert_equal stands.state.priority || stands.claim.priority, stands.priority
      assert_equal stands.labels.uniq, stands.labels
      assert_empty stands.state.labels_on - stands.labels, "a label put on by hand is worn"
      assert_empty stands.labels & (stands.state.labels_off - stands.state.labels_on), "a label taken off by hand is not"
      assert_equal [{nil => stands.claim.ink, "" => nil}.fetch(stands.state.ink, stands.state.ink)], [stands.ink]
      kept = stands.state.keep_at_top.nil? ? stands.claim.keep_at_top : stands.state.keep_at_top
      assert_equal kept && (stands.state.keep_until.nil? || stands.state.keep_until > NOW), stands.keep_at_top?
    end
  end

  def test_time_alone_brings_in_what_is_held_and_never_takes_anything_away
    each_of_many do |stands|
      later = Core::MessageState.new(stands.state, stands.claim, NOW + 86_400)
      assert later.on_front?, "it left the Front by itself" if stands.on_front?
      assert later.on_front?, "its moment has come" if stands.waits? && stands.state.surface_at
      assert_equal stands.held?, later.held? if stands.state.surface_at.nil?
    end
  end

  def test_what_was_not_handed_in_is_asked_for_loudly
    stands = any(Random.new(1))
    %i[arrived_at alerted? answered? awaiting_reply? decided_by].each do |question|
      assert_raises(ArgumentError) { stands.public_send(question) }
    end
  end
end
