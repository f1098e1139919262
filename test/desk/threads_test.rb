# frozen_string_literal: true

require_relative "../support/desk_helper"

# Conversations that are followed or muted.
class FollowedThreadsTest < Minitest::Test
  include DeskHelper

  def setup
    super
    set_up(rules: [rule("Alarm", when: leaf("subject", "mentions", ["alarm"]),
      then: {"alert" => {"level" => "chime", "break_through" => true}}),
      rule("Gone", when: leaf("subject", "mentions", ["gone"]), then: {"discard" => true}),
      rule("Low", when: leaf("subject", "mentions", ["lunch"]), then: {"priority" => "low"})])
    clock.now = at("09:30")
    @first = take(subject: "Lunch", id: "<l1@x>")
  end

  def answer(number, subject: "Re: Lunch", to: "<l1@x>") = take(subject: subject, id: "<l#{number}@x>", headers: ["References: #{to}"])
  def mind(word, id = @first.id) = Desk::SetThreadPreference.new(clock).call(id, word)
  def row(message) = Web::Pages::Row.of([Store::State.find(message.id)], Store::CurrentRulebook.rulebook, clock.now).first.to_h
  def why(message) = Web::Pages::Sheet.new(message, Store::CurrentRulebook.rulebook, clock.now).to_h[:why]

  def test_what_is_followed_comes_straight_in_and_high_at_least
    assert_includes held, @first.id
    done = mind("followed")
    assert_equal "You follow this conversation: what comes into it comes straight in, high at least. One held message came in.",
      done.message
    second = answer(2)
    assert_equal [[@first.id, second.id], "high", "followed"], [on_front, *row(second).values_at(:priority, :came)]
    assert_equal ["Straight in, followed, high priority.", true],
      [why(second)[:summary], why(second)[:lines].any? { _1[:before].include?("its conversation is followed") }]
    refute_includes on_front, take(subject: "Re: Lunch", id: "<other@x>").id, "the same subject alone is not the same conversation"
    gone = answer(3, subject: "gone").id
    assert_includes Store::State.discarded.pluck(:message_id), gone
    Desk::Undo.new(clock).call(done.undo_id)
    assert_equal [[second.id], nil], [on_front, Store::ThreadPreference.word(@first.id)]
    refute_includes on_front, answer(4).id
  end

  def test_heads_down_delays_what_is_followed_and_deciding_anew_keeps_it
    mind("followed")
    Desk::GoHeadsDown.new(clock).call(at("09:50"))
    second = answer(2)
    assert_equal at("09:50"), Store::State.find(second.id).surface_at.to_time
    clock.now = at("09:40")
    Desk::EndHeadsDown.new(clock).call
    assert_includes on_front, second.id
  end

  def test_what_is_muted_stays_off_the_front_and_silent_but_for_what_breaks_through
    @first.then { Desk::LetIn.new(clock).call([_1.id]) }
    assert_match(/muted: .* One message left the Front\.\z/, mind("muted").message)
    second = answer(2)
    Desk::Announce.new(clock).call
    assert_equal [[], [], [], "muted"], [on_front, held & [second.id], Store::Alert.pluck(:message_id), row(second)[:came]]
    assert_equal "Cleared and silent, muted, low priority.", why(second.reload)[:summary]
    alarm = answer(3, subject: "An alarm at lunch", to: "<l2@x>")
    assert_nil row(alarm)[:thread_word]
    mind("neither", second.id)
    assert_equal [nil, nil], [Store::ThreadPreference.word(@first.id), row(answer(4))[:thread_word]]
  end
end

# Which thread each message belongs to, however the mail came.
class StoredThreadsTest < Minitest::Test
  include DeskHelper

  def setup
    super
    set_up
  end

  # What the core makes of all of it at once.
  def whole
    letters = Store::Threads.send(:letters, Store::Message.ids)
    Core::Threads.new(letters).roots.map { |root| [].tap { |ids| root.each_letter { |letter, _| ids << letter.id } }.sort }.sort
  end

  def stored = Store::MessageThread.pluck(:thread, :message_id).group_by(&:first).values.map { |rows| rows.map(&:last).sort }.sort

  def test_steps_give_what_one_pass_over_all_gives
    random = Random.new(5)
    ids = (1..40).to_a.shuffle(random: random)
    ids.each_with_index do |n, place|
      parents = [n / 2, n / 4].select(&:positive?).reverse
      take(subject: (n.odd? && n > 20) ? "Report" : "Re: s#{n % 7}", id: "<#{n}@x>", date: clock.now - (100 - n) * 60, headers: (n % 5)
        .zero? ? [] : ["References: #{parents.map { "<#{_1}@x>" }.join(" ")}".strip].reject { _1.end_with?(":") })
      Store::Threads.step(limit: 3) if (place % 4).zero?
    end
    Store::Threads.catch_up
    assert_equal whole, stored
  end
end
