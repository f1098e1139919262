# frozen_string_literal: true

require_relative "../support/core_helper"

# What comes from elsewhere is made whole: what it names and does not bring is taken over, made or left out; names that are
# there twice are told apart. Whatever is wrong besides is refused as ever.
class RulebookRepairTest < Minitest::Test
  include CoreHelper

  def labelled(name, label) = rule(name, then: {"labels" => [label]})
  def view(name, when_, **rest) = {"name" => name, "when" => when_, **rest.transform_keys(&:to_s)}
  def repair(theirs, **given) = Core::RulebookRepair.new(theirs, **given)
  def names(document, kind) = document.fetch(kind, []).map { _1["name"] }

  def test_a_label_that_is_missing_is_made_or_what_names_it_is_left_out
    theirs = document(rules: [rule("Plain"), labelled("First", "Tides")], views: [view("Tides", leaf("label", "is", ["tides"]))])
    made = repair(theirs)
    assert_equal [["labels", "Tides", ["the rule “First”", "the view “Tides”"]]], made.lacks.map { [_1.kind, _1.name, _1.users] }
    assert_includes names(made.document, "labels"), "Tides"
    left = repair(theirs, choices: {"lack/labels/Tides" => "leave"})
    assert_equal [["Plain"], []], [names(left.document, "rules"), names(left.document, "views")]
    assert_empty repair(theirs, own: document(labels: [{"name" => "TIDES", "colour" => "#112233"}])).lacks
  end

  def test_what_cannot_be_made_takes_what_names_it_along
    theirs = document(rules: [rule("Evening", then: {"timing" => {"round" => "Evening"}}), rule("Stays")])
    repaired = repair(theirs)
    assert_equal [%w[leave], ["Stays"]], [repaired.lacks[0].choices, names(repaired.document, "rules")]
    own = document(plan: {"rounds" => [{"name" => "Evening", "days" => ["mon"], "at" => "18:00"}]})
    assert_equal ["Evening", "Stays"], names(repair(theirs, own: own).document, "rules")
  end

  def test_a_view_over_an_account_that_is_not_here_looks_in_all
    theirs = document(accounts: [{"name" => "Theirs", "addresses" => ["a@b.example"]}],
      views: [view("All of it", {"all" => []}, accounts: ["Theirs"])])
    coming = Core::RulebookComing.new(JSON.generate(theirs), own: document(accounts: [{"name" => "Work", "addresses" => ["w@b.example"]}]),
      add: true)
    assert_equal [[["accounts", "Theirs"]], [[]]], [coming.lacks.map { [_1.kind, _1.name] }, coming.document["views"].map {
      _1["accounts"]
    }]
  end

  def test_the_second_of_two_of_one_name_gets_another
    theirs = document(rules: [rule("Loans"), rule("LOANS"), rule("loáns"), rule("Loans (2)")])
    repaired = repair(theirs)
    assert_equal ["Loans", "LOANS (3)", "loáns (4)", "Loans (2)"], names(repaired.document, "rules")
    assert_equal [["rules", "LOANS", "LOANS (3)"], ["rules", "loáns", "loáns (4)"]], repaired.renamed.map(&:to_a)
  end

  def test_all_else_is_refused
    broken = document(rules: [labelled("A", "Tides"), rule("B", then: {"priority" => "loud"})])
    assert_equal ["/rules/0/then/labels/0", "/rules/1/then/priority"], assert_raises(Core::Refused) { repair(broken) }.faults.map(&:pointer)
    [nil, 7, [], "x"].each { |given| assert_raises(Core::Refused) { repair(given) } }
  end
end
