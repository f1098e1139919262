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

  def save_rule(effects, **more)
    held = in_rule["body"].merge("then" => effects)
    ask(:put, "/rules/#{in_rule["id"]}", {version: in_rule["version"], body: held}, **more)
  end

  # @return [Hash] the answer to what is meant
  def meaning_it
    header "up-front-meant", "yes"
    yield
  ensure
    header "up-front-meant", nil
  end

  def test_what_a_rule_would_turn_is_told_before_it_is_saved
    keep(SOON)
    ask(:post, "/examples", {message: @loan, shall: {comes: "straight_in"}})
    ask(:post, "/examples", {message: @loan, shall: {alert: "none"}})
    assert_equal ["A loan", "A loan (2)"], page["examples"].map { _1["name"] }
    held = {"timing" => {"next_round" => true}}
    before = Store::CurrentRulebook.rulebook
    refused = save_rule(held, status: 409)
    assert_match(/Nothing was changed/, refused["detail"])
    turned = refused["turned"]
    assert_equal [["promise", "Ana in time"], ["example", "A loan"]], turned.map { _1.values_at("kind", "name") }
    assert_match(/As it is, it comes straight in and wears .*; then, it comes 10:30/, turned.last["said"])
    assert_equal [/\AStraight in/, /\AWaits for the 10:30 round/].zip(turned.last["whys"].map { _1["summary"] }).map { _1.match?(_2) },
      [true, true]
    assert_includes turned.last["whys"].last["lines"].map { _1["rule_id"] }, in_rule["id"]
    assert_equal [before.revision, before.document], [Store::CurrentRulebook.rulebook.revision, Store::CurrentRulebook.rulebook.document]
    save_rule({"timing" => {"now" => true}, "flag" => true}) # which turns nothing
  end

  # What is meant is saved, and the examples that turn are so from now on; one undo puts all of it back.
  def test_what_is_meant_changes_the_example
    keep(SOON)
    ask(:post, "/examples", {message: @loan, shall: {comes: "straight_in", labels: %w[Loans]}})
    done = meaning_it { save_rule({"timing" => {"next_round" => true}}) }
    assert_match(/\AChanged the rule “In”. One example changed with it\./, done["message"])
    example = -> { page["examples"].first.then { [_1["body"]["shall"], _1["kept"]] } }
    assert_equal [{"comes" => "with_a_round", "labels" => ["Loans"]}, true], example.call
    assert_equal ["promise_broken"], found & %w[example_turned promise_broken], "a promise stays as it was made"
    ask(:post, "/undo/#{done["undo_id"]}")
    assert_equal [{"comes" => "straight_in", "labels" => ["Loans"]}, true], example.call
    assert_equal({"now" => true}, in_rule["body"]["then"]["timing"])
  end

  # An example of which nothing is left goes, with the rest of a change that touches the rulebook's head too.
  def test_an_example_of_which_nothing_is_left_goes_and_comes_back
    lender = take(from: "pia@northgate.example", subject: "Loan").id
    ask(:post, "/examples", {message: lender, shall: {labels: %w[Border]}})
    emptied = {was: "Lenders", thing: {name: "Lenders", members: ["other@far.example"]}}
    assert_equal ["Loan"], ask(:put, "/things/groups", emptied, status: 409)["turned"].map { _1["name"] }
    done = meaning_it { ask(:put, "/things/groups", emptied) }
    assert_empty page["examples"]
    ask(:post, "/undo/#{done["undo_id"]}")
    assert_equal [true], page["examples"].map { _1["kept"] }
    refute_includes Store::CurrentRulebook.document["groups"].first["members"], "other@far.example"
  end

  # Of mail that came, where it is read.
  def test_a_message_says_which_promise_it_broke
    keep(SOON.merge("name" => "Far in time", "when" => leaf("from", "is", ["@far.example"])))
    keep({"name" => "Quiet", "holds" => {"loudest" => "none"}})
    held = take(from: "bo@far.example", date: at("09:10")).id
    assert_equal [["Far in time", "it comes 50 minutes late"]], ask(:get, "/messages/#{held}")["breaks"].map(&:values)
    assert_empty ask(:get, "/messages/#{@loan}")["breaks"]
    ring = rule("Ring", when: leaf("subject", "mentions", ["bell"]), then: {"alert" => {"level" => "tap"}, "timing" => {"now" => true}})
    meaning_it { ask(:post, "/rules", {body: ring, place: 0}, status: 201) }
    loud = ask(:get, "/messages/#{take(subject: "A bell").id}")["breaks"]
    assert_match(/\Ait raises a tap on Tuesday 9 March at /, loud.first["said"])
  end

  # Whatever is changed: order and switches, groups, the week, the zone.
  def test_every_change_tells_what_it_would_turn
    keep(SOON)
    keep({"name" => "Lenders stay", "when" => leaf("from", "is", ["group:Lenders"]), "holds" => {"waits" => "PT15H"},
          "arriving" => {"days" => %w[mon tue wed], "from" => "00:00", "to" => "24:00"}})
    names = ->(answer) { answer["turned"].map { _1["name"] } }
    id = in_rule["id"]
    assert_equal ["Ana in time"], names[ask(:delete, "/rules/#{id}", status: 409)]
    assert_equal ["Ana in time"], names[ask(:post, "/rules/acts", {rules: [id], act: "off"}, status: 409)]
    ask(:post, "/rules/#{id}/place", {to: 0})
    week = ask(:get, "/week")["plan"]
    longer = week.merge("windows" => week["windows"].map { (_1["name"] == "Night") ? _1.merge("from" => "16:00") : _1 })
    assert_equal ["Lenders stay"], names[ask(:post, "/week/dry-run", {plan: longer})]
    assert_equal ["Lenders stay"], names[ask(:put, "/week", {plan: longer}, status: 409)]
    assert_empty names[ask(:post, "/week/dry-run", {plan: week})]
    zone = ask(:post, "/held-preview", {zone: {time_zone: "Europe/Helsinki", trips: []}})
    assert_empty names[zone]
    assert_empty names[ask(:post, "/held-preview", {thing: {kind: "groups", was: "Lenders", thing: {name: "Houses", members: []}}})]
    file = Store::CurrentRulebook.document.merge("rules" => [])
    assert_equal ["Ana in time"], names[ask(:post, "/rulebook", {text: JSON.generate(file), way: "replace"}, status: 409)]
  end

  # As mail arrives, what breaks a promise is told with how, and shown with the promise.
  def test_a_message_that_breaks_a_promise_is_told_as_it_arrives
    told = -> { Store::Event.where(kind: "promise_broken").order(:id).map { _1.payload["message"] } }
    keep(SOON.merge("name" => "Far in time", "when" => leaf("from", "is", ["@far.example"])))
    keep({"name" => "Calm", "holds" => {"alerts_a_day" => 1}})
    take(subject: "In time")
    assert_empty told.call
    held = take(from: "bo@far.example", subject: "A crate", date: at("09:10")).id
    assert_equal ["The promise “Far in time” is broken: of “A crate”, it comes 50 minutes late."], told.call
    assert_equal [{"id" => held, "sender" => "bo@far.example", "subject" => "A crate", "said" => "it comes 50 minutes late"}],
      page["promises"].first["late"]
    ring = rule("Ring", when: leaf("subject", "mentions", ["bell"]), then: {"alert" => {"level" => "tap"}, "timing" => {"now" => true}})
    ask(:post, "/rules", {body: ring, place: 0}, status: 201)
    3.times { take(subject: "Bell #{_1}") }
    assert_equal ["The promise “Calm” is broken: of “Bell 1”, it raises alert 2 of that day."], told.call.drop(1), "once a day"
    take(from: "bo@far.example", subject: "Old", date: at("09:10", "2027-02-01"))
    assert_equal 2, told.call.size, "history breaks nothing"
  end

  # What breaks it can be tried, as it is, on a rule that is being written.
  def test_what_breaks_it_is_tried_on_a_draft
    keep(SOON.merge("when" => leaf("from", "is", ["@far.example"])))
    shown = page["promises"].first["shown"]
    assert_nil shown["rule"], "the plan holds it"
    far = rule("Far", when: leaf("from", "is", ["@far.example"]), then: {"timing" => {"now" => true}})
    first = ask(:post, "/rules/dry-run", {body: far, days: 30, made: shown["message"]})["first"]
    assert_equal [0, "someone@far.example", true], first.values_at("id", "sender", "matched")
    assert_match(/straight in/, first["changes"].first["now"])
    ask(:post, "/rules/dry-run", {body: far, days: 30, made: {subject: "No arrival"}}, status: 422)
    held = rule("Holds", when: leaf("from", "is", ["@far.example"]), then: {"timing" => {"next_round" => true}})
    id = ask(:post, "/rules", {body: held, place: 0}, status: 201)["rule"]["id"]
    assert_equal id, page["promises"].first["shown"]["rule"]
  end

  def test_examples_stand_beside_the_rules_that_decide_them
    ask(:post, "/examples", {message: @loan, shall: {comes: "straight_in", labels: %w[Loans]}})
    ids = ask(:get, "/rules")["rules"].map { _1["id"] }
    assert_equal [["A loan"]] * 2, ids.map { |id| ask(:get, "/examples?rule=#{id}")["examples"].map { _1["name"] } }
    assert_equal %w[In Used], page["examples"].first["rules"].map { _1["name"] }
    ask(:delete, "/kept/examples?name=A%20loan")
    ask(:post, "/examples", {message: @loan, shall: {comes: "straight_in"}})
    assert_equal [1, 0], ids.map { |id| ask(:get, "/examples?rule=#{id}")["examples"].size }
    ask(:get, "/examples?rule=999", status: 404)
  end

  def test_what_is_personal_in_a_file_is_pointed_out
    said = -> { ask(:get, "/rulebook/personal")["said"] }
    assert_equal "", said.call
    ask(:post, "/examples", {message: @loan, shall: {comes: "straight_in"}})
    assert_equal "One example goes with it: the facts of real messages, with their subjects and texts, of ana@casadomar.example " \
      "and wren@lanternquay.example.", said.call
    assert ask(:get, "/rulebook").key?("examples")
    refute ask(:get, "/rulebook?examples=false").key?("examples")
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
    meaning_it { ask(:post, "/rules", {body: ring, place: 0}, status: 201) }
    keep({"name" => "Two", "holds" => {"alerts_a_day" => 2}})
    take(subject: "A bell")
    assert_equal ["holds", "The most were one alert, on Tuesday 9 March."], page["promises"].first.values_at("answer", "told")
    2.times { take(subject: "A bell") }
    assert_equal "broken", page["promises"].first["answer"]
  end
end
