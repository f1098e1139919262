# frozen_string_literal: true

require "digest"
require_relative "../support/api_helper"
require_relative "../support/house_helper"

class HouseAPITest < Minitest::Test
  include APIHelper
  include HouseHelper

  def setup
    super
    set_up_house
  end

  def teardown
    remove_house
    super
  end

  def house = ask(:get, "/house")["houses"].first
  def named(name) = house["rules"].find { _1["name"] == name }

  def follow(*rules, **more)
    publish(*rules, **more)
    ask(:post, "/house", {place: @place})
  end

  def test_what_following_would_do_is_shown_before_and_then_done
    take(from: "z@y.example")
    publish(house_rule("Firm", "for_all", then: {"priority" => "top"}), number: 3, note: "To begin with.")
    shown = ask(:post, "/house/preview", {place: @place})
    assert_equal ["One rule new; one message of the last 30 days would come differently.", 1, "To begin with."],
      shown.values_at("said", "changed", "note")
    assert_equal ["You follow no house rules.", []], ask(:get, "/house").values_at("lead", "houses")
    assert_match(/Following the house rules of Lantern Quay Museum/, ask(:post, "/house", {place: @place})["message"])
    assert_equal "One house rule holds here, published by Lantern Quay Museum.", ask(:get, "/house")["lead"]
    assert_equal [3, "for all, by Lantern Quay Museum since 9 March 2027"], [house["edition"], named("Firm")["said"]]
    assert_equal({"before" => 1, "after" => 0, "publishers" => [PUBLISHER]}, ask(:get, "/rules")["house"])
    assert_equal ["Mine"], ask(:get, "/rules")["rules"].map { _1["name"] }
  end

  def test_why_a_message_came_so_tells_whose_rule_it_was
    follow(house_rule("Firm", "for_all", then: {"timing" => {"now" => true}}))
    sheet = ask(:get, "/messages/#{take.id}")
    line = sheet["why"]["lines"].find { _1["rule"] == "Firm" }
    assert_equal "for all, by Lantern Quay Museum since 9 March 2027", line["house"]
    assert_equal [line["house"], nil], sheet["why"]["readings"].map { _1["house"] }
  end

  def test_the_replay_and_the_check_up_tell_them_apart_and_mend_none_of_them
    follow(house_rule("Firm", "for_all", then: {"priority" => "top"}, last_word: true))
    take(from: "z@y.example")
    found = ask(:get, "/check-up")["findings"].find { _1["kind"] == "never_decides" }
    assert_equal [nil, "for all, by Lantern Quay Museum since 9 March 2027"], found["rules"].map { _1["house"] }
    assert_equal ["Delete it", "Open it"], found["repairs"].map { _1["label"] }
    all = ask(:get, "/check-up")["findings"].find { _1["kind"] == "matches_all" && _1["about"] == "Firm" }
    assert_equal ["See the house rules"], all["repairs"].map { _1["label"] }
    groups = ask(:post, "/replay", {a: {kind: "none"}, b: {kind: "now"}, days: 30})["groups"]
    assert_match(/for all/, groups.find { _1["rule"] == "Firm" }["house"])
  end

  def test_ones_own_rules_are_tried_among_those_of_the_office
    follow(house_rule("Firm", "for_all", then: {"priority" => "top"}), house_rule("Hint", "suggested", then: {"ink" => "Copper"}),
      inks: [{"name" => "Copper", "colour" => "#9A4A12"}])
    take(from: "z@y.example")
    tried = ask(:post, "/rules/dry-run", {body: rule("New", then: {"priority" => "normal"}), days: 30})
    assert_equal ["Firm (house rule, for all, by Lantern Quay Museum since 9 March 2027) decides the priority before"],
      tried["messages"].map { _1["reason"] }
    tried = ask(:post, "/rules/dry-run", {body: rule("New", then: {"ink" => "Copper"}), days: 30})
    assert_equal [nil, 0], [tried["messages"].first["reason"], tried["changed"]]
    id = ask(:get, "/rules")["rules"].first["id"]
    assert_equal 0, ask(:post, "/rules/#{id}/preview", {act: "delete"})["changed"]
  end

  def test_a_new_edition_is_shown_with_what_it_changes_and_can_hold_at_once
    follow(house_rule("Firm", "for_all"))
    take(from: "z@y.example")
    publish(house_rule("Other", "for_all", then: {"priority" => "top"}), number: 2, note: "Firm is gone.")
    assert_equal "There is a new edition.", ask(:post, "/house/look", {place: @place})["message"]
    assert_equal [2, "Firm is gone.", "Wed 00:00"], house["waiting"].values_at("edition", "note", "holds")
    shown = ask(:get, "/house/waiting?place=#{Rack::Utils.escape(@place)}")
    assert_equal [["added", "rule “Other”"], ["removed", "rule “Firm”"]], shown["changes"].map { _1.values_at("act", "what") }
    assert_equal ["Other"], shown["rules"].map { _1["name"] }
    ask(:post, "/house/take", {place: @place})
    assert_nil house["waiting"]
    assert_equal "Its edition is the newest that is published.", ask(:post, "/house/look", {place: @place})["message"]
    ask(:get, "/house/waiting?place=#{Rack::Utils.escape(@place)}", status: 404)
  end

  def test_what_is_wrong_there_stands_at_the_top_of_every_page_and_where_the_rules_are
    follow(house_rule("Firm", "for_all"))
    File.delete(@place)
    Desk::LookAtHouses.new(clock).call
    fault = ask(:get, "/status")["faults"].first
    assert_equal ["/rules/house", "09:14"], fault.values_at("path", "since")
    assert_match(/The last edition holds|the last edition holds/, fault["words"])
    assert_equal ["There is no file #{@place}.", "09:14"], house.values_at("problem", "problem_since")
    assert_match(/There is no file/, ask(:post, "/house/look", {place: @place}, status: 409)["detail"])
  end

  def test_who_does_not_want_a_firm_one_writes_so_and_that_stands_beside_it
    follow(house_rule("Firm", "for_all"), contact: "office@lanternquay.example")
    id = named("Firm")["id"]
    ask(:post, "/house/rules/#{id}/note", {text: "  ", way: "file"}, status: 422)
    ask(:put, "/house/rules/#{id}", {on: false}, status: 422)
    file = ask(:post, "/house/rules/#{id}/note", {text: "It rings at night.", way: "file"})["file"]
    assert_match(/About the house rule “Firm”.*edition 1.*for all.*It rings at night\..*Wren/m, file)
    draft = Store::Draft.find(ask(:post, "/house/rules/#{id}/note", {text: "It rings at night.", way: "message"})["draft"])
    assert_equal [["office@lanternquay.example"], "About the house rule “Firm”"], draft.body.values_at("to", "subject")
    assert_equal "You wrote on 09:14: It rings at night.", named("Firm")["noted"].sub("today ", "")
    follow_none = Desk::ChangeHouse.entries.first
    Store::Rulebook.first.update!(document: Store::Rulebook.first.document.merge("house" => [follow_none.merge("edition" => edition(
      house_rule("Firm", "for_all")
    ))], "revision" => nil).compact)
    Store::CurrentRulebook.forget
    assert_match(/names no address/, ask(:post, "/house/rules/#{id}/note", {text: "No.", way: "message"}, status: 422)["detail"])
  end

  def test_what_is_offered_is_switched_on_and_following_ends
    follow(house_rule("Gift", "offered"))
    assert_match(/Switched on/, ask(:put, "/house/rules/#{named("Gift")["id"]}", {on: true})["message"])
    assert named("Gift")["enabled"]
    assert_match(/followed no more/, ask(:delete, "/house?place=#{Rack::Utils.escape(@place)}")["message"])
    assert_empty ask(:get, "/house")["houses"]
  end

  def test_an_edition_of_ones_own_is_shown_with_what_is_personal_and_then_made
    ask(:put, "/things/groups", {thing: {name: "Registrars", members: ["@northgate.example", "ana.ferro@casadomar.example"]}})
    ask(:post, "/rules", {body: rule("Registrars first", when: {"fact" => "from", "op" => "is", "value" => ["group:registrars"]},
      then: {"priority" => "high", "alert" => {"level" => "tap", "text" => "Tell Wren"}})}, status: 201)
    assert_equal [1, "wren@lanternquay.example", false], ask(:get, "/house/publishing").values_at("edition", "contact", "published")
    given = {publisher: PUBLISHER, contact: "office@lanternquay.example", edition: 1, note: "First.",
             marked: {"Registrars first" => "suggested"}, templates: ["Thanks"], days_off: true}
    shown = ask(:post, "/house/publishing/preview", given)
    assert_equal [[], ["ana.ferro@casadomar.example, in the group “Registrars”", "Wren, in the rule “Registrars first”"]],
      shown.values_at("faults", "personal")
    assert_equal [%w[Registrars\ first suggested]], shown["rules"].map { _1.values_at("name", "firmness") }
    made = ask(:post, "/house/publishing", given)
    assert_equal "#{Digest::SHA256.hexdigest(made["text"])}  house-rules.json\n", made["checksum"]
    read = Core::HouseEdition.parse(made["text"])
    assert_equal [1, Date.new(2027, 3, 9), %w[Registrars], %w[Thanks]],
      [read.number, read.published, *%w[groups templates].map { |kind| read.things(kind).map { _1["name"] } }]
    refute_match(/owner|time_zone|windows|rounds/, made["text"])
    assert_equal [2, {"Registrars first" => "suggested"}, true], ask(:get, "/house/publishing").values_at("edition", "marked", "published")
  end

  def test_what_cannot_be_published_is_told_by_the_rules_name
    ask(:post, "/rules", {body: rule("To the round", then: {"timing" => {"round" => "Mid"}})}, status: 201)
    given = {publisher: PUBLISHER, edition: 1, marked: {"To the round" => "for_all"}}
    shown = ask(:post, "/house/publishing/preview", given.merge(publisher: " "))
    assert_equal ["“To the round” names the round “Mid”, which is yours alone and does not go along. Change the rule, or keep it yours."],
      shown["faults"]
    ask(:post, "/house/publishing", given, status: 422)
    ask(:post, "/house/publishing", given.merge(marked: {}), status: 422)
    ask(:post, "/house/publishing", given.merge(publisher: " "), status: 422)
  end
end
