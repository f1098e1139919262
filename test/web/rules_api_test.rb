# frozen_string_literal: true

require_relative "../support/api_helper"

# What the Rules screen asks of the server.
class RulesAPITest < Minitest::Test
  include APIHelper

  LENDERS = {"all" => [{"fact" => "from", "op" => "is", "value" => ["group:Lenders"]},
    {"fact" => "subject", "op" => "mentions", "value" => ["loan"]}]}.freeze

  def setup
    super
    Store::MatchIndex.forget
    set_up(rules: [rule("First", when: leaf("subject", "mentions", ["urgent"]), then: {"priority" => "top"}),
      rule("Second", when: leaf("to_list", "is", true), then: {"priority" => "low"})])
  end

  def body(**more)
    {"name" => "Lenders", "when" => LENDERS, "then" => {"timing" => {"now" => true}, "priority" => "high"}}
      .merge(more.transform_keys(&:to_s))
  end

  def try(body, **more) = ask(:post, "/rules/dry-run", {body: body, **more})
  def rules = ask(:get, "/rules")["rules"]
  def id_of(name) = rules.find { _1["name"] == name }["id"]

  def some_mail
    take(subject: "Loan 14", date: at("09:10"))
    take(subject: "Urgent: loan 3", date: at("09:12"))
    take(subject: "Lunch", date: at("08:30"))
    take(from: "x@elsewhere.example", subject: "Loan offer", date: at("09:13"))
  end

  def test_a_draft_is_counted_condition_by_condition_and_tried
    some_mail
    before = held
    tried = try(body, place: 1)
    assert_equal({"/when" => 2, "/when/all/0" => 3, "/when/all/1" => 3}, tried["counts"])
    assert_equal [4, 2, 2, 0, 2], tried.values_at("of", "matches", "straight", "wait", "straight_more")
    assert_equal "Two held messages would come in now.", tried["held"]
    urgent, plain = tried["messages"]
    assert_equal ["Urgent: loan 3", [%w[timing straight\ in 10:30]], "First decides the priority before"],
      [urgent["subject"], urgent["changes"].map { _1.values_at("topic", "now", "was") }, urgent["reason"]]
    assert_equal [%w[timing straight\ in 10:30], %w[priority high normal]], plain["changes"].map { _1.values_at("topic", "now", "was") }
    assert_equal [30, 4, 2], [tried["bars"].size, tried["bars"].last["all"], tried["bars"].last["matched"]]
    assert_equal "When the sender is one of Lenders and the subject mentions “loan”: straight in, high priority.", tried["text"]
    assert_equal [before, 4], [held, held.size + on_front.size], "trying changes nothing"
  end

  # What is tried is what saving does: nothing of a rule that is off, that has not begun, or that is not whole.
  def test_a_trial_promises_what_saving_does
    some_mail
    off = try(body(enabled: false))
    assert_equal [2, "", 0, "It is off: nothing happens by it until it is switched on."],
      off.values_at("matches", "held", "held_now", "asleep")
    later = try(body(from_date: "2027-04-03"))
    assert_equal ["", "It begins on Saturday 3 April."], later.values_at("held", "asleep")
    assert_equal "Its last day was Monday 1 March.", try(body(until_date: "2027-03-01"))["asleep"]
    assert_nil try(body)["asleep"]
    half = try(body(when: {"all" => [LENDERS["all"][1], {"fact" => "body", "op" => "mentions", "value" => []}]}))
    assert_equal [false, nil], half.values_at("ready", "matches")
    id = ask(:post, "/rules", {body: body}, status: 201)["rule"]["id"]
    assert_equal "", try(body(enabled: false), id: id)["held"], "what came in by it stays in"
  end

  # What the format takes and nobody means is told where it is written.
  def test_what_would_be_taken_in_silence_is_told
    told = ->(**more) { try(body(**more))["faults"].map { _1.values_at("pointer", "message") } }
    assert_equal [["/until_date", "The last day is before the first, 2027-04-03: nothing would ever happen."]],
      told.call(from_date: "2027-04-03", until_date: "2027-04-01")
    assert_equal [["/unless", "Add an exception, or press “No exceptions”."]], told.call(unless: {"any" => []})
    assert_equal [["/when/all/0/value", "2.5 is not whole: give a whole number."]],
      told.call(when: {"all" => [leaf("size", "at_least", 2.5)]})
    assert_empty told.call(when: {"all" => [leaf("size", "at_least", 2)]}, from_date: "2027-04-01", until_date: "2027-04-01")
    refused = ask(:post, "/rules", {body: body(then: {"alert" => {"level" => "chime", "sound" => "Gong of doom"}})}, status: 422)
    assert_match(/There is no sound “Gong of doom” here; choose Bell, /, refused["detail"])
  end

  def test_what_sweeps_all_mail_is_said
    some_mail
    sweeping = ->(**more) { try(body(**more))["sweeping"] }
    all = {"all" => []}
    assert_equal "It holds for every message, and lets all of it straight in.", sweeping.call(when: all)
    assert_equal "It holds for every message, and takes all of it off the Front.",
      sweeping.call(when: all, then: {"timing" => {"off_front" => true}})
    assert_equal "It holds for each of the 4 messages of the last 30 days, and lets all of it straight in.",
      sweeping.call(when: {"all" => [leaf("from_me", "is", false)]})
    assert_nil sweeping.call(when: all, then: {"priority" => "high"})
    assert_nil sweeping.call(when: all, unless: {"any" => [leaf("subject", "mentions", ["lunch"])]})
  end

  def test_alerts_on_a_working_day
    some_mail
    assert_equal({"before" => 0.0, "after" => 2.0}, try(body(then: {"alert" => {"level" => "tap"}}))["alerts"])
  end

  def test_all_and_any_are_both_shown_where_they_differ_much
    12.times { take(subject: "Loan #{_1}", from: "p#{_1}@b.example") }
    take(subject: "Loan")
    assert_equal [{"pointer" => "/when", "kind" => "all", "count" => 1, "other" => "any", "other_count" => 13}], try(body)["apart"]
  end

  def test_a_draft_in_the_making_is_answered_in_place
    unfinished = try(body(name: "first", when: {"all" => [{"fact" => "subject", "op" => "mentions", "value" => []}, LENDERS["all"][0]]},
      then: {}))
    assert_equal ["/when/all/0"], unfinished["unfinished"]
    assert_equal ["/then", "/name"], unfinished["faults"].map { _1["pointer"] }
    assert_nil unfinished["text"]
    assert_equal ["/when/all/0", "/when/all/1"],
      try(body(when: {"all" => [{"fact" => "from", "op" => "is", "value" => ["a@b.example"]},
        {"fact" => "from", "op" => "is", "value" => ["c@d.example"]}]}))["clashes"][0]["pointers"]
    assert_match(/discard every message/, try(body(when: {"all" => []}, then: {"discard" => true}))["faults"][0]["message"])
    assert_equal ["/when/all/0/value/0"],
      try(body(when: {"all" => [{"fact" => "from", "op" => "is", "value" => ["group:Nobody"]}]}))["faults"].map {
        _1["pointer"]
      }
    ask(:post, "/rules", {body: body(then: {})}, status: 422)
    ask(:post, "/rules", {body: body(name: "SECOND")}, status: 422)
    assert_equal 2, rules.size
  end

  def test_the_message_that_a_rule_began_from_is_shown_first
    old = take(subject: "Loan of old", date: at("09:00", "2026-09-01"))
    first = try(body, message: old.id)["first"]
    assert_equal [old.id, true, "high"], [first["id"], first["matched"], first["changes"].last["now"]]
    assert_equal false, try(body(when: {"all" => [leaf("subject", "mentions", ["lunch"])]}), message: old.id)["first"]["matched"]
  end

  def test_a_move_is_told_before_it_is_made
    ask(:post, "/rules", {body: body(name: "Loans are low", when: {"all" => [leaf("subject", "mentions", ["loan"])]},
      then: {"priority" => "low"}), place: 2}, status: 201)
    some_mail
    told = ask(:post, "/rules/#{id_of("Loans are low")}/preview", {act: "move", to: 0})
    assert_equal [1, "One of last month’s messages would be decided differently.", [%w[priority low top]]],
      [told["changed"], told["message"], told["messages"][0]["changes"].map { _1.values_at("topic", "now", "was") }]
    assert_equal 2, ask(:post, "/rules/#{id_of("Loans are low")}/preview", {act: "delete"})["changed"]
    assert_equal 1, ask(:post, "/rules/#{id_of("First")}/preview", {act: "switch"})["changed"]
    assert_equal "Loans are low", rules.last["name"]
  end

  def test_a_copy_stands_below_and_is_off
    ask(:post, "/rules/#{id_of("First")}/copy", status: 201)
    assert_equal [["First", true], ["First (2)", false], ["Second", true]], rules.map { _1.values_at("name", "enabled") }
  end

  def test_what_a_rule_did
    take(subject: "Urgent", date: at("09:00"))
    take(subject: "Urgent too", date: at("09:00", "2027-03-08"), as_new: true)
    first = rules.first
    assert_equal [2, [1, 1], "09:00"], [first["used"], first["bars"].last(2), first["last"]]
    assert_equal [["last word", "asks first", "dated"]],
      [ask(:put, "/rules/#{first["id"]}",
        {version: 1, body: first["body"].merge("last_word" => true, "ask_first" => true, "until_date" => "2027-04-01")})["rule"]["marks"]]
  end

  def test_the_last_time_is_told_however_long_ago
    take(subject: "Urgent", date: at("09:00", "2026-12-01"), as_new: true)
    first, second = rules
    assert_equal [0, nil], [first["used"], second["last"]]
    assert_equal "1 Dec 2026", first["last"]
  end

  def test_former_versions_and_the_way_back
    first = rules.first
    ask(:put, "/rules/#{first["id"]}", {version: 1, body: first["body"].merge("then" => {"priority" => "low"}, "name" => "Renamed")})
    ask(:put, "/rules/#{first["id"]}", {version: 1, body: first["body"]}, status: 409)
    versions = ask(:get, "/rules/#{first["id"]}/history")["versions"]
    assert_equal [["renamed to “Renamed”", "effects"], []], versions.map { _1["changed"] }
    ask(:put, "/rules/#{first["id"]}", {version: 2, body: versions.last["body"]})
    assert_equal "First", rules.first["name"]
    steps = ask(:get, "/history")["steps"]
    ask(:post, "/undo/#{steps.first["id"]}")
    assert_equal ["Renamed", true], [rules.first["name"], ask(:get, "/history")["steps"].first["undone"]]
  end

  def test_reading_the_written_language
    heard = ask(:post, "/language/parse", {text: "When it came through a list: low priority."})
    assert_equal({"all" => [leaf("to_list", "is", true)]}, heard["body"]["when"])
    misread = ask(:post, "/language/parse", {text: "When  \n\tti came through a list: low priority."})["misread"]
    assert_equal [8, 2, "it came through a list"], misread.values_at("from", "length", "nearest")
  end

  def test_every_need_becomes_a_rule
    answers = {"people" => ["group:Lenders"], "words" => ["loan"], "until" => "2027-04-01"}
    some_mail
    counts = ask(:get, "/starting-rules")["starting_rules"].to_h do |start|
      asked = ask(:post, "/starting-rules/#{start["key"]}", {answers: answers.slice(*start["questions"].map { _1["key"] })})
      ask(:post, "/rules", {body: asked["body"]}, status: 201)
      [start["key"], asked["count"]]
    end
    assert_equal({"let_in" => 3, "copied" => 0, "newsletters" => 0, "project" => 3, "alarm" => 2, "notes" => 0, "report" => 2,
      "not_named" => 0}, counts)
    assert_equal [["people"], nil], ask(:post, "/starting-rules/let_in", {answers: {}}).values_at("unanswered", "body")
  end

  def test_groups_and_labels
    ask(:post, "/rules", {body: body(then: {"labels" => ["Loans"]})}, status: 201)
    ask(:put, "/things/groups", {was: "Lenders", thing: {name: "Museums", members: ["@northgate.example"]}})
    ask(:put, "/things/labels", {was: "Loans", thing: {name: "Lent", colour: "#112244"}})
    assert_equal [["group:Museums"], ["Lent"]], rules.first["body"].then { [_1["when"]["all"][0]["value"], _1["then"]["labels"]] }
    assert_equal ["Lenders"], ask(:get, "/things")["groups"][0]["rules"]
    assert_match(/named by “Lenders”/, ask(:delete, "/things/groups?name=Museums", status: 409)["detail"])
    assert_equal "/members/0", ask(:put, "/things/groups", {thing: {name: "Odd", members: ["nobody"]}}, status: 422)["errors"][0]["pointer"]
    ask(:put, "/things/groups", {thing: {name: "museums", members: []}}, status: 409)
    ask(:put, "/things/labels", {thing: {name: "New", colour: "#000000"}})
    undo = ask(:delete, "/things/labels?name=New")["undo_id"]
    ask(:post, "/undo/#{undo}")
    assert_includes ask(:get, "/vocabulary")["labels"], "New"
  end

  def test_people_of_contact_cards
    cards = "BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Ana " \
      "Ferro\r\nitem1.EMAIL;TYPE=WORK:ana@casadomar.example\r\nEND:VCARD\r\nBEGIN:VCARD\r\nVERSION:4.0\r\nFN:No Address\r\nEND:VCARD\r\n"
    custom_request("POST", "/api/contact-cards", {}, {:input => cards, "CONTENT_TYPE" => "application/octet-stream"})
    assert_equal({"people" => [{"name" => "Ana Ferro", "email" => "ana@casadomar.example"}], "without" => 1},
      JSON.parse(last_response.body))
    custom_request("POST", "/api/contact-cards", {}, {:input => "GIF89a", "CONTENT_TYPE" => "application/octet-stream"})
    assert_equal 422, last_response.status
  end

  def test_chosen_rules_travel_with_what_they_name
    ask(:post, "/rules", {body: body(then: {"labels" => ["Loans"], "timing" => {"round" => "Mid"}})}, status: 201)
    get "/api/rulebook?rules=#{id_of("Lenders")}"
    file = JSON.parse(last_response.body)
    carried = [file["rules"], file["groups"], file["labels"], file["plan"]["rounds"]].map { |things| things.map { _1["name"] } }
    assert_equal [["Lenders"], ["Lenders"], ["Loans"], ["Mid"]], carried
    file["rules"][0]["then"] = {"priority" => "low", "labels" => ["Loans"]}
    file["labels"][0]["colour"] = "#010203"
    text = JSON.generate(file)
    assert_equal %w[labels/Loans rules/Lenders], ask(:post, "/rulebook/preview", {text: text, way: "add"})["clashes"].map { _1["key"] }
    choices = {"labels/Loans" => "both", "rules/Lenders" => "both"}
    assert_equal ["added: rule “Lenders (2)”", "added: label “Loans (2)”"],
      ask(:post, "/rulebook/preview", {text: text, way: "add", choices: choices})["changes"].map {
        "#{_1["act"]}: #{_1["what"]}"
      }
    done = ask(:post, "/rulebook", {text: text, way: "add", choices: choices})
    assert_equal [["Lenders (2)", ["Loans (2)"]], ["Lenders", ["Loans"]]], rules.first(2).map { [_1["name"], _1["body"]["then"]["labels"]] }
    ask(:post, "/undo/#{done["undo_id"]}")
    assert_equal %w[Lenders First Second], rules.map { _1["name"] }
    ask(:post, "/rulebook/preview", {text: "{\"a\": 1, \"a\": 2}", way: "add"}, status: 422)
  end

  def test_what_a_file_or_a_draft_names_and_is_not_here_can_be_made
    document = ask(:get, "/rulebook")
    document["rules"] << body(name: "Tides", then: {"labels" => ["Tides"]}) << body(name: "TIDES")
    file = {text: JSON.generate(document), way: "add"}
    coming = ask(:post, "/rulebook/preview", file)
    assert_equal [["lack/labels/Tides", "the rule “Tides”", %w[make leave]], [{"kind" => "rule", "was" => "TIDES", "name" => "TIDES (2)"}]],
      [coming["lacks"][0].values_at("key", "users", "choices"), coming["renamed"]]
    ask(:post, "/rulebook", file)
    assert_equal ["TIDES (2)", "Tides"], rules.map { _1["name"] }.grep(/tides/i).sort
    faults = try(body(name: "tides", then: {"labels" => ["Moon"]}))["faults"]
    assert_equal [{"name" => "Moon", "colour" => "#56635C"}, "tides (3)"], [faults[0].dig("make", "thing"), faults[1]["instead"]]
    assert_equal "There is no label “Moon” here.", faults[0]["message"]
  end

  def test_values_are_completed_from_the_mail_that_is_here
    some_mail
    values = ->(fact, typed) { ask(:get, "/completions?fact=#{fact}&typed=#{typed}")["values"].map { _1["value"] } }
    assert_equal ["@casadomar.example", "ana@casadomar.example"], values.call("from", "casa")
    assert_equal ["ana@casadomar.example"], values.call("from", "ferro")
    assert_equal ["group:Lenders"], values.call("from", "lend")
    assert_includes values.call("from", ""), "me"
    assert_equal ["loan"], values.call("subject", "lo")
    assert_equal %w[Work INBOX Night], [values.call("account", "w"), values.call("mailbox", ""), values.call("in_window", "nig")].flatten
    assert_equal [], values.call("nothing", "x")
  end

  def test_a_rule_applied_to_mail_already_here_and_taken_back
    history = take(subject: "Loan of old", date: at("09:00", "2026-09-01"))
    shown = take(subject: "Loan 14", date: at("08:30"))
    waiting = take(subject: "Loan 15", date: at("09:12"))
    ask(:post, "/rules", {body: body(when: {"all" => [leaf("subject", "mentions", ["loan"])]},
      then: {"timing" => {"off_front" => true}, "labels" => ["Loans"], "mark_read" => true})}, status: 201)
    id = id_of("Lenders")
    assert_equal [shown.id], on_front
    assert_equal "off the Front", ask(:get, "/held")["count"].zero? ? "off the Front" : "held", "held mail was decided anew"
    preview = ask(:get, "/rules/#{id}/apply")
    assert_equal [2, {"timing" => 1, "labels" => 2, "mark_read" => 2}],
      [preview["count"], preview["kinds"].to_h { _1.values_at("topic", "count") }]
    before = [Store::State, Store::Claim, Store::Firing].map { |model| model.order(:message_id).map(&:attributes) }
    done = ask(:post, "/rules/#{id}/apply", {topics: %w[timing labels]})
    assert_equal ["Applied the rule “Lenders” to two messages.", []], [done["message"], on_front]
    assert_equal [["Loans"], ["Loans"]], Store::Claim.where(message_id: [history, shown].map(&:id)).map(&:labels)
    assert Store::State.find(shown.id).unread, "not among the kinds that were chosen"
    assert_equal({"mark_read" => 2}, ask(:get, "/rules/#{id}/apply")["kinds"].to_h { _1.values_at("topic", "count") })
    ask(:post, "/undo/#{done["undo_id"]}")
    assert_equal before, [Store::State, Store::Claim, Store::Firing].map { |model| model.order(:message_id).map(&:attributes) }
    assert_equal 1, ask(:post, "/rules/#{id}/apply", {messages: [history.id]})["total"]
    assert_equal ["Loans"], Store::Claim.find(waiting.id).labels
  end
end
