# frozen_string_literal: true

require_relative "../support/core_helper"

# Habits are found by counting what was done, and only where it was done often enough.
class HabitsTest < Minitest::Test
  include CoreHelper

  def seen(count, sender = "ana@casadomar.example", kind: "person", name: sender, could: Core::Habits::ACTS, **done)
    @ids ||= 0
    Array.new(count) do
      Core::Habits::Seen.new(id: @ids += 1, sender: sender, name: name, kind: kind, done: done.transform_keys(&:to_s), could: could)
    end
  end

  def habits(*seen) = Core::Habits.new(seen.flatten).to_a.map { [_1.act, _1.value, _1.of, _1.done, _1.all] }

  # Wilson's interval as published: 8 of 10 is at least 0.49, 95 of 100 at least 0.89.
  def test_the_lower_bound
    assert_equal [0.49, 0.888, 0.0, 0.61], [[8, 10], [95, 100], [0, 0], [6, 6]].map { Core::Habits.least(*_1).round(3).floor(3) }
      .zip([2, 3, 1, 2]).map { |least, digits| least.round(digits) }
    100.times do |n|
      all = n + 1
      bounds = (0..all).map { Core::Habits.least(_1, all) }
      assert_equal bounds.sort, bounds
      bounds.each_with_index { |least, done| assert_operator least, :<=, done.fdiv(all) + 1e-12 }
    end
  end

  def test_often_enough_and_no_less
    assert_equal [["let_in", true, %w[sender ana@casadomar.example], 11, 12]], habits(seen(11, let_in: true), seen(1))
    assert_empty habits(seen(5, let_in: true))
    assert_empty habits(seen(8, let_in: true), seen(4))
    assert_equal 1, habits(seen(6, let_in: true), seen(20, could: %w[raise])).size, "what could not be let in is not counted"
    assert_equal [["label", "Loans"], ["raise", "high"]], habits(seen(7, label: %w[Loans]), seen(2, "b@c.example", raise: "top"),
      seen(9, "b@c.example", raise: "high")).map { _1.first(2) }.sort
    assert_equal ["17:00"], habits(seen(5, evening: "17:00"), seen(2, evening: "17:30")).map { _1[1] }
  end

  # Who opens all that comes has no need of some of it sooner.
  def test_what_is_opened_at_once_as_other_mail_is_not
    own = [seen(11, at_once: true), seen(1)]
    others = [seen(4, "b@c.example", at_once: true), seen(6, "b@c.example")]
    assert_equal [["at_once", 11, 12]], habits(own, others).map { _1.values_at(0, 3, 4) }
    assert_empty habits(own, seen(8, "b@c.example", at_once: true), seen(6, "b@c.example"))
    assert_equal 1, habits(own, seen(30, "b@c.example", could: %w[raise])).size
  end

  # The widest that all of it goes back to, and not what one sender alone does.
  def test_a_domain_or_a_kind_where_it_is_theirs
    both = [seen(4, "a@b.example", discard: true), seen(4, "c@b.example", discard: true)]
    assert_equal [["discard", true, %w[domain b.example], 8, 8]], habits(both)
    assert_equal [%w[sender a@b.example]], habits(seen(9, "a@b.example", discard: true), seen(9, "c@b.example")).map { _1[2] }
    letters = %w[a d e].map { |who| seen(4, "#{who}@#{who}.example", kind: "newsletter", clear_unread: true) }
    assert_equal [%w[kind newsletter]], habits(letters).map { _1[2] }
    assert_empty habits(%w[a d e].map { |who| seen(4, "#{who}@#{who}.example", clear_unread: true) }), "people are of no kind"
  end

  # What is done now and then, at random, is no habit.
  def test_at_random_nothing_is_learned
    random = Random.new(Minitest.seed)
    50.times do
      some = Array.new(200) do |n|
        done = Core::Habits::ACTS.select { random.rand < 0.25 }.to_h { [_1.to_sym, (_1 == "label") ? ["Loans"] : true] }
        seen(1, "p#{n % 20}@d#{n % 7}.example", kind: %w[person newsletter].sample(random: random), **done)
      end
      assert_empty habits(some)
    end
  end

  # Each habit makes a rule that can be read, speaks on its topic, and holds for the mail that it was learned from.
  def test_each_makes_a_rule
    values = {"raise" => "high", "label" => ["Loans"], "evening" => "17:00"}
    Core::Habits::ACTS.each do |act|
      found = Core::Habits.new(seen(8, :name => "Ana Ferro", act.to_sym => values.fetch(act, true))).to_a.first
      rule = Core::HabitRule.new(found)
      read = Core::Rule.read(rule.body, Core::Check.new, rulebook.names)
      assert read, act
      assert_equal [rule.topic], read.effects.said.keys
      assert Core::Matcher.matches?(read, Core::Reading.new(mail))
      assert_match(/\A8 of 8 messages from Ana Ferro were /, rule.evidence)
    end
  end
end
