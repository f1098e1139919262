# frozen_string_literal: true

require_relative "../support/browser_helper"

# What is followed through: answers awaited, things to do, routines, contacts, an invitation.
class FollowingBrowserTest < Minitest::Test
  include BrowserHelper

  INVITATION = <<~ICS.chomp
    BEGIN:VCALENDAR
    VERSION:2.0
    METHOD:REQUEST
    BEGIN:VEVENT
    UID:trustees@lanternquay.example
    ORGANIZER;CN=Director:mailto:director.office@lanternquay.example
    ATTENDEE:mailto:wren@lanternquay.example
    DTSTART;TZID=Europe/Lisbon:20270309T110000
    DTEND;TZID=Europe/Lisbon:20270309T120000
    SUMMARY:Trustees
    END:VEVENT
    END:VCALENDAR
  ICS

  BILL = "Purchase order 2207 approved"

  def today = visit("/today").then { assert_selector("h1", text: /to do today|overdue/) }
  def day(title) = find("section[aria-label='#{title}']")

  # From a message by one key, in Today, done by a key, not done after all, and on another day.
  def test_a_task_is_made_of_a_message_and_gone_through
    go("08:00")
    front
    open_message(BILL)
    press("y")
    within("form[aria-label='Make a task']") do
      fill_in "To do", with: "Tell them the darker blue"
      click_button "tomorrow"
      assert_accessible
      click_button "Keep it"
    end
    assert_selector("[aria-label='To do of this message']", text: "Tell them the darker blue")
    assert_accessible
    press("0")
    assert_selector("section[aria-label=Tomorrow] li", text: "Tell them the darker blue")
    assert_accessible
    within(day("Tomorrow")) { find("button", text: "Tell them the darker blue").send_keys("c") }
    assert_selector("section[aria-label='Done today'] li", text: "Tell them the darker blue")
    press_with(:control, "z")
    assert_selector("section[aria-label=Tomorrow] li", text: "Tell them the darker blue")
    within(day("Tomorrow")) do
      find("button", text: "Tell them the darker blue").send_keys(:enter)
      fill_in "Note", with: "Twice"
      click_button "today"
      click_button "Keep it"
    end
    assert_selector("section[aria-label=Today] li", text: /Tell them the darker blue\s*Twice/)
  end

  def test_a_task_is_dragged_to_another_day
    today
    fill_in "Something else to do", with: "Water the plants"
    click_button "Add it"
    handle = find("section[aria-label=Someday] button[aria-label='Drag to another day: Water the plants']")
    handle.scroll_to(handle, align: :center) # a notice may stand over the end of the list
    page.driver.browser.action.move_to(handle.native).click_and_hold.move_by(0, -12).perform
    assert_selector("section[aria-label=Someday][data-over]") # it is held; what lies where is known
    page.driver.browser.action.move_to(find("section[aria-label=Tomorrow] h2").native).move_by(3, 2).move_by(2, 2).perform
    assert_selector("section[aria-label=Tomorrow][data-over]")
    page.driver.browser.action.release.perform
    assert_selector("section[aria-label=Tomorrow] li", text: "Water the plants")
    press_with(:control, "z")
    assert_selector("section[aria-label=Someday] li", text: "Water the plants")
  end

  def test_a_task_comes_at_its_moment_and_calls
    today
    within(day("Today")) do
      find("button", text: "Ring the insurer about loan 12").click
      find("[role=combobox]:has(+ input[aria-label='Alert of the task']), [role=combobox][aria-label='Alert of the task']").click
    end
    find("[role=option]", text: "a call-out").click
    click_button "Keep it"
    assert_text "with a call-out"
    front
    assert_no_selector("section[aria-label='To do now'] li", text: "Ring the insurer")
    go("10:30")
    within("[role=alertdialog]", text: "Ring the insurer about loan 12") { click_button "Done" }
    assert_no_selector("[role=alertdialog]")
    within("section[aria-label='To do now']") { find_field("Done: Ring the insurer about loan 12", type: "checkbox", visible: :all).click }
    assert_no_selector("section[aria-label='To do now'] li", text: "Ring the insurer")
  end

  # On a message that was sent, by one key; told in the list, ended there, taken back.
  def test_an_answer_is_awaited_moved_and_given_up
    visit "/today/awaited"
    assert_selector("h1", text: /awaited/)
    assert_accessible
    row = first("section[aria-label=Awaited] li, section[aria-label=Overdue] li")
    subject = row.find("header a").text
    row.find("header a").click
    assert_selector("aside h1", text: subject)
    press("e")
    within("section[aria-label='Await an answer']") do
      assert_accessible
      click_button "10 working days"
    end
    assert_text(/You await an answer from .* by Wednesday 24 March\./)
    visit "/today/awaited"
    first("button", text: "No longer").click
    assert_selector("section[aria-label^='Over, in the last'] li", text: /No longer awaited/)
    press_with(:control, "z")
    assert_no_selector("section[aria-label^='Over, in the last'] li", text: /No longer awaited/)
    first("button", text: "Ask again").click
    within("[aria-label='Asking again']") { assert_field "Text", with: /may I come back to this\?/ }
    assert_text "You expect an answer by"
    assert_accessible
  end

  def test_what_is_written_says_what_it_asks
    front
    press("w")
    assert_selector("[aria-label='A new message'] [aria-label=Text]")
    find("[aria-label=Text]").send_keys("Could you send me the list?")
    assert_text "It asks: “Could you send me the list?”"
    press_with(:alt, "w")
    click_button "3 working days"
    assert_text "You expect an answer within 3 working days."
    click_button "Go on later"
    find("a", text: "a message without a subject").click
    assert_text "You expect an answer by Friday 12 March."
  end

  # By its letter on one message; shown first for several; made of what was just done.
  def test_a_routine_is_done_by_its_letter_shown_for_several_and_made_of_acts
    go("08:00")
    front
    open_message(BILL)
    press("j")
    assert_text "“Bill”: one message."
    assert_no_selector("main a[data-row]", text: BILL)
    press_with(:control, "z")
    assert_selector("main a[data-row]", text: BILL)
    first("input[type=checkbox][aria-label^='Choose: ']", visible: :all).click
    all("input[type=checkbox][aria-label^='Choose: ']", visible: :all)[1].click
    press("q")
    within("section[aria-label=Routines]") do
      assert_text "Routines, for 2 messages"
      click_button(text: "Read it tonight")
      assert_text(/Put off 2 messages until 17:00/)
      assert_accessible
      click_button "Do it"
    end
    assert_text "“Read it tonight”: two messages."
    visit "/today/routines"
    first("button", text: "Keep this as a routine").click
    fill_in "Name of the routine", with: "As just now"
    fill_in "Letter of the routine", with: "c"
    assert_text "That key does something else already; choose another."
    fill_in "Letter of the routine", with: "r"
    assert_text "It does this:"
    assert_accessible
    click_button "Keep it"
    assert_selector("li header", text: /As just now\s*R/)
  end

  def test_contacts_are_gathered_put_together_and_taken_out
    visit "/senders/contacts"
    assert_selector("h1", text: /contacts/)
    find("summary", text: /not among your contacts/).click
    assert_accessible
    click_button(text: /\AAdd these \d+\z/)
    assert_no_selector("summary", text: /not among your contacts/)
    find_field("Choose: Helena Sarmento").click
    find_field("Choose: Ana Ferro").click
    click_button "Put together as “Helena Sarmento”"
    assert_text "Two contacts are one now: Helena Sarmento."
    assert_selector("li", text: /Helena Sarmento.*ana\.ferro@casadomar\.example/m)
    press_with(:control, "z")
    assert_selector("li", text: /\AAna Ferro/)
    click_button "Change Ana Ferro"
    fill_in "Phone", with: "12"
    click_button "Keep it"
    assert_selector("li", text: /Ana Ferro.*12/m)
  end

  def test_an_invitation_shows_what_it_clashes_with
    deliver(subject: "Trustees at eleven", from: "Director <director.office@lanternquay.example>", text: INVITATION,
      headers: ["MIME-Version: 1.0", "Content-Type: text/calendar; method=REQUEST; charset=UTF-8"])
    front
    open_message("Trustees at eleven")
    within("section[aria-label=Invitation]") do
      assert_text "Director invites you."
      assert_text "Tuesday 9 March, 11:00–12:00"
      assert_text(/At that time:\s*Insurer on the phone, Tuesday 9 March, 11:30–11:50/)
      click_button "Accept"
      assert_text "Up Front does not know by which server mail"
    end
    assert_accessible
  end
end
