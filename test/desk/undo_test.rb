# frozen_string_literal: true

require_relative "../support/desk_helper"

# Undoing any act puts back all that it changed, and only that; no act touches a message.
class UndoTest < Minitest::Test
  include DeskHelper

  LOUD = {"timing" => {"now" => true}, "alert" => {"level" => "chime", "text" => "{subject}"}, "labels" => ["Loans"]}.freeze
  VIEW = {"name" => "Loans", "when" => {"fact" => "label", "op" => "is", "value" => ["Loans"]}}.freeze
  ABOUT = {"name" => "Wren A.", "addresses" => [], "organisation" => "b.example", "time_zone" => "Europe/Lisbon"}.freeze
  UNTOUCHED = %w[messages raw_messages message_texts message_people message_references].freeze
  # What only ever grows.
  GROWING = %w[version revision views_revision announced_at form].freeze
  TABLES = {"states" => "message_id", "claims" => "message_id", "firings" => "message_id, rule_id", "message_labels" => "message_id, label",
            "rules" => "id", "views" => "id", "rulebooks" => "id", "accounts" => "id", "settings" => "key",
            "left_alone" => "id", "proposal_answers" => "id"}.freeze

  def setup
    super
    set_up(rules: [rule("Loud", when: leaf("subject", "mentions", ["loan"]), then: LOUD), rule("Plain"), rule("Copper",
      when: leaf("subject", "mentions", ["seal"]), then: {"ink" => "Copper"})])
    @here = %w[Loan Seal Hello].map { |subject| take(subject: subject, date: at("08:30")).id }
    @held = take(subject: "Later").id
    @old = take(subject: "An old seal", date: at("09:00", "2027-02-20")).id
    Desk::SaveRule.new(clock).call(rule("Late", when: leaf("subject", "mentions", ["old"]), then: {"labels" => ["Loans"]}), place: :last)
    Desk::SaveRule.new(clock).call(rule("Asks", when: leaf("subject", "mentions", ["ask"]), ask_first: true,
      then: {"timing" => {"now" => true}, "labels" => ["Loans"], "flag" => true}), place: :first)
    @asked = take(subject: "I ask").id
    Desk::SaveRule.new(clock).call(rule("Waits", when: leaf("subject", "mentions", ["later"]),
      then: {"timing" => {"until" => {"after" => "PT30H"}}}), place: :last)
    Desk::SaveRule.new(clock).call(rule("Crate", when: leaf("subject", "mentions", ["crate"]), then: {"labels" => ["Loans"]}), place: :last)
    @view = Desk::SaveView.new(clock).call(VIEW).result.id
    Desk::SaveView.new(clock).call(VIEW.merge("name" => "Other", "key" => 3))
  end

  # @return [Hash{String=>Array}] the rows that stand, by table
  def everything
    TABLES.to_h do |table, order|
      rows = Store::Record.with_connection { _1.select_all("SELECT * FROM #{table} ORDER BY #{order}").to_a }
      rows = rows.reject { _1["deleted_at"] }
      places = rows.filter_map { _1["position"] }.sort # an order, whatever its numbers
      [table, rows.map { |row| row.except(*GROWING).merge({"trace" => said(row), "position" => places.index(row["position"])}) }]
    end
  end

  def untouched = UNTOUCHED.to_h { |table| [table, Store::Record.with_connection { _1.select_all("SELECT * FROM #{table}").to_a }] }

  # The account names the rules in force; what it says of them counts.
  def said(row) = row["trace"] && JSON.parse(row["trace"])["rules"].map { _1.slice("rule", "outcome", "said") }

  def id(name) = Store::Rule.in_order.find { _1.name == name }.id

  def finding(rule) = Desk::CheckUp.of(Store::CurrentRulebook.rulebook, clock.now).found.find { _1.finding.rules.first == rule }.key
  def week = Store::CurrentRulebook.document["plan"]
  def other_rulebook = Store::CurrentRulebook.document.merge("rules" => [rule("Only", then: {"priority" => "top"})], "views" => [])

  ACTS = {
    "clear" => -> { Desk::Clear.new(clock).call(@here) },
    "flag" => -> { Desk::Flag.new(clock).call(@here) },
    "mark read" => -> { Desk::MarkRead.new(clock).call(@here) },
    "discard" => -> { Desk::Discard.new(clock).call([@held, *@here]) },
    "to the Front" => -> { Desk::ToFront.new(clock).call([@held, @old]) },
    "let in" => -> { Desk::LetIn.new(clock).call([@held]) },
    "raise" => -> { Desk::ChangePriority.new(clock, 1).call([@held, *@here]) },
    "give a priority" => -> { Desk::SetPriority.new(clock, "top").call([@held, *@here]) },
    "label" => -> { Desk::ChangeLabels.new(clock, on: ["Border"], off: ["Loans"]).call(@here) },
    "ink" => -> { Desk::ChangeInk.new(clock, "Copper").call([@held, *@here]) },
    "keep at top" => -> { Desk::KeepAtTop.new(clock, until_at: clock.now + 60).call(@here) },
    "put off" => -> { Desk::BringBack.new(clock, clock.now + 3_600, reason: "Ask Joost", when_answered: true).call([@held, *@here]) },
    "move" => -> { Desk::MoveToMoment.new(clock, clock.now + 7_200).call([@held]) },
    "follow" => -> { Desk::SetThreadPreference.new(clock).call(@held, "followed") },
    "mute" => -> { Desk::SetThreadPreference.new(clock).call(@here[0], "muted") },
    "apply a rule" => -> {
      act = Desk::ApplyRule.new(clock, id("Late"))
      Desk::DoLarge.new(clock).begin("apply", act.kept, act.changing_ids)
    },
    "make a rule" => -> { Desk::SaveRule.new(clock).call(rule("New", then: {"timing" => {"now" => true}})) },
    "change a rule" => -> {
      Desk::SaveRule.new(clock).call(rule("Renamed", when: leaf("subject", "is", ["Later"]), then: {"discard" => true}), id: id("Plain"))
    },
    "switch a rule off" => -> {
      Desk::SaveRule.new(clock).call(Store::Rule.find(id("Loud")).body.merge("enabled" => false), id: id("Loud"))
    },
    "move a rule" => -> { Desk::MoveRule.new(clock).call(id("Copper"), to: 0) },
    "copy a rule" => -> { Desk::CopyRule.new(clock).call(id("Loud")) },
    "several rules off" => -> { Desk::ChangeRules.new(clock).call([id("Loud"), id("Late")], "off") },
    "several rules away" => -> { Desk::ChangeRules.new(clock).call([id("Loud"), id("Late")], "delete") },
    "several rules down" => -> { Desk::ChangeRules.new(clock).call([id("Loud"), id("Plain")], "bottom") },
    "pause the rules" => -> { Desk::PauseRules.new(clock).call(clock.now + 3_600) },
    "delete a rule" => -> { Desk::DeleteRule.new(clock).call(id("Plain")) },
    "quieten" => -> { Desk::Quieten.new(clock).call(id("Loud")) },
    "let what a rule holds in" => -> { Desk::MendRule.new(clock).call(id("Waits"), "let_in") },
    "make one rule of two" => -> { Desk::MendRule.new(clock).call(id("Crate"), "join") },
    "make a promise" => -> { Desk::SaveKept.new(clock, "promises").call({"name" => "P", "holds" => {"loudest" => "none"}}) },
    "keep an example" => -> { Desk::KeepExample.new(clock).call(@held, {"alert" => "none"}) },
    "always for a sender" => -> { Desk::AlwaysForSender.new(clock).call(@held) },
    "let through" => -> { Desk::LetThrough.new(clock).call(["ana@casadomar.example"], ["later"]) },
    "never again" => -> { Desk::ChooseSenders.new(clock).call("address", ["ana@casadomar.example"], "never_again") },
    "into a group" => -> { Desk::GroupSenders.new(clock).call("address", ["ana@casadomar.example"], "Seen often") },
    "make a label" => -> { Desk::SaveThing.new(clock).call("labels", {"name" => "Écru", "colour" => "#334455"}) },
    "rename a label" => -> { Desk::SaveThing.new(clock).call("labels", {"name" => "Leihgaben"}, was: "Loans") },
    "rename an ink" => -> { Desk::SaveThing.new(clock).call("inks", {"name" => "Bronze"}, was: "copper") },
    "delete a label" => -> { Desk::DeleteThing.new(clock).call("labels", "Border") },
    "the week" => -> { Desk::SavePlan.new(clock).call(week.merge("rounds" => [{"name" => "Mid", "days" => WORKING, "at" => "11:00"}])) },
    "the zone" => -> { Desk::SaveZone.new(clock).call("Europe/Helsinki") },
    "who I am" => -> {
      Desk::SaveAbout.new(clock).call(ABOUT.merge("accounts" => [{"id" => 1, "name" => "Museum", "addresses" => ["wren@b.example"]},
        {"name" => "Second", "addresses" => ["w@b.example"]}], "addresses" => ["ana@casadomar.example"]))
    },
    "a contact" => -> { Desk::ChangeContacts.new(clock).save(nil, {"name" => "Zoë", "addresses" => ["zoë@x.example, @y.example"]}) },
    "make a view" => -> { Desk::SaveView.new(clock).call(VIEW.merge("name" => "New", "key" => 3, "opens_first" => true)) },
    "change a view" => -> { Desk::SaveView.new(clock).call(VIEW.merge("name" => "Renamed", "badge" => "all"), id: @view) },
    "move a view" => -> { Desk::MoveView.new(clock).call(@view, to: 1) },
    "go through a view" => -> { Desk::GoThrough.new(clock).call(@view) },
    "delete a view" => -> { Desk::DeleteView.new(clock).call(@view) },
    "do what is proposed" => -> { Desk::DoLarge.new(clock).begin("propose", {"rule" => id("Asks")}, [@asked]) },
    "leave what is proposed" => -> { Desk::LeaveProposals.new(clock).call(id("Asks")) },
    "never for a sender" => -> { Desk::NeverForSender.new(clock).call(id("Asks"), @asked) },
    "leave a finding alone" => -> { Desk::LeaveAlone.new(clock).call(finding("Plain"), "It is meant for all mail") },
    "bring a rulebook in" => -> { Desk::ImportRulebook.new(clock).call(other_rulebook) }
  }.freeze

  ACTS.each do |name, act|
    define_method(:"test_#{name.tr(" ", "_")}") do
      before, messages = everything, untouched
      done = instance_exec(&act)
      assert done.undo_id, "#{name} cannot be taken back"
      refute_equal before, everything, "#{name} changes nothing"
      undone = Desk::Undo.new(clock).call(done.undo_id)
      assert_equal "Undone: #{Store::UndoStep.find(done.undo_id).message}", undone.message
      before.each { |table, rows| assert_equal rows, everything[table], "#{table}, after #{name} was undone" }
      assert_equal messages, untouched
      again = assert_raises(Desk::Act::Impossible) { Desk::Undo.new(clock).call(done.undo_id) }
      assert_equal ["That was undone already.", 409], [again.message, again.status]
    end
  end

  def test_every_act_that_leaves_a_step_is_here
    leaving = Dir[File.join(__dir__, "../../lib/up_front/desk/**/*.rb")].select { |file|
      File.read(file).match?(/< (?:ChangeStates|ChangeRulebook|ChangeHouse|ChangeViews|NamedThings)\b|undo_step\(/)
    }.map { File.basename(_1, ".rb") }
    bases = %w[act change_house change_rulebook change_states change_views named_things undo]
    # The first run; tested with calendars, with what is learned, with what goes out, with what the office publishes, and with
    # what is followed through.
    elsewhere = %w[set_up follow_calendar no_rule_for change_draft send_draft prove_address ask_to_stop
      follow_house take_edition look_at_houses expect change_tasks appointments calendar_exchange answer_invitation]
    tested = ACTS.values.flat_map { |act| File.readlines(__FILE__)[act.source_location[1] - 1, 3].join.scan(/Desk::(\w+)/).flatten }
    snake = tested.map { _1.gsub(/(?<=[a-z])([A-Z])/) { "_#{$1}" }.downcase }
    assert_empty leaving - bases - elsewhere - snake
  end
end
