# frozen_string_literal: true

require "digest"
require_relative "../support/desk_helper"
require_relative "../support/house_helper"

class FollowedHouseTest < Minitest::Test
  include DeskHelper
  include HouseHelper

  def setup
    super
    @passed = 0
    set_up_house(when: from("me"))
    @looks = Desk::LookAtHouses.new(clock, monotonic: -> { @passed += 3_600 })
  end

  def teardown
    remove_house
    super
  end

  def from(who) = {"fact" => "from", "op" => "is", "value" => [who]}
  def follow(...) = publish(...).then { Desk::FollowHouse.new(clock).call(@place) }
  def book = Store::CurrentRulebook.rulebook
  def names = book.rules.map(&:name)
  def stand = Desk::HousePlaces[@place]
  def firm(name = "Firm", **more) = house_rule(name, "for_all", **more)
  def tomorrow = clock.now += 86_400
  def refused(&) = assert_raises(Desk::Act::Impossible, &).message

  def test_following_is_one_step_that_is_taken_back_and_done_again
    done = follow(firm, house_rule("Gift", "offered"))
    assert_equal %w[Firm Mine Gift], names
    ids = book.house.map(&:id)
    assert ids.all? && ids.uniq.size == 2
    Desk::Undo.new(clock).call(done.undo_id)
    assert_equal %w[Mine], names
    assert_empty Store::Rule.of_house
    Desk::FollowHouse.new(clock).call(@place)
    assert_equal ids, book.house.map(&:id)
  end

  def test_what_they_decide_is_kept_of_them_as_of_any_rule
    follow(firm(when: from("ana@casadomar.example"), then: {"timing" => {"now" => true}, "priority" => "top"}))
    message = take
    assert_equal [book.by_name["Firm"].id], Store::Firing.where(message_id: message.id).pluck(:rule_id)
    assert_equal PUBLISHER, message.claim.trace["rules"].first.dig("house", "publisher")
    assert_equal ["top", [message.id]], [message.claim.priority, on_front]
  end

  def test_a_new_edition_is_told_before_it_holds_and_holds_the_next_day
    follow(firm)
    take(from: "z@y.example")
    publish(firm(then: {"priority" => "top"}), firm("Other", when: from("nobody@x.example")), number: 2, note: "More.")
    @looks.call
    assert_equal "one rule new, one changed; one message of the last 30 days would come differently", stand["said"]
    assert_equal "2027-03-10T00:00:00Z", stand["holds_at"]
    assert_equal 1, Desk::ChangeHouse.entries.first["edition"]["edition"]
    tomorrow
    @looks.call
    assert_equal [2, %w[Firm Other Mine]], [Desk::ChangeHouse.entries.first["edition"]["edition"], names]
    assert_includes stand["told"], "Edition 2 of the house rules of Lantern Quay Museum holds: one rule new, one changed."
    refute stand.key?("next")
    Desk::FollowHouse.new(clock).seen
    refute stand.key?("told")
    @looks.call
    refute stand.key?("next")
  end

  def test_one_that_waits_can_hold_at_once_and_a_later_day_of_its_own_is_kept
    follow(firm)
    publish(firm("Second"), number: 2, holds_from: "2027-03-20")
    @looks.call
    assert_equal "2027-03-20T00:00:00Z", stand["holds_at"]
    tomorrow && @looks.call
    assert_equal %w[Firm Mine], names
    done = Desk::FollowHouse.new(clock).take(@place)
    assert_equal %w[Second Mine], names
    assert_includes refused { Desk::FollowHouse.new(clock).take(@place) }, "No new edition"
    Desk::Undo.new(clock).call(done.undo_id)
    assert_equal %w[Firm Mine], names
    @looks.call # what was taken back waits again: the office still publishes it
    assert_equal 2, stand["next"]["edition"]
  end

  def test_since_when_a_rule_has_held_stays_while_it_says_the_same
    follow(firm("Same"), firm("Other"))
    publish(firm("Same"), firm("Other", then: {"priority" => "top"}), number: 2)
    @looks.call
    tomorrow && @looks.call
    assert_equal({"Same" => "2027-03-09", "Other" => "2027-03-10"}, book.house.to_h { [_1.name, _1.house.since] })
  end

  def test_what_cannot_be_had_or_read_leaves_the_last_good_edition_and_says_since_when
    follow(firm)
    File.write(@place, "{")
    @looks.call
    assert_match(/text is garbled, or breaks off/, stand["problem"])
    assert_equal clock.now.getutc.iso8601, since = stand["problem_since"]
    clock.now += 600
    File.delete(@place)
    @looks.call
    assert_equal ["There is no file #{@place}.", since], stand.values_at("problem", "problem_since")
    File.mkfifo(@place)
    @looks.call
    assert_match(/is a pipe/, stand["problem"])
    File.delete(@place)
    publish(house_rule("Firm", "must"))
    @looks.call
    assert_match(/\ARule 1, firmness: /, stand["problem"])
    assert_equal %w[Firm Mine], names
    publish(firm)
    @looks.call
    assert_empty stand.keys & %w[problem problem_since next]
  end

  def test_a_checksum_beside_it_is_heeded
    follow(firm)
    publish(firm("Forged"), number: 2)
    File.write("#{@place}.sha256", "#{"0" * 64}  house.json\n")
    @looks.call
    assert_match(/checksum/, stand["problem"])
    refute stand.key?("next")
    File.write("#{@place}.sha256", "#{Digest::SHA256.file(@place)}  house.json\n")
    @looks.call
    assert_nil stand["problem"]
    assert_equal 2, stand["next"]["edition"]
  end

  def test_what_ones_own_rules_name_of_the_office_becomes_ones_own_when_it_goes
    follow(groups: [{"name" => "Wardens", "members" => ["w@office.example"]}], labels: [{"name" => "Fire", "colour" => "#AA0000"}])
    Desk::SaveRule.new(clock).call(rule("Named", when: from("group:wardens"), then: {"priority" => "top"}))
    done = Desk::FollowHouse.new(clock).stop(@place)
    assert_equal %w[Lenders Wardens], Store::CurrentRulebook.document["groups"].map { _1["name"] }
    refute_includes Store::CurrentRulebook.document["labels"].map { _1["name"] }, "Fire"
    assert_equal "top", book.decide(mail(from: "w@office.example")).priority
    Desk::Undo.new(clock).call(done.undo_id)
    assert_equal %w[Lenders], Store::CurrentRulebook.document["groups"].map { _1["name"] }
    assert_equal "top", book.decide(mail(from: "w@office.example")).priority
  end

  def test_following_that_others_have_come_to_use_is_not_undone_under_them
    done = follow(groups: [{"name" => "Wardens", "members" => ["w@office.example"]}])
    Desk::SaveRule.new(clock).call(rule("Named", when: from("group:Wardens")))
    assert_includes refused { Desk::Undo.new(clock).call(done.undo_id) }, "Named"
    assert_equal %w[Named Mine], names
  end

  def test_what_is_offered_is_switched_and_what_is_for_all_is_not
    follow(firm, house_rule("Hint", "suggested"), house_rule("Gift", "offered"))
    switch = ->(name, on) { Desk::FollowHouse.new(clock).switch(book.by_name[name].id, on) }
    switch.call("Gift", true)
    done = switch.call("Hint", false)
    assert_equal({"Firm" => true, "Hint" => false, "Gift" => true}, book.house.to_h { [_1.name, _1.enabled] })
    assert_includes refused { switch.call("Firm", false) }, "is for all, and stays on"
    Desk::Undo.new(clock).call(done.undo_id)
    assert book.by_name["Hint"].enabled
    switch.call("Gift", false)
    assert_equal [{}], Desk::ChangeHouse.entries.map { _1.slice("on", "off") }
  end

  def test_a_place_is_followed_once_and_what_is_none_is_not
    follow(firm)
    assert_includes refused { Desk::FollowHouse.new(clock).call(" #{@place} ") }, "already"
    ["", "/nowhere/at.json", @folder, "ftp://x.example/h.json", "http://[", "https://u:p@x.example/h"].each do |given|
      refute_empty refused { Desk::FollowHouse.new(clock).call(given) }
    end
    assert_includes refused { Desk::FollowHouse.new(clock).stop("/else") }, "not there any more"
    assert_includes refused { Desk::FollowHouse.new(clock).call(Store::Connection.path) }, "own database"
    assert_includes refused { Desk::FollowCalendar.new(clock).call(Store::Connection.path) }, "own database"
  end

  def test_bringing_in_a_rulebook_leaves_the_office_where_it_is
    follow(firm)
    Desk::ImportRulebook.new(clock).call(document(rules: [rule("Brought")]))
    assert_equal %w[Firm Brought], names
    exported = Store::CurrentRulebook.document
    Desk::FollowHouse.new(clock).stop(@place)
    Desk::ImportRulebook.new(clock).call(exported)
    assert_equal %w[Firm Brought], names
  end

  def test_a_damaged_edition_takes_no_rule_of_ones_own_with_it
    follow(firm)
    head = Store::Rulebook.first
    head.update_columns(document: head.document.merge("house" => [{"place" => 3}]), revision: head.revision + 1)
    assert_equal %w[Mine], names
  end

  def test_a_name_of_the_office_is_not_given_to_another_group
    follow(groups: [{"name" => "Wardens", "members" => ["w@office.example"]}])
    given = {"name" => "wardens", "members" => ["x@y.example"]}
    assert_includes refused { Desk::SaveThing.new(clock).call("groups", given) }, PUBLISHER
  end

  def test_ones_own_rules_are_put_in_order_among_themselves
    follow(firm, house_rule("Hint", "suggested"))
    Desk::SaveRule.new(clock).call(rule("Second"), place: :last)
    Desk::MoveRule.new(clock).call(book.by_name["Second"].id, to: 0)
    assert_equal %w[Firm Second Mine Hint], names
    Desk::ChangeRules.new(clock).call([book.by_name["Second"].id], "bottom")
    assert_equal %w[Firm Mine Second Hint], names
    assert_raises(Desk::Act::Impossible) { Desk::DeleteRule.new(clock).call(book.by_name["Firm"].id) }
  end
end
