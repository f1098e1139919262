# frozen_string_literal: true

require_relative "../support/api_helper"

# Moments as a person gives them: for putting off, moving and going heads-down.
class MomentsAPITest < Minitest::Test
  include APIHelper

  def setup
    super
    set_up
    @id = take(date: at("08:30")).id
    @held = take.id
  end

  def put_off(moment, status: 200, **more) = ask(:post, "/put-off", {messages: [@id], until: moment, **more}, status: status)
  def back = Store::State.find(@id).surface_at.to_time.getutc

  FORMS = {
    "17:00" => "2027-03-09T17:00:00Z", "08:00" => "2027-03-10T08:00:00Z", "2027-03-12T09:05" => "2027-03-12T09:05:00Z",
    "2027-07-12T09:05" => "2027-07-12T08:05:00Z", "2027-07-12T09:05:30" => "2027-07-12T08:05:30Z",
    "2027-03-28T01:30" => "2027-03-28T01:00:00Z", "PT90M" => "2027-03-09T10:44:00Z", "P1DT2H" => "2027-03-10T11:14:00Z",
    "2027-03-09T12:00:00+02:00" => "2027-03-09T10:00:00Z", "2027-03-09T12:00:00.5Z" => "2027-03-09T12:00:00.5Z"
  }.freeze

  def test_every_form_of_a_moment
    FORMS.each do |given, moment|
      put_off(given)
      assert_equal Time.iso8601(moment), back, given
    end
  end

  def test_what_is_no_moment_is_refused_in_words_and_nothing_is_changed
    before = Store::State.find(@id).attributes
    ["", "24:00", "9:00", "25:61", "2027-03-09T24:00", "2027-02-30T09:00", "2027-03-09T12:60", "P", "PT", "P1Y", "tomorrow", "2027-03-09",
      "2027-03-09T12:00:61", "2027-03-09T12:00:00.5", "１７:００", "17:00\n", "PT#{"9" * 40}S"].each do |given|
      problem = put_off(given, status: 400)
      assert_includes problem["detail"], "is no moment", given.inspect
      assert_equal "/until", problem["errors"][0]["pointer"]
    end
    assert_equal before, Store::State.find(@id).attributes
  end

  def test_a_moment_that_is_past_or_too_far_says_so
    assert_includes put_off("2027-03-09T09:14", status: 422)["detail"], "past"
    assert_includes put_off("P367D", status: 422)["detail"], "a year away"
    assert_includes ask(:post, "/moves", {messages: [@held], until: "2027-03-08T09:00"}, status: 422)["detail"], "past"
    assert_includes ask(:post, "/heads-down", {until: "2027-03-09T09:14"}, status: 422)["detail"], "over already"
    assert_includes ask(:post, "/heads-down", {until: "P8D"}, status: 422)["detail"], "a week at most"
  end

  def test_what_is_held_is_moved_and_what_is_not_held_is_not
    moved = ask(:post, "/moves", {messages: [@held], until: "2027-03-10T08:00"})
    assert_equal "Moved “Hello” to Wed 08:00.", moved["message"]
    group = ask(:get, "/held")["groups"][0]
    assert_equal ["The Wed 08:00 round", [@held]], [group["title"], group["messages"].map { _1["id"] }]
    refused = ask(:post, "/moves", {messages: [@id], until: "2027-03-10T08:00"})
    assert_equal ["Nothing was moved: that message does not wait.", nil], refused.values_at("message", "undo_id")
  end

  def test_a_conversation_is_put_off_with_a_reason_until_somebody_answers
    answer = take(date: at("08:40"), headers: ["References: #{Store::Message.find(@id).message_id}"]).id
    put_off("P2D", conversation: true, reason: "  Ask Joost  ", when_answered: true)
    rows = ask(:get, "/held")["put_off"]
    assert_equal [@id, answer].sort, rows.map { _1["id"] }.sort
    assert_equal ["back Thu 09:14, or when answered: Ask Joost"], rows.map { _1["because"] }.uniq
    take(subject: "Re: Hello", headers: ["References: #{Store::Message.find(@id).message_id}"])
    assert_empty ask(:get, "/held")["put_off"]
  end

  def test_named_moments_of_ones_own_stand_among_the_others
    names = -> { ask(:get, "/back-times")["choices"].map { _1["label"] } }
    assert_equal ["with the next round", "this evening", "tomorrow morning", "after the weekend", "next week", "in 2 hours"], names.call
    ask(:put, "/back-times", {times: [{name: "after lunch", at: "14:00"}, {name: "for the board", weekday: "thu", at: "10:00"},
      {name: "too early", days: 1, at: "07:00"}]})
    own = ask(:get, "/back-times")["choices"].last(3)
    assert_equal [["after lunch", "14:00"], ["for the board", "Thu 11 Mar 10:00"], ["too early", "Wed 10 Mar 07:00"]],
      own.map { _1.values_at("label", "moment") }
    ask(:put, "/back-times", {times: [{name: " ", at: "14:00"}]}, status: 422)
    ask(:put, "/back-times", {times: [{name: "x", at: "26:00"}]}, status: 422)
    ask(:put, "/back-times", {times: [{name: "x", at: "12:00", weekday: "noday"}]}, status: 422)
    assert_equal 9, names.call.size
    ask(:put, "/back-times", {times: []})
    assert_equal 6, names.call.size
  end

  def test_heads_down_begins_is_told_and_ends_once
    none = ask(:get, "/heads-down")
    assert_nil none["active"]
    assert_equal "until the 10:30 round", none["choices"][0]["label"]
    assert_match(/\A09:10 is past today/, ask(:post, "/heads-down", {until: "09:10"}, status: 422)["detail"])
    assert_equal "Heads-down until 10:30.", ask(:post, "/heads-down", {until: "10:30", reason: "The catalogue"})["message"]
    active = ask(:get, "/heads-down")["active"]
    assert_equal ["until 10:30", "The catalogue", false, "1 h 16 min"], active.values_at("label", "reason", "planned", "left")
    ask(:post, "/heads-down", {until: "11:00"}, status: 409)
    assert_equal active, ask(:get, "/status")["heads_down"]
    clock.now += 600
    assert_equal "Heads-down is over: one message waits on, until 10:30.", ask(:delete, "/heads-down")["message"]
    ask(:delete, "/heads-down", status: 409)
  end
end
