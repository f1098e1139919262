# frozen_string_literal: true

require_relative "../support/browser_helper"

class MorningTest < Minitest::Test
  include BrowserHelper

  def test_the_front_at_ten_to_eight_and_the_round_that_comes_by_itself
    front
    assert_text(/\d+ messages wait for the 08:00 round/)
    assert_selector("aside", text: "Tuesday 9 March")
    assert_no_text "Purchase order 2207 approved"
    go("08:00")
    assert_selector("h2", text: "Came with the 08:00 round")
    assert_link(text: "Purchase order 2207 approved")
    assert_button(text: /\A08:00 · \d+\z/)
    find_button(text: /\A08:00 · \d+\z/).click
    assert_selector("[role=dialog]", text: "The 08:00 round")
  end

  def test_the_demos_clock_jumps_and_runs
    front
    click_button "Demo clock"
    assert_text "nothing to do with the time at your desk"
    click_button(text: "Jump to the next arrival, 07:54")
    assert_button(text: /\ATue 07:54/)
    click_button(text: "Jump to the next round, 08:00")
    assert_selector("h2", text: "Came with the 08:00 round")
    click_button("60×")
    assert_button(text: /\ATue 08:0[1-9]/)
    click_button("paused")
    assert_selector("button[aria-label^='Demo clock'][aria-label$='· paused']")
  end

  def test_mail_shows_up_by_itself_in_the_room_it_has_earned_and_says_why
    front
    deliver(subject: "Truck held at the border", text: "Papers, please. " * 20)
    assert_selector("section", text: /Now.*Truck held at the border/m)
    assert_selector("h1", text: "One message needs you now, one more of high priority; two tasks are due.")
    open_message("Truck held at the border")
    within("section", text: "Straight in, top priority, labelled Couriers.") do
      assert_text "Arrived"
      assert_link "Border trouble comes at once"
      assert_text "the subject mentions “border, held”"
      click_button "How each rule was read"
      assert_text "Notes to myself did not match: I did not send it"
    end
    assert_text "In INBOX of wren@lanternquay.example, where it stays."
  end

  def test_new_mail_does_not_jump_under_the_pointer
    front
    find("h1").hover
    find_link(text: "Budget: courier line").hover
    deliver(subject: "Customs desk wants papers")
    assert_button "One new message: show"
    assert_no_link(text: "Customs desk wants papers")
    click_button "One new message: show"
    assert_link(text: "Customs desk wants papers")
  end

  def test_clear_flag_and_unread_with_undo_by_mouse_and_by_key
    go("08:00")
    front
    open_message("Purchase order 2207 approved")
    assert_button(text: /Mark unread/)
    press("f")
    assert_text "Flagged “Purchase order 2207 approved”."
    assert_button(text: /Take the flag off/)
    press("u")
    assert_button(text: /Mark read/)
    press("c")
    assert_text "Cleared “Purchase order 2207 approved”. It stays in its mailbox."
    assert_no_link(text: "Purchase order 2207 approved")
    assert_selector("aside[aria-label=Message] h1", text: /Lunch on Thursday|Re: frame depth/)
    press_with(:control, "z")
    assert_text "Undone: Cleared “Purchase order 2207 approved”."
    press_with(:control, "z") # and on, step by step
    assert_text "Undone: Marked “Purchase order 2207 approved” unread."
    assert_link(text: "Purchase order 2207 approved")
    within("section", text: "From Monday 8 March") { click_button(text: "Clear all") }
    assert_no_selector("h2", text: "From Monday 8 March")
    click_button(text: "Undo")
    assert_selector("h2", text: "From Monday 8 March")
  end

  # What an act touches is asked anew once: by its own answer, and not again when the stream tells of it.
  def test_what_an_act_touches_is_asked_once
    front
    asked = -> { page.evaluate_script("performance.getEntriesByType('resource').filter(({name}) => name.endsWith('/api/front')).length") }
    open_message("Budget: courier line")
    assert_selector("aside button", text: "Mark unread")
    before = asked.call
    3.times do
      press("f")
      assert_selector("aside button", text: "Take the flag off")
      press("f")
      assert_no_selector("aside button", text: "Take the flag off")
    end
    deliver(subject: "Held at the border")
    assert_link(text: "Held at the border") # by then the stream has told of the acts too
    assert_includes 6..11, asked.call - before, "once an act, and for what arrived, surfaced and alerted"
  end

  def test_the_list_goes_by_keys_alone
    go("08:00")
    front
    press(:arrow_down, :arrow_down)
    press(:enter)
    assert_selector("aside[aria-label=Message] h1")
    first = find("aside[aria-label=Message] h1").text
    press(:arrow_down)
    assert_no_selector("aside[aria-label=Message] h1", text: first, exact_text: true)
    press(:escape)
    assert_text "Choose a message to read it here."
    press("2")
    assert_selector("h1", text: /wait/)
    press("?")
    assert_selector("[role=dialog]", text: "Clear: done with, stays in its mailbox")
    click_button "Change the key for: Flag, or take the flag off"
    press("c")
    assert_selector("[role=alert]", text: "C is taken")
    press("j")
    assert_button("Change the key for: Flag, or take the flag off", text: "J")
  end

  def test_html_mail_loads_nothing_from_elsewhere_and_files_are_listed
    go("17:00")
    front
    click_button(text: /\ACulture Diary/)
    open_message("Culture Diary: what opens")
    assert_text "Pictures from elsewhere were not loaded"
    within_frame(find("iframe")) { assert_text "Nineteen openings in one week" }
    deliver(subject: "Held with a file at the border",
      headers: ["Content-Type: text/csv; name=\"list.csv\"", "Content-Disposition: attachment; filename=\"list.csv\""], text: "a,b")
    open_message("Held with a file")
    assert_selector("ul[aria-label=Attachments]", text: "list.csv")
    assert_equal "list.csv", find_link("list.csv")[:download]
  end
end
