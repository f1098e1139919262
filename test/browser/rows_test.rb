# frozen_string_literal: true

require_relative "../support/browser_helper"

# Rows of a list: what has the focus or is chosen is acted on by keys, opened or not; what can be done shows on each.
class RowsTest < Minitest::Test
  include BrowserHelper

  def setup
    super
    go "08:01"
    front
    assert_link(text: "Purchase order 2207 approved")
    point_away
  end

  def row(subject) = find("a[data-row]", text: subject, match: :first)
  def focused = page.driver.browser.switch_to.active_element.text
  def focus_on(subject) = page.execute_script("arguments[0].focus()", row(subject))

  def test_keys_act_on_the_row_that_has_the_focus
    focus_on "Purchase order 2207 approved"
    press "f"
    assert_text "Flagged “Purchase order 2207 approved”."
    assert_no_selector("aside h1")
    press "c"
    assert_text "Cleared “Purchase order 2207 approved”."
    assert_no_link(text: "Purchase order 2207 approved")
    assert_seen(true) { !focused.empty? && focused.include?("Marta Quist") } # the next one
    press_with(:control, "z")
    assert_link(text: "Purchase order 2207 approved")
    focus_on "Purchase order 2207 approved"
    press "p"
    assert_selector("aside h1", text: "Purchase order 2207 approved")
    press "Ask Joost"
    press :escape
    assert_no_selector("section[aria-label='Bring back']")
    assert_selector("aside h1", text: "Purchase order 2207 approved") # one thing at a time
    press :escape
    assert_no_selector("aside h1")
    assert_seen(true) { focused.include?("Purchase order 2207 approved") }
  end

  def test_keys_act_on_the_chosen_and_low_mail_is_reached_by_arrows
    focus_on "Purchase order 2207 approved"
    press :space, :arrow_down, :space, "f"
    assert_text "Flagged 2 messages."
    assert_no_selector("section[aria-label='Chosen messages']")
    focus_on "Purchase order 2207 approved"
    press :space, :arrow_down, :space
    assert_text "2 chosen"
    press "i"
    within("section[aria-label='Ink']") { click_button "Copper" }
    assert_text "Gave 2 messages the ink Copper."
    press :escape
    assert_no_text "2 chosen"
    assert_no_link(text: "Hourly reading 17:00")
    20.times { press :arrow_down }
    assert_link(text: "Hourly reading 17:00")
  end

  def test_a_stretch_all_and_a_section_are_chosen
    focus_on "Purchase order 2207 approved"
    press :space, :arrow_down, :arrow_down
    press_with(:shift, :space)
    assert_text "3 chosen"
    press_with(:shift, :arrow_down)
    assert_text "4 chosen"
    press :delete
    assert_text "Discarded 4 messages."
    press_with(:control, "z")
    assert_text "Undone: Discarded 4 messages."
    click_button(text: "Choose all", match: :first)
    count = find("section[aria-label^='Came with the 08:00 round'] h2 + span").text
    assert_text "#{count} chosen"
    press :escape
    press_with(:control, "a")
    assert_text(/\d\d chosen/)
    press :escape
    focus_on "Purchase order 2207 approved"
    press :space
    click_button "Make a rule for these"
    assert_field "Name", with: "From Finance desk"
    assert_text "finance@lanternquay.example"
  end

  # A long list knows only what is near; what was chosen before it was scrolled away is acted on all the same.
  def test_what_is_chosen_and_scrolled_away_is_acted_on
    visit "/views"
    click_link "All mail"
    focus_on "Purchase order 2207 approved"
    press :space
    assert_text "1 chosen"
    page.execute_script("document.querySelector('main').scrollTo(0, 12000)")
    assert_no_link(text: "Purchase order 2207 approved")
    assert_button "Make a rule for these"
    press "c"
    assert_text "Cleared “Purchase order 2207 approved”."
  end

  def test_each_row_offers_what_can_be_done_with_it
    row("Purchase order 2207 approved").hover
    click_button "Put off …: Purchase order 2207 approved"
    find("[role=menuitem]", text: "with the next round").click
    assert_text "Put off “Purchase order 2207 approved” until 10:30."
    visit "/held"
    row("Purchase order 2207 approved").hover
    click_button "Let in: Purchase order 2207 approved"
    assert_text "Let in “Purchase order 2207 approved”."
    click_link "Front"
    row("Purchase order 2207 approved").hover
    click_button "Clear: Purchase order 2207 approved"
    assert_text "Cleared “Purchase order 2207 approved”."
  end

  def test_put_off_with_a_reason_to_a_day_and_a_time_of_ones_own
    open_message "Purchase order 2207 approved"
    press "p"
    press "Ask Joost"
    find("summary", text: "Times of my own").click
    fill_in "Name of a time of your own", with: "after lunch"
    click_button "Keep it"
    assert_selector("[role=group][aria-label=When] button", text: "after lunch 14:00")
    give_moment "Date", "16032027"
    give_moment "Time", "1530"
    within("section[aria-label='Bring back']") { click_button("Then", match: :first) }
    assert_text "Put off “Purchase order 2207 approved” until Tue 16 Mar 15:30."
    go "15:31"
    clock.set(shown: Time.iso8601("2027-03-16T15:31:00Z"))
    assert_text(/put off Tue 08:0\d: Ask Joost|put off 9 Mar 08:0\d: Ask Joost/)
  end
end
