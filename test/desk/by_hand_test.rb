# frozen_string_literal: true

require_relative "../support/desk_helper"

# What a person decides on a message by hand stands over what the rules said, and can be taken back.
class ByHandTest < Minitest::Test
  include DeskHelper

  def setup
    super
    set_up(rules: [rule("Loans", when: {"fact" => "subject", "op" => "mentions", "value" => ["loan"]},
      then: {"timing" => {"now" => true}, "labels" => ["Loans"], "keep_at_top" => true, "follow_up" => {"in" => "PT1H"}}),
      rule("Now", then: {"timing" => {"now" => true}})])
    @id = take(subject: "A loan").id
  end

  def row(id = @id) = Web::Pages::Row.of([Store::State.find(id)], Store::CurrentRulebook.rulebook, clock.now).first
  def front = Web::Pages::Front.new(Store::CurrentRulebook.rulebook, clock.now).to_h

  def test_priority_by_a_step_each_and_back
    step = ->(by) { Desk::ChangePriority.new(clock, by).call([@id]) }
    assert_equal ["Raised “A loan” to high priority.", "Raised “A loan” to top priority.", nil],
      [step[1].message, step[1].message, step[1].undo_id]
    assert_equal %w[Now], front[:sections].map { _1[:title] }
    done = step[-1]
    assert_equal "high", row.stands.priority
    Desk::Undo.new(clock).call(done.undo_id)
    assert_equal "top", row.stands.priority
    assert_equal ["Top priority, by you"], Web::Pages::Sheet.new(Store::Message.find(@id), Store::CurrentRulebook.rulebook, clock.now)
      .to_h[:why][:lines].map { _1[:before] }.grep(/by you/)
  end

  def test_a_why_tells_the_words_of_an_alert_as_they_were_for_that_message
    Desk::SaveRule.new(clock).call(rule("Bell", when: {"fact" => "subject", "op" => "mentions", "value" => ["bell"]},
      then: {"alert" => {"level" => "tap", "text" => "On the road, {sender}: {subject}"}}))
    sheet = Web::Pages::Sheet.new(take(subject: "A bell"), Store::CurrentRulebook.rulebook, clock.now).to_h
    assert_match(/On the road, Ana Ferro: A bell/, sheet[:why][:lines].map { _1[:before] }.join)
  end

  def test_what_is_done_with_before_its_moment_does_not_wait_for_it
    held = take(subject: "Plain", date: at("09:10")).id
    Store::Claim.where(message_id: held).update_all(held: true, surface_at: at("10:30"))
    Store::State.where(message_id: held).update_all(surface_at: at("10:30"))
    summary = -> { Web::Pages::Sheet.new(Store::Message.find(held), Store::CurrentRulebook.rulebook, clock.now).to_h[:why][:summary] }
    assert_match(/\A(?:Waits|Until|Waits until) /, summary.call)
    Desk::Discard.new(clock).call([held])
    assert_equal "Discarded before it came in.", summary.call
    Desk::Discard.new(clock, on: false).call([held])
    Desk::Clear.new(clock).call([held])
    assert_equal "Cleared before it came in.", summary.call
  end

  def test_always_for_this_sender_makes_a_rule_of_it
    Desk::ChangePriority.new(clock, 1).call([@id])
    assert_equal "Made the rule “Ana Ferro: high priority”.", Desk::AlwaysForSender.new(clock).call(@id).message
    assert_equal "high", row(take(subject: "Something else").id).stands.priority
    assert_equal "Made the rule “Ana Ferro: high priority 2”.", Desk::AlwaysForSender.new(clock).call(@id).message
  end

  def test_what_corrects_a_rule_says_which_it_goes_against
    Desk::SaveRule.new(clock).call(rule("Later", when: leaf("subject", "mentions", ["wait*"]), then: {"timing" => {"round" => "Mid"}}))
    held = take(subject: "Waiting").id
    Desk::LetIn.new(clock).call([held])
    made = Desk::AlwaysForSender.new(clock).call(held, "let_in")
    assert_equal "Made the rule “Ana Ferro straight in”. It is read before “Later”, which says otherwise.", made.message
    assert_operator Store::State.find(take(subject: "Waiting again").id).surface_at, :<=, clock.now
    Desk::Undo.new(clock).call(made.undo_id)
    assert_equal "Made the rule “Ana Ferro is discarded”.", Desk::AlwaysForSender.new(clock).call(@id, "discard").message
  end

  def test_labels_by_hand_stand_over_those_of_rules
    change = ->(**given) { Desk::ChangeLabels.new(clock, **given).call([@id]) }
    change[on: ["Border"], off: ["Loans"]]
    assert_equal ["Border"], row.stands.labels
    change[on: ["Loans"]]
    assert_equal %w[Loans Border], row.stands.labels
    assert_raises(Desk::Act::Impossible) { change[on: ["Nobody's"]] }
  end

  def test_an_ink_by_hand_stands_over_that_of_rules_and_is_taken_off
    give = ->(name) { Desk::ChangeInk.new(clock, name).call([@id]) }
    Store::Claim.where(message_id: @id).update_all(ink: "Copper")
    off = give[nil]
    assert_equal ["Took the ink off “A loan”.", nil], [off.message, row.stands.ink]
    assert_includes Web::Pages::Sheet.new(Store::Message.find(@id), Store::CurrentRulebook.rulebook, clock.now)
      .to_h[:why][:lines].map { _1[:before] }, "Ink taken off, by you"
    assert_nil give[nil].undo_id
    assert_equal ["Gave “A loan” the ink Copper.", "Copper"], [give["COPPER"].message, row.stands.ink]
    Desk::Undo.new(clock).call(off.undo_id)
    assert_equal "Copper", row.stands.ink
    assert_equal "There is no ink “Nobody's”. Inks are made under Rules, Inks.",
      assert_raises(Desk::Act::Impossible) { give["Nobody's"] }.message
  end

  def test_a_label_or_ink_renamed_stays_on_the_mail_that_wears_it
    Desk::ChangeLabels.new(clock, on: ["Border"]).call([@id])
    Desk::ChangeInk.new(clock, "Copper").call([@id])
    done = [["labels", "Loans"], ["labels", "Border"], ["inks", "Copper"]].map do |kind, was|
      Desk::SaveThing.new(clock).call(kind, {"name" => "New #{was}", "colour" => "#112233"}, was: was)
    end
    assert_equal [["New Loans", "New Border"], "New Copper"], [row.stands.labels, row.stands.ink]
    done.reverse_each { Desk::Undo.new(clock).call(_1.undo_id) }
    assert_equal [%w[Loans Border], "Copper"], [row.stands.labels, row.stands.ink]
  end

  def test_kept_at_top_by_rule_and_by_hand_until_a_moment
    other = take(subject: "Newer", from: "b@c.example").id
    assert_equal [true, false], [row.stands.keep_at_top?, row(other).stands.keep_at_top?]
    assert_equal [@id, other], front[:sections].flat_map { |section| section[:messages].map { _1[:id] } }
    Desk::KeepAtTop.new(clock, on: false).call([@id])
    Desk::KeepAtTop.new(clock, until_at: at("10:00")).call([other])
    assert_equal [false, true], [row.stands.keep_at_top?, row(other).stands.keep_at_top?]
    clock.now = at("10:00")
    refute row(other).stands.keep_at_top?
    assert_raises(Desk::Act::Impossible) { Desk::KeepAtTop.new(clock, until_at: at("09:00")) }
  end

  def test_now_holds_what_is_due_and_what_calls_and_no_more_than_it_may_show
    assert_equal ["Nothing needs you now.", nil], [front[:lead], front[:sections][0][:most]]
    clock.now = at("10:14")
    assert_equal ["One message needs you now.", "Now", 5, "follow up, since 10:14"],
      [front[:lead], *front[:sections][0].values_at(:title, :most), front[:sections][0][:messages][0][:came]]
  end
end
