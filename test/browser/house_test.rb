# frozen_string_literal: true

require_relative "../support/browser_helper"

# The rules of the office, as the person who follows them sees them, and as the one who publishes them does.
class HouseTest < Minitest::Test
  include BrowserHelper

  def edition(number, note: "", &change)
    place = WORLD.house_rules
    document = JSON.parse(File.read(place))
    change&.call(document)
    File.unlink(place) # it is linked from the world as it was built
    File.write(place, JSON.generate(document.merge("edition" => number, "note" => note)))
  end

  def assert_fits
    Browser.width(page, 390)
    assert_equal 390, page.evaluate_script("document.documentElement.scrollWidth")
  ensure
    Browser.width(page, 1280)
  end

  def part(text) = find("li", text: text)

  def test_what_the_office_publishes_stands_in_its_own_part_and_can_be_answered
    visit "/rules"
    assert_text "One house rule is read before these, one house rule is read after them"
    click_link "Lantern Quay Museum"
    assert_selector "h1", text: "Two house rules hold here"
    within(part("Cold offers off the Front")) { find("[role=switch]", visible: :all).click }
    assert_text "Switched on the house rule “Cold offers off the Front”."
    click_button "Undo"
    assert_selector "h1", text: "Two house rules hold here"
    click_button "I do not want this … Drills, and what is switched off"
    fill_in "Your note", with: "The bell wakes the night guard."
    assert_accessible
    click_button "Begin a message to facilities@lanternquay.example"
    assert_field "Subject", with: "About the house rule “Drills, and what is switched off”"
    visit "/rules/house"
    assert_text "The bell wakes the night guard."
    assert_accessible
    assert_fits
  end

  def test_a_new_edition_is_told_shown_and_let_hold_and_stopping_is_taken_back
    visit "/rules/house"
    assert_selector "h2", text: "Lantern Quay Museum"
    edition(3, note: "Lifts too.") { |document| document["rules"].first["then"] = {"priority" => "top", "labels" => ["Building"]} }
    click_button "Look for a new edition"
    assert_text "Edition 3 holds from Wed 00:00."
    assert_text(/One rule changed; \w+ messages of the last 30 days would come differently\./)
    click_button "See what changes"
    assert_text "changed: rule “Drills, and what is switched off”"
    find("summary", text: "What would have come differently").click
    assert_selector "li", text: /was high/, minimum: 1
    assert_accessible
    click_button "Let it hold at once"
    assert_no_text "Edition 3 holds from"
    assert_text "Edition 3, published"
    click_button "Stop following …"
    click_button "Stop following"
    assert_selector "h1", text: "You follow no house rules."
    click_button "Undo"
    assert_text "Edition 3, published"
  end

  def test_a_file_is_looked_at_before_it_is_followed_and_what_is_wrong_is_said
    other = File.join(WORLD.folder, "other.json")
    visit "/rules/house"
    fill_in "File or web address", with: other
    click_button "Look at it"
    assert_selector "[role=alert]", text: "There is no file"
    document = JSON.parse(File.read(WORLD.house_rules)).merge("publisher" => "Night guard")
    File.write(other, JSON.generate(document))
    click_button "Look at it"
    assert_selector "h3", text: "Night guard, edition 2"
    click_button "Follow these rules"
    assert_selector "h2", text: "Night guard"
    assert_selector "h4", text: "Drills, and what is switched off (Night guard)"
    assert_field "File or web address", with: ""
  end

  def test_ones_own_rules_are_marked_seen_as_others_will_see_them_and_made
    visit "/rules/house/publish"
    within(part("Helena and the director")) { click_button "suggested" }
    fill_in "Who publishes it", with: "Exhibitions"
    assert_text "helena.sarmento@lanternquay.example, in the rule “Helena and the director”"
    within(part("Newsletters once a day")) { click_button "for all" }
    assert_selector "[role=alert]", text: /“Newsletters once a day” names the round/
    assert_button "Make edition 1", disabled: true
    within(part("Newsletters once a day")) { click_button "mine alone" }
    assert_no_selector "[role=alert]"
    assert_accessible
    click_button "Make edition 1"
    assert_text "house-rules.json is saved."
    assert_fits
  end

  def test_a_message_tells_whose_rule_it_was
    visit "/find?text=#{CGI.escape("fire drill")}"
    find("a, button", text: /Fire drill on/, match: :first).click
    assert_text(/house rule, for all, by Lantern Quay Museum since \d+ February 2027/)
    click_link "Drills, and what is switched off"
    assert_selector "h1", text: "Two house rules hold here"
  end

  def test_what_a_servers_filter_can_do_is_shown_with_why_the_rest_stays
    visit "/rules/carry"
    assert_text "None of eleven rules can go whole."
    assert_button "Save the filter", disabled: true
    find("summary", text: "What stays here, and why").click
    assert_selector "li", text: "Newsletters once a day"
    body = {"name" => "Joost is flagged", "when" => {"fact" => "from", "op" => "is", "value" => ["j.dewit@zeekaart-kabinet.example"]},
            "then" => {"flag" => true}}
    assert_equal 201, ask("/api/rules", {body: body, place: 0})
    assert_text "One of twelve rules can go whole. “Joost is flagged”."
    find("summary", text: "The filter itself").click
    assert_text "addflag \"\\\\Flagged\""
    assert_button "Save the filter"
    assert_text "Your server must know: imap4flags."
    assert_accessible
    assert_fits
  end
end
