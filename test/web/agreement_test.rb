# frozen_string_literal: true

require_relative "../support/api_helper"

# A day lived at random through the API: every number agrees with every other, no message stands twice, and taking everything back
# leaves what was there.
class AgreementTest < Minitest::Test
  include APIHelper

  STEPS = 90
  VIEWS = [
    {"name" => "Loans", "when" => {"fact" => "label", "op" => "is", "value" => ["Loans"]}, "badge" => "all"},
    {"name" => "New", "when" => {"fact" => "unread", "op" => "is", "value" => true}, "badge" => "unread", "discarded" => true},
    {"name" => "Band", "when" => {"fact" => "subject", "op" => "mentions", "value" => ["loan"]}, "band" => {"limit" => 2}, "badge" => "all"}
  ].freeze

  def setup
    super
    Store::MatchIndex.forget
    set_up(rules: [rule("Loans", when: leaf("subject", "mentions", ["loan"]), then: {"labels" => ["Loans"], "priority" => "high"}),
      rule("Top", when: leaf("subject", "mentions", ["border"]), then: {"timing" => {"now" => true}, "priority" => "top"}),
      rule("Off", when: leaf("subject", "mentions", ["bulletin"]), then: {"timing" => {"off_front" => true}})])
    VIEWS.each { Desk::SaveView.new(clock).call(_1) }
    @random = Random.new(17)
    @ids = %w[loan border bulletin hello loan hello hello].map { arrives(_1) }
  end

  def one(among) = among.sample(random: @random)
  def arrives(subject) = take(subject: subject, from: one(["Ana <ana@casadomar.example>", "Bo <bo@hanse.example>"])).id
  def some = @ids.sample(@random.rand(1..3), random: @random)

  # @return [Array(Symbol, String, Hash)] a request that a page may send
  def request
    one([
      [:post, "/acts", {act: one(%w[clear flag unflag read unread let_in discard recover raise lower keep unkeep]), messages: some}],
      [:post, "/labels", {messages: some, add: one([["Loans"], ["Border"], []]), remove: one([["Loans"], []])}],
      [:post, "/put-off", {messages: some, until: one(%w[PT30M PT3H P1D 17:00]), reason: one([nil, "Ask"]),
                           when_answered: one([true, false])}],
      [:post, "/moves", {messages: some, until: one(%w[PT20M P1D])}], [:post, "/keeps", {messages: some, until: "P1D"}],
      [:put, "/messages/#{one(@ids)}/thread", {word: one(%w[followed muted neither])}],
      [:post, "/views/#{one(Store::View.in_order.pluck(:id))}/gone-through", nil],
      [:post, "/rules/#{one(Store::Rule.in_order.pluck(:id))}/place", {to: @random.rand(3)}],
      [:post, "/views/#{one(Store::View.in_order.pluck(:id))}/place", {to: @random.rand(3)}],
      [:post, "/rules/#{one(Store::Rule.in_order.pluck(:id))}/copy", nil],
      [:post, "/rules", {body: rule("R#{@random.rand(1e6).to_i}", when: leaf("subject", "mentions", [one(%w[hello loan])]),
        then: one([{"priority" => "low"}, {"timing" => {"now" => true}}, {"discard" => true}, {"timing" => {"next_round" => true}}]))}]
    ])
  end

  def act
    verb, path, body = request
    input = {:input => body && JSON.generate(body), "CONTENT_TYPE" => "application/json"}.compact
    custom_request(verb.to_s.upcase, "/api#{path}", {}, input)
    assert_includes [200, 201, 409, 422], last_response.status, "#{verb} #{path} #{body}: #{last_response.body}"
    JSON.parse(last_response.body)["undo_id"]
  end

  def rows(groups) = groups.flat_map { |group| group["messages"].map { _1["id"] } }

  def assert_agreement
    front, held, day, status = %w[/front /held /day /status].map { ask(:get, _1) }
    assert_equal [held["count"]] * 4, [front["held"], day["held"], status["held"], rows(held["groups"]).size]
    held["groups"].each { assert_equal _1["count"], _1["messages"].size }
    shown = rows(front["sections"])
    assert_equal [shown.uniq, front["count"]], [shown, shown.size + front["older"]]
    assert_equal front["sections"].map { _1["key"] }.uniq, front["sections"].map { _1["key"] }
    front["sections"].each { assert_equal _1["count"], _1["messages"].size }
    away = rows(held["groups"]) + held["put_off"].map { _1["id"] }
    assert_equal [away.uniq, []], [away, away & shown]
    assert_rounds(held, day)
    assert_views
  end

  # What a round of the day will bring is what is held for it, and the first of all is what the bar names.
  def assert_rounds(held, day)
    day["rounds"].reject { _1["done"] }.each do |round|
      page = ask(:get, "/rounds?at=#{round["at"]}")
      assert_equal round["count"], page["messages"].size
      assert_empty page["messages"].map { _1["id"] } - rows(held["groups"])
    end
  end

  def assert_views
    ask(:get, "/views")["views"].each do |view|
      page = ask(:get, "/views/#{view["id"]}")
      counted = (view["body"]["badge"] == "all") ? page["count"] : page["unread"]
      assert_equal counted, view["badge"], view["body"]["name"]
      assert_equal page["count"], ask(:get, "/views/#{view["id"]}/messages?offset=0")["messages"].size
    end
  end

  def test_every_number_agrees_whatever_is_done
    STEPS.times do |step|
      case @random.rand(8)
      when 0 then @ids << arrives(one(%w[loan border hello bulletin]))
      when 1
        clock.now += @random.rand(60..2_400)
        Desk::Announce.new(clock).call
      when 2 then ask(:post, "/undo/#{Store::UndoStep.reversible.maximum(:id)}") if undoable?
      else act
      end
      assert_agreement if (step % 6).zero?
    end
    assert_agreement
  end

  def undoable? = Store::UndoStep.reversible.exists?

  # What a person sees, without what only says when and how often something was changed.
  def seen
    pages = {"front" => ask(:get, "/front"), "held" => ask(:get, "/held"), "day" => ask(:get, "/day"), "rules" => rules,
             "views" => ask(:get, "/views")["views"].map { _1.except("version", "due") }}
    sheets = @ids.to_h { |id| [id, ask(:get, "/messages/#{id}").except("why", "alerted")] }
    [pages, sheets]
  end

  def rules = ask(:get, "/rules")["rules"].map { _1.except("version") }

  def test_taking_back_all_that_was_done_leaves_what_was_there
    before = seen
    first = Store::UndoStep.maximum(:id)
    25.times { act }
    refute_equal before, seen
    steps = Store::UndoStep.where("id > ?", first).order(id: :desc).pluck(:id)
    refute_empty steps
    steps.each { ask(:post, "/undo/#{_1}") }
    before.zip(seen).each do |was, is|
      was.each { |key, page| page.nil? ? assert_nil(is[key]) : assert_equal(page, is[key], key.to_s) }
    end
  end

  def test_what_was_done_stands_in_order_and_says_what_was_taken_back
    ids = Array.new(12) { act }.compact
    ask(:post, "/undo/#{ids.last}")
    steps = ask(:get, "/history")["steps"]
    assert_equal steps.map { _1["id"] }.sort.reverse, steps.map { _1["id"] }
    assert_empty ids - steps.map { _1["id"] }
    assert_equal({ids.last => true, ids.first => false}, steps.to_h { [_1["id"], _1["undone"]] }.slice(ids.last, ids.first))
    again = ask(:post, "/undo/#{ids.last}", status: 409)
    assert_equal "That was undone already.", again["detail"]
  end
end
