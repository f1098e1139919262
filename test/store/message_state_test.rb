# frozen_string_literal: true

require_relative "../support/api_helper"

# How a message stands is defined once: after acts at random, every place that tells of it says the same.
class MessageStateTest < Minitest::Test
  include APIHelper

  STEPS = 25
  ALL = {"all" => []}.freeze

  def setup
    super
    set_up(rules: [
      rule("Now", when: leaf("subject", "mentions", ["now"]), then: {"timing" => {"now" => true}, "labels" => ["Loans"],
                                                                     "ink" => "Copper"}),
      rule("Never", when: leaf("subject", "mentions", ["never"]), then: {"timing" => {"off_front" => true}}),
      rule("Gone", when: leaf("subject", "mentions", ["gone"]), then: {"discard" => true}),
      rule("Far", when: leaf("subject", "mentions", ["far"]), then: {"timing" => {"until" => {"after" => "P400D"}}, "keep_at_top" => true})
    ])
    @random = Random.new(7)
    @ids = %w[now plain never gone far now plain].map { |subject| take(subject: subject).id }
    @ids << take(subject: "sent", from: "wren@lanternquay.example", mailbox: "Sent")
      .id << take(subject: "old", date: clock.now - 9 * 86_400).id << take(subject: "plain", text: "Could you send me the list?").id
  end

  def act
    some = @ids.sample(2, random: @random)
    steps = [
      -> { Desk::Clear.new(clock).call(some) }, -> { Desk::LetIn.new(clock).call(some) }, -> { Desk::Discard.new(clock).call(some) },
      -> { Desk::Discard.new(clock, on: false).call(some) }, -> { Desk::BringBack.new(clock, clock.now + 1800).call(some) },
      -> { Desk::ChangePriority.new(clock, 1).call(some) }, -> { Desk::ChangeLabels.new(clock, on: ["Border"], off: ["Loans"]).call(some) },
      -> { Desk::ChangeLabels.new(clock, on: ["loans"]).call(some) },
      -> { Desk::ChangeInk.new(clock, [nil, "copper"].sample(random: @random)).call(some) },
      -> { Desk::KeepAtTop.new(clock, until_at: clock.now + 900).call(some) },
      -> { Desk::MoveToMoment.new(clock, Store::CurrentRulebook.rulebook.plan.next_stop(clock.now + 1).at).call(some) },
      -> { clock.now += 1200 },
      -> { heads_down },
      -> { @ids << take(subject: %w[now plain].sample(random: @random)).id },
      -> { Store::UndoStep.reversible.last&.then { Desk::Undo.new(clock).call(_1.id) } },
      -> { Desk::SetThreadPreference.new(clock).call(some.first, "muted") },
      -> { Store::State.where(message_id: some).each { _1.update!(answered_elsewhere: !_1.answered_elsewhere) } }
    ]
    steps.sample(random: @random).call
  end

  # Until the next round, where it may be.
  def heads_down
    Desk::GoHeadsDown.new(clock).call(Store::CurrentRulebook.rulebook.plan.next_stop(clock.now + 1).at)
  rescue Desk::Act::Impossible
    nil
  end

  def view(flag)
    Core::View.read({"name" => "V", "when" => leaf(flag, "is", true), "sent" => true, "discarded" => true}, Core::Check.new,
      Store::CurrentRulebook.rulebook.names)
  end

  def in_view(flag) = Store::ViewQuery.new(view(flag), clock.now, LISBON).states.pluck(:message_id).sort

  # @return [Hash] by place that answers, the messages that it says are so
  def answers
    stands = Store::MessageStates.of(@ids, clock.now)
    sheets = @ids.to_h { [_1, ask(:get, "/messages/#{_1}")] }
    own = ->(question) { @ids.select { stands[_1].public_send(question) } }
    front, held = ask(:get, "/front"), ask(:get, "/held")
    rows = ->(groups) { groups.flat_map { |group| group["messages"].map { _1["id"] } }.sort }
    {
      "held" => [own[:held?], Store::State.held(clock.now).pluck(:message_id).sort, in_view("held"), sheets.select { _2["held"] }.keys,
        rows[held["groups"]], @ids.select { stands[_1].place == :held }],
      "with rounds" => rounds(stands),
      "counted" => [own[:held?].size, held["count"], front["held"], ask(:get, "/day")["held"], ask(:get, "/status")["held"]],
      "on the Front" => [own[:on_front?], Store::State.surfaced(clock.now).pluck(:message_id).sort, in_view("on_front"),
        rows[front["sections"]], @ids.select { stands[_1].place == :front }],
      "put off" => [own[:put_off?], Store::State.put_off(clock.now).pluck(:message_id).sort, sheets.select { _2["put_off"] }.keys,
        held["put_off"].map { _1["id"] }.sort],
      "discarded" => [own[:discarded?], Store::State.discarded.pluck(:message_id).sort, in_view("discarded"),
        sheets.select { _2["discarded"] }.keys],
      "cleared" => [own[:cleared?], in_view("cleared"), sheets.select { _2["cleared"] }.keys],
      "answered" => [own[:answered?], in_view("answered")],
      "waits for mine" => [own[:awaits_mine?], in_view("awaits_mine")],
      "kept" => [own[:keep_at_top?], in_view("keep_at_top"), sheets.select { _2["kept"] }.keys],
      "inked" => [@ids.select { stands[_1].ink == "Copper" }, Store::ViewQuery.new(worn("ink", "copper"), clock.now, LISBON)
        .states.pluck(:message_id).sort, sheets.select { _2["ink"] == "Copper" }.keys, ask(:get, "/inks/wearing?name=Copper")["messages"]
          .map { _1["id"] }.sort],
      "labelled" => [@ids.select { stands[_1].labels.include?("Loans") }, Store::ViewQuery.new(worn("label", "LOANS"), clock.now, LISBON)
        .states.pluck(:message_id).sort, sheets.select { _2["labels"].include?("Loans") }.keys]
    }
  end

  # What each round of the day brings, as the messages, the day and the round itself have it.
  def rounds(stands)
    days = ask(:get, "/day")["rounds"]
    moments = days.map { Time.iso8601(_1["at"]) }
    own = moments.map { |at| stands.keys.select { stands[_1].with_round?(at) }.sort }
    listed = days.map { |round| ask(:get, "/rounds?at=#{round["at"]}")["messages"].map { _1["id"] }.sort }
    asked = moments.map { |at| Store::State.with_round(at).pluck(:message_id).sort }
    counted = days.zip(own).all? { |round, messages| round["count"] == messages.size }
    [own, listed, asked, counted ? own : days.map { _1["count"] }]
  end

  def worn(fact, name)
    Core::View.read({"name" => "V", "when" => leaf(fact, "is", [name]), "sent" => true, "discarded" => true}, Core::Check.new,
      Store::CurrentRulebook.rulebook.names)
  end

  def test_every_place_says_the_same_after_acts_at_random
    seen = Hash.new { |all, key| all[key] = Set.new }
    STEPS.times do |step|
      act
      answers.each do |what, said|
        assert_equal 1, said.uniq.size, "#{what}, after step #{step}: #{said.uniq.inspect}"
        seen[what] << said.first
      end
    end
    assert(seen.values.all? { _1.size > 1 }, "the acts drawn ask nothing of these: #{seen.select { _2.size < 2 }.keys}")
  end

  def test_a_discarded_message_is_not_held_and_is_not_let_in
    id = take(subject: "plain").id
    Desk::Discard.new(clock).call([id])
    assert_equal [false, true], ask(:get, "/messages/#{id}").values_at("held", "discarded")
    done = Desk::LetIn.new(clock).call([id])
    assert_equal ["Nothing was let in: that message does not wait.", nil], [done.message, done.undo_id]
  end

  def test_what_was_done_with_before_its_round_is_not_brought_by_it
    kept, discarded, cleared, put_off = Array.new(4) { take(subject: "plain").id }
    at = Store::State.find(kept).surface_at
    others = Store::State.by_round(at).where(message_id: @ids).count
    Desk::Discard.new(clock).call([discarded])
    Desk::Clear.new(clock).call([cleared])
    Desk::BringBack.new(clock, at).call([put_off])
    brought = -> { ask(:get, "/day")["rounds"].find { Time.iso8601(_1["at"]) == at }["count"] }
    assert_equal others + 1, brought.call
    clock.now = at + 60
    Desk::Clear.new(clock).call([kept])
    assert_equal others + 1, brought.call, "what it brought and the person cleared since, it brought all the same"
    came = Store::State.by_round(at).where(message_id: @ids).ids
    Desk::BringBack.new(clock, at + 3_600).call(came)
    assert_equal others + 1, brought.call, "and what they put off since"
  end

  def test_an_act_says_how_many_it_changed
    cleared, other = [take(subject: "now").id, take(subject: "now").id]
    Desk::Clear.new(clock).call([cleared])
    assert_equal "Cleared “now”. It stays in its mailbox.", Desk::Clear.new(clock).call([cleared, other]).message
    assert_equal "Nothing was changed: the messages stand so already.", Desk::Clear.new(clock).call([cleared, other]).message
  end

  def test_a_rule_applied_to_mail_that_is_here_looks_at_what_was_put_off
    away = take(subject: "now").id
    Desk::BringBack.new(clock, clock.now + 3600).call([away])
    made = Desk::SaveRule.new(clock).call(rule("High", when: leaf("subject", "mentions", ["now"]), then: {"priority" => "high"})).result
    assert_includes Desk::ApplyRule.new(clock, made.id).preview.map(&:id), away
  end
end
