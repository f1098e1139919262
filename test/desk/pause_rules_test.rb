# frozen_string_literal: true

require_relative "../support/api_helper"

# While all rules are paused, what arrives comes as the plan alone says; what was held stays as it was decided, and each message
# says why.
class PauseRulesTest < Minitest::Test
  include APIHelper

  def setup
    super
    set_up(rules: [rule("Now", then: {"timing" => {"now" => true}, "priority" => "top"}),
      rule("Off", when: leaf("subject", "is", ["Old"]))])
  end

  def paused = ask(:get, "/status")["paused"]
  def why(id) = ask(:get, "/messages/#{id}")["why"]

  def test_what_arrives_meanwhile_is_decided_by_the_plan
    before = take
    done = ask(:post, "/rules/pause", {until: "PT1H"})
    assert_equal ["Paused all rules until 10:14. What arrives comes as the plan alone says.", {"until" => "10:14"}],
      [done["message"], paused]
    meanwhile = take
    assert_equal [[before.id], [meanwhile.id]], [on_front, held]
    assert_match(/while all rules were paused/, why(meanwhile.id)["lines"].map { _1["before"] }.join)
    assert_equal ["was paused, as all rules were"], why(meanwhile.id)["readings"].map { _1["text"] }.uniq
    clock.now += 3_700
    assert_nil paused
    after = take(date: clock.now)
    assert_includes on_front, after.id
    Desk::SaveRule.new(clock).call(rule("Third"))
    assert_includes held, meanwhile.id, "it arrived while they were paused, and stays so"
  end

  def test_until_it_is_resumed_and_taken_back
    done = ask(:post, "/rules/pause", {})
    assert_equal({"until" => nil}, paused)
    assert_match(/All rules are paused/, ask(:post, "/rules/dry-run", {body: rule("X")})["asleep"])
    meanwhile = take
    ask(:delete, "/rules/pause")
    assert_nil paused
    assert_equal [meanwhile.id], held
    assert_equal "The rules are not paused.", ask(:delete, "/rules/pause", status: 409)["detail"]
    assert_equal "The rules were paused or resumed again since; undo that first.",
      ask(:post, "/undo/#{done["undo_id"]}", status: 409)["detail"]
    2.times { ask(:post, "/undo") }
    assert_equal [meanwhile.id], on_front, "as if they had not been paused"
    ask(:post, "/rules/pause", {until: "P40D"}, status: 422)
  end
end
