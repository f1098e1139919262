# frozen_string_literal: true

require_relative "../support/core_helper"

class RulebookReaderTest < Minitest::Test
  include CoreHelper

  def refused(text)
    Core::Rulebook.parse(text)
    flunk "should be refused"
  rescue Core::Refused => refused
    refused.message
  end

  def test_every_fault_is_told_at_once_with_its_place
    found = faults(document(
      rules: [rule("One", when: {"all" => [leaf("subject", "mentions", [])]}, then: {"ink" => "Gold", "labels" => ["Loans", "Nope"]}),
        rule("oné", when: leaf("from", "like", ["x"]), then: {"timing" => {"now" => true, "next_round" => true}}, last_word: "yes")],
      extra: 1, owner: OWNER.merge("time_zone" => "Lisbon").except("name")
    )).map(&:first)
    assert_equal %w[/extra /owner/name /owner/time_zone /rules/0/then/ink /rules/0/then/labels/1 /rules/0/when/all/0/value
      /rules/1/last_word /rules/1/name
      /rules/1/then/timing /rules/1/when/op].sort, found.sort
  end

  WRONG = {
    {"timing" => {"until" => {"days" => -1, "at" => "08:00"}}} => "/timing/until/days",
    {"timing" => {"until" => {"weekday" => "Mon", "at" => "08:00"}}} => "/timing/until/weekday",
    {"timing" => {"until" => {"after" => " PT2H"}}} => "/timing/until/after", {"timing" => {"round" => "Nope"}} => "/timing/round",
    {"priority" => {"raise" => 0}} => "/priority/raise",
    {"priority" => {"raise" => 1, "lower" => 1}} => "/priority", {"priority" => "urgent"} => "/priority",
    {"alert" => {"text" => "x"}} => "/alert/level", {"flag" => "yes"} => "/flag",
    {"forward" => ["x@y.example"]} => "/forward/0", {"reply" => "Nope"} => "/reply", {"follow_up" => {"in" => "P1M"}} => "/follow_up/in",
    {"labels" => []} => "/labels", {"shout" => 1} => "/shout"
  }.freeze

  def test_effects_that_are_refused
    WRONG.each do |effects, place|
      assert_includes faults(document(rules: [rule(then: effects)])).map(&:first), "/rules/0/then#{place}", effects.inspect
    end
  end

  def test_plans_that_are_refused
    plan = {"windows" => [{"name" => "A", "days" => ["mon"], "from" => "24:00", "to" => "8:00"}],
            "rounds" => [{"name" => "R", "days" => [], "at" => "24:00"}, {"name" => "r", "days" => ["mon"], "at" => "08:00"}],
            "days_off" => ["2027-02-30"]}
    assert_equal %w[/plan/days_off/0 /plan/rounds/0/at /plan/rounds/0/days /plan/rounds/1/name /plan/windows/0/from /plan/windows/0/to],
      faults(document(plan: plan)).map(&:first).sort
  end

  def test_eight_groups_inside_one_another_are_read_and_nine_refused
    nest = ->(depth) { depth.zero? ? leaf("size", "at_least", 1) : {"all" => [nest.call(depth - 1)]} }
    assert_empty faults(document(rules: [rule(when: nest.call(8))]))
    assert_equal 1, faults(document(rules: [rule(when: nest.call(9))])).size
  end

  def test_the_file_is_read_strictly
    assert_match(/strict JSON/, refused('{"format": 1, "format": 2}'))
    assert_match(/strict JSON/, refused('{"a": NaN}'))
    assert_match(/strict JSON/, refused("{} x"))
    assert_match(/strict JSON/, refused("{/* note */}"))
    assert_match(/UTF-8/, refused("{\"a\": \"\xff\"}"))
    assert_match(/at most 5 MB/, refused(" " * (5 * 1024 * 1024 + 1)))
    assert_match(/an object/, refused("[]"))
  end

  OTHERS = [:gone, nil, 5, "x", [], {}, true].freeze

  # Whatever is missing, null or of another kind, at whatever depth: it is read, or refused with its place; nothing else happens.
  def test_anything_anywhere_is_read_or_refused
    whole = JSON.parse(JSON.generate(document(rules: [rule("One", when: leaf("subject", "mentions", ["x"]), unless: {"any" => []},
      then: {"alert" => {"level" => "tap"}, "timing" => {"until" => {"days" => 1, "at" => "08:00"}}, "labels" => ["Loans"]})],
      views: [{"name" => "V", "when" => {"all" => []}, "band" => {"limit" => 3}, "review" => [{"days" => ["fri"], "at" => "15:00"}]}],
      contacts: ["ana@b.example"], forward_to: ["x@y.example"], owner: OWNER.merge("trips" =>
        [{"time_zone" => "Asia/Tokyo", "from" => "2027-03-10", "until" => "2027-03-12"}]))))
    places(whole).each do |path|
      OTHERS.each do |other|
        changed = JSON.parse(JSON.generate(whole))
        put(changed, path, other)
        begin
          Core::Rulebook.read(changed)
        rescue Core::Refused => refused
          assert refused.faults.all? { _1.pointer.start_with?("/") || _1.pointer.empty? }, "#{path} #{other.inspect}"
        end
      end
    end
  end

  def places(node, path = [])
    return [] unless node.respond_to?(:each)

    keys = node.is_a?(Hash) ? node.keys : node.each_index.to_a
    keys.flat_map { |key| [path + [key]] + places(node[key], path + [key]) }
  end

  def put(document, path, value)
    holder = document.dig(*path[0..-2]) unless path.size == 1
    holder ||= document
    return holder[path.last] = value unless value == :gone

    holder.is_a?(Hash) ? holder.delete(path.last) : holder.delete_at(path.last)
  end

  def test_names_are_the_rulebooks_own_whatever_case_they_were_written_in
    body = rule("Whole", when: {"all" => [leaf("from", "is", ["group:LENDERS", "me"]), leaf("in_window", "is", ["mórning"])]},
      unless: {"any" => [leaf("to", "is", ["group:lenders"])]},
      then: {"timing" => {"round" => "MID"}, "ink" => "COPPER", "labels" => ["loans", "BORDER"], "reply" => "thanks",
             "forward" => ["Accounts@lanternquay.example"], "mark_words" => ["LOAN"]})
    book = rulebook(rules: [body], views: [{"name" => "V",
                                            "when" => {"all" => [leaf("label", "is", ["lóans"]), leaf("ink", "is", ["copper"])]}}])
    read = book.rules.first.to_h
    assert_equal [["group:Lenders", "me"], ["Morning"], ["group:Lenders"]],
      [*read["when"]["all"].map { _1["value"] }, read["unless"]["any"][0]["value"]]
    assert_equal({"timing" => {"round" => "Mid"}, "ink" => "Copper", "labels" => %w[Loans Border], "reply" => "Thanks",
      "forward" => ["accounts@lanternquay.example"], "mark_words" => ["LOAN"]}, read["then"])
    assert_equal read["then"], book.document["rules"][0]["then"]
    assert_equal [["Loans"], ["Copper"]], book.document["views"][0]["when"]["all"].map { _1["value"] }
    claim = book.decide(mail(from: "x@northgate.example", arrived_at: at("09:30")))
    assert_equal ["Copper", %w[Loans Border], ["accounts@lanternquay.example"], "Mid"],
      [claim.ink, claim.labels, claim.forward, claim.round]
  end

  def test_what_is_read_prints_itself_back
    body = rule("Whole", when: {"any" => [leaf("from", "is", ["group:Lenders"]), leaf("size", "at_least", 3, not: true)]},
      then: {"timing" => {"now" => true}, "labels" => ["Loans"]},
      enabled: false, unless: {"all" => [leaf("to_list", "is", true)]}, last_word: true, ask_first: false, from_date: "2027-01-01",
      until_date: nil, heading: nil)
    assert_equal body, rulebook(rules: [body]).rules.first.to_h
  end
end
