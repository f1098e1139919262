# frozen_string_literal: true

require_relative "../support/desk_helper"

# The order of rules with their headings, the list that is let through, whole rulebooks brought in, sounds of one's own: what each
# does to what is there, whatever was there before.
class OrdersTest < Minitest::Test
  include DeskHelper

  def setup
    super
    set_up(rules: [rule("A", heading: "Loans"), rule("B", heading: "Loans"), rule("C", heading: "Rest"), rule("D")])
  end

  def names = Store::Rule.in_order.map(&:name)
  def headings = Store::Rule.in_order.map { _1.body["heading"] }
  def id(name) = Store::Rule.in_order.find { _1.name == name }.id
  def move(name, to) = Desk::MoveRule.new(clock).call(id(name), to: to)
  def impossible(&) = assert_raises(Desk::Act::Impossible, &)

  def test_a_rule_stands_where_it_is_put_and_every_other_keeps_its_order
    random = Random.new(3)
    30.times do
      name, to = names.sample(random: random), random.rand(-2..6)
      others = names - [name]
      move(name, to)
      assert_equal others, names - [name]
      assert_equal to.clamp(0, 3), names.index(name)
      assert_equal (0..3).to_a, Store::Rule.in_order.pluck(:position)
    end
  end

  def test_between_two_under_one_heading_it_stands_under_it_too_and_nowhere_else
    move("D", 1)
    assert_equal [%w[A D B C], ["Loans", "Loans", "Loans", "Rest"]], [names, headings]
    assert_equal "changed", Store::RuleVersion.where(rule_id: id("D")).reorder(id: :desc).first.act
    move("D", 0)
    assert_equal ["Loans", "Loans", "Loans", "Rest"], headings, "it keeps what it has"
    move("C", 3)
    assert_equal "Rest", Store::Rule.find(id("C")).body["heading"], "at the end of one heading is not between two"
    assert_equal 404, impossible { Desk::MoveRule.new(clock).call(999, to: 0) }.status
  end

  def test_taking_a_move_back_takes_its_heading_back
    done = move("D", 1)
    Desk::Undo.new(clock).call(done.undo_id)
    assert_equal [%w[A B C D], ["Loans", "Loans", "Rest", nil]], [names, headings]
  end

  # Let through

  def let_through(people, words) = Desk::LetThrough.new(clock).call(people, words)

  def test_who_is_let_through_is_an_ordinary_rule_read_first
    assert_equal({people: [], words: [], rule_id: nil, version: nil}, Desk::LetThrough.list)
    assert_equal "Nobody is let through.", let_through([], []).message
    held = take(subject: "Later").id
    let_through(["ana@casadomar.example"], [])
    assert_equal ["Let through", [held]], [names.first, on_front]
    assert_equal [["ana@casadomar.example"], []], Desk::LetThrough.list.values_at(:people, :words)
    let_through(["ana@casadomar.example", "group:Lenders"], ["border"])
    assert_equal [%w[ana@casadomar.example group:Lenders], ["border"]], Desk::LetThrough.list.values_at(:people, :words)
    assert_equal 1, names.count("Let through")
    let_through([], [])
    refute_includes names, "Let through"
    assert_equal [held], on_front, "what is in stays in"
  end

  def test_a_list_that_was_made_into_another_rule_is_not_shown_as_a_list
    let_through(["ana@casadomar.example"], [])
    body = Store::Rule.find(id("Let through")).body
    [{"all" => [leaf("from", "is", ["me"])]}, {"any" => [leaf("from", "is", ["me"], not: true)]},
      {"any" => [leaf("size", "at_least", 3)]}].each do |condition|
      Desk::SaveRule.new(clock).call(body.merge("when" => condition), id: id("Let through"))
      assert_nil Desk::LetThrough.list, condition
    end
  end

  # Rulebooks

  def bring(document) = Desk::ImportRulebook.new(clock).call(document)
  def whole = Store::CurrentRulebook.document

  def test_the_one_in_force_changes_nothing
    revision = Store::CurrentRulebook.rulebook.revision
    done = bring(whole)
    assert_equal ["That rulebook is the one in force; nothing was changed.", nil], [done.message, done.undo_id]
    assert_equal revision, Store::CurrentRulebook.rulebook.revision
  end

  def test_rules_and_views_are_known_by_their_names_and_get_the_files_order
    Desk::SaveView.new(clock).call({"name" => "Kept", "when" => {"all" => []}})
    Desk::SaveView.new(clock).call({"name" => "Gone", "when" => {"all" => []}})
    before = {"A" => id("A"), "Kept" => Store::View.in_order.find { _1.name == "Kept" }.id}
    done = bring(whole.merge("rules" => [rule("New"), rule("a", then: {"priority" => "low"})],
      "views" => [{"name" => "Another", "when" => {"all" => []}}, {"name" => "KEPT", "when" => {"all" => []}, "badge" => "all"}]))
    assert_equal [%w[New a], %w[Another KEPT]], [names, Store::View.in_order.map(&:name)]
    assert_equal before.values, [id("a"), Store::View.in_order.last.id]
    assert_equal ["brought in"], Store::RuleVersion.where(rule_id: [id("New"), id("a")]).order(id: :desc).limit(2).pluck(:act).uniq
    Desk::Undo.new(clock).call(done.undo_id)
    assert_equal [%w[A B C D], %w[Kept Gone]], [names, Store::View.in_order.map(&:name)]
  end

  def test_an_account_that_holds_mail_stays_and_others_are_made
    id = take.account_id
    bring(whole.merge("accounts" => [{"name" => "WORK", "addresses" => ["wren@elsewhere.example"]},
      {"name" => "Desk", "addresses" => ["desk@lanternquay.example"]}], "rules" => []))
    assert_equal({"Work" => ["wren@elsewhere.example"], "Desk" => ["desk@lanternquay.example"]},
      Store::Account.all.to_h { [_1.name, _1.addresses] })
    assert_equal "Work", Store::Account.find(id).name
  end

  def test_what_cannot_be_is_refused_whole
    before = whole
    broken = assert_raises(Core::Refused) { bring(whole.merge("rules" => [rule("New"), rule("Broken", then: {"ink" => "Nope"})])) }
    assert_includes broken.message, "Nope"
    assert_raises(Core::Refused) { bring(whole.merge("version" => 2)) }
    assert_equal before, whole
  end

  # Sounds

  WAVE = "RIFF$\0\0\0WAVEfmt #{"\0" * 64}".b

  def test_a_sound_is_kept_once_and_goes_when_no_rule_sounds_with_it
    keep = ->(name) { Desk::KeepSound.new(clock).call(name, WAVE) }
    assert_equal "Kept the sound “Foghorn”.", keep.call(" Foghorn ").message
    {"FOGHORN" => 409, "Tíde" => 409, " " => 422}.each { |name, status| assert_equal status, impossible { keep.call(name) }.status, name }
    sound = Store::Sound.first
    Desk::SaveRule.new(clock).call(rule("Loud", then: {"alert" => {"level" => "chime", "sound" => "foghorn"}}))
    refused = impossible { Desk::KeepSound.new(clock).delete(sound.id) }
    assert_equal ["Loud sounds with it; change that first.", 409], [refused.message, refused.status]
    Desk::DeleteRule.new(clock).call(id("Loud"))
    assert_equal "Let the sound “Foghorn” go.", Desk::KeepSound.new(clock).delete(sound.id).message
    assert_equal 404, impossible { Desk::KeepSound.new(clock).delete(sound.id) }.status
  end

  # Calendars

  def calendar(*starts)
    events = starts.map { "BEGIN:VEVENT\r\nUID:#{_1}@x\r\nSUMMARY:Hanging\r\nDTSTART:#{_1}\r\nDURATION:PT1H\r\nEND:VEVENT\r\n" }.join
    File.write(@calendar, "BEGIN:VCALENDAR\r\nVERSION:2.0\r\n#{events}END:VCALENDAR\r\n")
    @turn = @turn.to_i + 1
    File.utime(Time.now, Time.now + @turn, @calendar)
  end

  def follow(path = @calendar) = Desk::FollowCalendar.new(clock).call(path)
  def refresh = Desk::FollowCalendar.new(clock).refresh
  def busy = Store::CurrentRulebook.rulebook.plan.busy.map { _1.from.iso8601 }

  def test_a_calendar_that_is_followed_holds_mail_and_is_read_anew_when_it_changes
    @calendar = File.join(DeskHelper::FOLDER, "followed-#{rand(1e9).to_i}.ics")
    calendar("20270309T130000Z")
    assert_match(/Mail is held during one meeting of followed-/, follow.message)
    assert_equal ["2027-03-09T13:00:00Z"], busy
    assert_nil refresh
    calendar("20270309T130000Z", "20270309T150000Z")
    refresh
    assert_equal 2, busy.size
    assert_equal "No calendar is followed any more.", follow(nil).message
    assert_equal [[], nil], [busy, Desk::FollowCalendar.followed]
  end

  def test_one_that_cannot_be_read_any_more_leaves_the_meetings_and_is_told_once
    @calendar = File.join(DeskHelper::FOLDER, "followed-#{rand(1e9).to_i}.ics")
    calendar("20270309T130000Z")
    follow
    File.write(@calendar, "no calendar any more")
    File.utime(Time.now, Time.now + 50, @calendar)
    events = Store::Event.count
    2.times { refresh }
    assert_equal [1, 1], [Store::Event.count - events, busy.size]
    assert_match(/no calendar/, Desk::FollowCalendar.followed["problem"])
    File.delete(@calendar)
    refresh
    calendar("20270310T130000Z")
    refresh
    assert_equal [["2027-03-10T13:00:00Z"], nil], [busy, Desk::FollowCalendar.followed["problem"]]
    assert_match(/There is no file/, impossible { follow("/nowhere/at/all.ics") }.message)
    File.write(@calendar, "hello")
    assert_match(/no calendar/, impossible { follow }.message)
  end
end
