# frozen_string_literal: true

require_relative "../support/core_helper"

# What is told of a change: of a claim, of a rule, of what could be chosen.
class DifferencesTest < Minitest::Test
  include CoreHelper

  def claim(*rules, **fields) = rulebook(rules: rules).decide(mail(arrived_at: at("09:14"), **fields))
  def time_format = Core::TimeFormat.new(LISBON, at("12:00"))
  def told(before, after, **more) = Core::ClaimDifference.new(before, after, time_format, **more).changes.map { [_1.topic, _1.now, _1.was] }

  PLAIN = [].freeze

  def test_each_topic_is_told_as_it_would_be_and_as_it_is
    {
      {"timing" => {"now" => true}} => ["timing", "straight in", "10:30"],
      {"timing" => {"off_front" => true}} => ["timing", "off the Front", "10:30"],
      {"timing" => {"until" => {"weekday" => "fri", "at" => "09:00"}}} => ["timing", "Fri 09:00", "10:30"],
      {"priority" => "high"} => %w[priority high normal], {"alert" => {"level" => "call_out"}} => ["alert", "call-out", "silent"],
      {"ink" => "Copper"} => ["ink", "Copper", "no ink"],
      {"labels" => %w[Loans Border]} => ["labels", "labelled Border and Loans", "no label"],
      {"keep_at_top" => true} => ["keep_at_top", "kept at top", "not kept at top"],
      {"flag" => true} => ["flag", "flagged", "not flagged"], {"mark_read" => true} => ["mark_read", "marked read", "not marked read"],
      {"follow_up" => {"in" => "P1D"}} => ["follow_up", "follow-up Wed 09:14", "no follow-up"],
      {"forward" => ["accounts@lanternquay.example"]} => ["forward", "forward accounts@lanternquay.example", "no forwarding"],
      {"forward_inline" => true} => ["forward_inline", "forwarded as text", "forwarded whole"],
      {"reply" => "Thanks"} => ["reply", "reply Thanks", "no reply"]
    }.each { |effects, change| assert_equal [change], told(claim, claim(rule(then: effects))), effects.inspect }
    assert_equal [["timing", "discarded", "10:30"], ["discard", "discarded", "not discarded"]],
      told(claim, claim(rule(then: {"discard" => true})))
  end

  def test_nothing_is_told_where_nothing_differs
    assert_empty told(claim(rule(then: {"labels" => %w[Loans Border]})),
      claim(rule("A", then: {"labels" => %w[Border]}), rule("B", then: {"labels" => %w[Loans]})))
    assert_empty told(claim, claim(rule(then: {"priority" => "high"})), topics: %w[ink labels])
  end

  def test_versions_of_a_rule
    body = rulebook(rules: [rule("A")]).rules.first.to_h
    between = ->(**changes) { Core::RuleDifference.between(body, body.merge(changes.transform_keys(&:to_s))) }
    assert_equal [[], ["switched off"], ["renamed to “B”"], %w[dates], ["conditions", "effects", "last word"]],
      [between.call, between.call(enabled: false), between.call(name: "B"), between.call(from_date: "2027-03-01", until_date: "2027-03-02"),
        between.call(when: {"any" => []}, then: {"flag" => true}, last_word: true)]
    assert_empty Core::RuleDifference.between(nil, body)
    assert_empty Core::RuleDifference.between(body, body.except("enabled", "unless")), "a key that is left out means its default"
  end

  # Whatever is chosen from the menu is something that a rule may say, once what it leaves open is filled in.
  def test_every_effect_of_the_menu_can_be_said
    open = {"timing" => {"round" => "First"}, "ink" => "Copper", "labels" => ["Loans"], "mark_words" => ["loan"],
            "forward" => ["accounts@lanternquay.example"], "reply" => "Thanks"}
    Core::Effects.all.flat_map { |effect| effect.menu.map { [effect.topic, _1] } }.each do |topic, entry|
      value = [nil, [], {"round" => nil}].include?(entry.value) ? open.fetch(topic) : entry.value
      assert_empty faults(document(rules: [rule(then: {topic => value})])), entry.label
    end
    assert(Core::Effects.all.all? { _1.menu.any? })
  end

  def test_every_starting_rule_asks_for_what_it_says
    Core::StartingRules::ALL.each do |start|
      given = start.questions.to_h do |asked|
        [asked.key, asked.given || {"people" => ["me"], "words" => ["loan"], "date" => "2027-04-01"}[asked.shape] || []]
      end
      assert_empty start.unanswered(given), start.title
      assert_empty faults(document(rules: [start.body(given)])), start.title
      assert_equal start.questions.reject { _1.given || _1.optional }.map(&:key),
        start.unanswered(start.questions.to_h { [_1.key, _1.given] })
    end
    assert_nil Core::StartingRules.find("nothing")
  end
end
