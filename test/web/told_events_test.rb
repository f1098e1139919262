# frozen_string_literal: true

require_relative "../support/api_helper"

# An answer says which events the request left, so that the page that asked shows what it did at once, and each event once.
class ToldEventsTest < Minitest::Test
  include APIHelper

  # @return [Array(Integer, Integer, Array<String>), nil] after which event, up to which, their kinds
  def told
    range, *kinds = last_response.headers["up-front-events"]&.split
    range && [*range.split("-").map(&:to_i), kinds]
  end

  def setup
    super
    set_up
    @id = take(date: at("08:30")).id
  end

  def last = Store::Event.maximum(:id).to_i

  def test_an_act_tells_its_events_and_no_earlier_ones
    before = last
    ask(:post, "/acts", {act: "clear", messages: [@id]})
    assert_equal [before, last, %w[changed]], told
    ask(:post, "/acts", {act: "flag", messages: [@id]})
    assert_equal [before + 1, last], told.first(2)
  end

  def test_each_kind_is_told_once
    rule = {name: "All", when: {all: []}, then: {priority: "high"}}
    ask(:post, "/rules", {body: rule}, status: 201)
    assert_equal told.last.uniq, told.last
    assert_includes told.last, "rules"
  end

  # What is asked for says how far it knows, so that what happens meanwhile is not missed.
  def test_an_answer_says_of_what_event_it_is
    before = last
    ask(:get, "/front")
    assert_equal before.to_s, last_response.headers["up-front-as-of"]
    ask(:post, "/acts", {act: "clear", messages: [@id]})
    assert_nil last_response.headers["up-front-as-of"]
    ask(:get, "/status")
    assert_equal last.to_s, last_response.headers["up-front-as-of"]
  end

  def test_what_changes_nothing_tells_nothing
    ask(:get, "/front")
    assert_nil told
    ask(:post, "/language/parse", {text: "the sender is me", of: "view"})
    assert_nil told
  end

  def test_what_is_refused_tells_nothing_even_where_others_left_events_meanwhile
    take(date: at("08:40"))
    ask(:post, "/undo/999", {}, status: 404)
    assert_nil told
    header "Origin", "http://elsewhere.example"
    post "/api/acts", JSON.generate({act: "clear", messages: [@id]}), "CONTENT_TYPE" => "application/json"
    assert_equal [403, nil], [last_response.status, told]
  end

  # Whatever the acts are: the answers, one after the other, tell every event once and none twice.
  def test_a_row_of_acts_tells_every_event_once
    start = last
    ids = Array.new(3) { take(date: at("08:30")).id }
    taken = (start + 1..last).to_a
    seen = Random.rand(20..30).times.flat_map do
      act = %w[clear flag unflag read unread raise lower keep unkeep].sample
      ask(:post, "/acts", {act: act, messages: ids.sample(2)})
      told ? (told[0] + 1..told[1]).to_a : []
    end
    assert_equal (start + 1..last).to_a, taken + seen
  end
end
