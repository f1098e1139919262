# frozen_string_literal: true

require_relative "../support/api_helper"

# Promises and examples: made, tried, watched, and told of before a rule that turns them is saved.
class PromisesAPITest < Minitest::Test
  include APIHelper

  ANA = {"fact" => "from", "op" => "is", "value" => ["ana@casadomar.example"]}.freeze
  SOON = {"name" => "Ana in time", "when" => ANA, "holds" => {"comes_in" => "PT30M"}}.freeze

  def setup
    super
    Store::MatchIndex.forget
    used = {"labels" => %w[Loans Border], "ink" => "Copper", "reply" => "Thanks"}
    set_up(rules: [rule("In", when: ANA, then: {"timing" => {"now" => true}}),
      rule("Used", when: leaf("from", "is", ["group:Lenders"]), then: used)])
    @loan = take(subject: "A loan").id
  end

  def page = ask(:get, "/promises")
  def keep(body, kind: "promises", was: nil, **more) = ask(:put, "/kept/#{kind}", {body: body, was: was}.compact, **more)
  def found = ask(:get, "/check-up")["findings"].map { _1["kind"] }
  def in_rule = ask(:get, "/rules")["rules"].first

  def test_a_promise_is_made_told_of_changed_and_taken_out
    assert_equal "Nothing is promised of your rules yet.", page["lead"]
    done = keep(SOON)
    assert_equal "Made the promise “Ana in time”.", done["message"]
    row = page["promises"].first
    assert_equal ["All that was promised holds.", "proved", "None of the one message of the last 90 days broke it."],
      [page["lead"], *row.values_at("answer", "seen")]
    assert_equal "Mail where the sender is ana@casadomar.example comes in within 30 minutes.", row["sentence"]
    keep(SOON.merge("name" => "ANA IN TIME"), status: 422)
    keep(SOON.merge("name" => "But", "unless" => {"any" => [leaf("kind", "is", ["newsletter"])]}))
    assert_equal "Mail where the sender is ana@casadomar.example, unless it is a newsletter, comes in within 30 minutes.",
      page["promises"].last["sentence"]
    ask(:delete, "/kept/promises?name=But")
    keep(SOON.merge("holds" => {"on_front" => true}), was: "ana in time")
    assert_equal({"on_front" => true}, page["promises"].first["body"]["holds"])
    ask(:delete, "/kept/promises?name=Ana%20in%20time")
    ask(:delete, "/kept/promises?name=Ana%20in%20time", status: 404)
    assert_empty page["promises"]
    refused = keep(SOON.merge("holds" => {"comes_in" => "soon"}), status: 422)
    refute_match(%r{/promises/0}, refused["detail"])
  end

  def test_what_breaks_it_is_shown_kept_and_found_by_the_check_up
    keep(SOON.merge("when" => leaf("from", "is", ["@far.example"])))
    row = page["promises"].first
    assert_equal "broken", row["answer"]
    assert_match(/\AA message from someone@far\.example that arrives on .* waits until /, row["told"])
    assert_includes found, "promise_broken"
    mend = ask(:get, "/promises/mends?name=Ana%20in%20time")["mends"].first
    assert_equal ["Make a rule of it, read first", nil], mend.values_at("label", "rule")
    assert_equal({"timing" => {"now" => true}}, mend["body"]["then"])
    ask(:get, "/promises/mends?name=Nope", status: 404)
    keep(row["keep"], kind: "examples")
    example = page["examples"].first
    assert_equal ["Comes straight in.", false], example.values_at("shall", "kept")
    assert_includes found, "example_turned"
    assert_equal "Two things that were promised do not hold.", page["lead"]
  end

  def test_what_a_rule_would_turn_is_told_before_it_is_saved
    keep(SOON)
    ask(:post, "/examples", {message: @loan, shall: {comes: "straight_in"}})
    ask(:post, "/examples", {message: @loan, shall: {alert: "none"}})
    assert_equal ["A loan", "A loan (2)"], page["examples"].map { _1["name"] }
    held = in_rule["body"].merge("then" => {"timing" => {"next_round" => true}})
    turned = ask(:post, "/rules/turned", {body: held, id: in_rule["id"]})["turned"]
    assert_equal [["promise", "Ana in time"], ["example", "A loan"]], turned.map { _1.values_at("kind", "name") }
    assert_match(/As it is, it comes straight in and wears .*; then, it comes 10:30/, turned.last["said"])
    assert_empty ask(:post, "/rules/turned", {body: in_rule["body"], id: in_rule["id"]})["turned"]
    assert_equal "All that was promised holds.", page["lead"], "nothing was changed"
    before = Store::CurrentRulebook.rulebook.revision
    ask(:put, "/rules/#{in_rule["id"]}", {version: in_rule["version"], body: held})
    assert_operator Store::CurrentRulebook.rulebook.revision, :>, before
    assert_equal %w[example_turned promise_broken], found.sort & %w[example_turned promise_broken]
  end

  # Of mail that came, where it is read.
  def test_a_message_says_which_promise_it_broke
    keep(SOON.merge("name" => "Far in time", "when" => leaf("from", "is", ["@far.example"])))
    keep({"name" => "Quiet", "holds" => {"loudest" => "none"}})
    held = take(from: "bo@far.example", date: at("09:10")).id
    assert_equal [["Far in time", "it comes 50 minutes late"]], ask(:get, "/messages/#{held}")["breaks"].map(&:values)
    assert_empty ask(:get, "/messages/#{@loan}")["breaks"]
    ring = rule("Ring", when: leaf("subject", "mentions", ["bell"]), then: {"alert" => {"level" => "tap"}, "timing" => {"now" => true}})
    ask(:post, "/rules", {body: ring, place: 0}, status: 201)
    loud = ask(:get, "/messages/#{take(subject: "A bell").id}")["breaks"]
    assert_match(/\Ait raises a tap on Tuesday 9 March at /, loud.first["said"])
  end

  # Whatever is changed: order and switches, groups, the week, the zone.
  def test_every_change_tells_what_it_would_turn
    keep(SOON)
    keep({"name" => "Lenders stay", "when" => leaf("from", "is", ["group:Lenders"]), "holds" => {"waits" => "PT15H"},
          "arriving" => {"days" => %w[mon tue wed], "from" => "00:00", "to" => "24:00"}})
    names = ->(answer) { answer["turned"].map { _1["name"] } }
    assert_equal ["Ana in time"], names[ask(:post, "/rules/#{in_rule["id"]}/preview", {act: "delete"})]
    assert_equal ["Ana in time"], names[ask(:post, "/rules/acts/preview", {rules: [in_rule["id"]], act: "off"})]
    assert_empty names[ask(:post, "/rules/#{in_rule["id"]}/preview", {act: "move", to: 1})]
    week = ask(:get, "/week")["plan"]
    longer = week.merge("windows" => week["windows"].map { (_1["name"] == "Night") ? _1.merge("from" => "16:00") : _1 })
    assert_equal ["Lenders stay"], names[ask(:post, "/week/dry-run", {plan: longer})]
    assert_empty names[ask(:post, "/week/dry-run", {plan: week})]
    zone = ask(:post, "/held-preview", {zone: {time_zone: "Europe/Helsinki", trips: []}})
    assert_empty names[zone]
    assert_empty names[ask(:post, "/held-preview", {thing: {kind: "groups", was: "Lenders", thing: {name: "Houses", members: []}}})]
  end

  # An example outlives the mail that it was taken from.
  def test_an_example_is_kept_without_its_message
    ask(:post, "/examples", {message: @loan, shall: {comes: "straight_in"}})
    Store::Record.with_connection { _1.execute("DELETE FROM messages WHERE id = #{@loan}") }
    assert page["examples"].first["kept"]
    ask(:post, "/examples", {message: @loan, shall: {comes: "straight_in"}}, status: 404)
    ask(:post, "/examples", {message: @loan, shall: {}}, status: 400)
  end

  def test_a_promise_is_tried_while_it_is_written
    tried = ask(:post, "/promises/try", {body: SOON})
    assert_equal [[], [], "proved", 1], [*tried.values_at("faults", "unfinished"), tried["row"]["answer"], tried["counts"]["/when"]]
    open = ask(:post, "/promises/try", {body: SOON.merge("when" => {"all" => [ANA.merge("value" => [])]})})
    assert_equal [["/when/all/0"], nil], open.values_at("unfinished", "row")
    keep(SOON)
    taken = ask(:post, "/promises/try", {body: SOON})
    assert_equal [["/name", "Ana in time (2)"]], taken["faults"].map { _1.values_at("pointer", "instead") }
    assert_empty ask(:post, "/promises/try", {body: SOON, was: "Ana in time"})["faults"]
  end

  def test_alerts_a_day_are_counted_in_the_mail_that_came
    ring = rule("Ring", when: leaf("subject", "mentions", ["bell"]), then: {"alert" => {"level" => "tap"}, "timing" => {"now" => true}})
    ask(:post, "/rules", {body: ring, place: 0}, status: 201)
    keep({"name" => "Two", "holds" => {"alerts_a_day" => 2}})
    take(subject: "A bell")
    assert_equal ["holds", "The most were one alert, on Tuesday 9 March."], page["promises"].first.values_at("answer", "told")
    2.times { take(subject: "A bell") }
    assert_equal "broken", page["promises"].first["answer"]
  end
end
