# frozen_string_literal: true

require_relative "../support/browser_helper"

class HeldTest < Minitest::Test
  include BrowserHelper

  def test_a_look_inside_lets_nothing_surface_and_letting_in_does
    visit "/held"
    assert_selector("h1", text: /messages wait for their moment/)
    within("section", text: "The 08:00 round") { assert_text "Night window" }
    open_message("Purchase order 2207 approved")
    assert_text "Waits for the 08:00 round."
    click_link "Front"
    assert_no_link(text: "Purchase order 2207 approved")
    click_link(text: /Held/)
    open_message("Purchase order 2207 approved")
    press("l")
    assert_text(/Let in “[^”]+”\./)
    click_button "Let all in now: The 17:00 round"
    assert_no_selector("h2", text: "The 17:00 round")
    click_link "Front"
    within("section", text: "Straight in today") { assert_link(text: "Purchase order 2207 approved") }
  end

  def test_a_rule_in_two_clicks_and_the_next_message_obeys
    front
    deliver(subject: "Truck 3 is held", from: "Iveta Kalnina <dispatch@baltic-art-road.example>")
    open_message("Truck 3 is held")
    click_button(text: /Make a rule/)
    within("section[aria-label='Make a rule']") do
      assert_text(/Matches \d+ of the last 30 days’ [\d,]+ messages/)
      click_button(text: "Make it")
    end
    assert_text "Made the rule “Mail from Iveta Kalnina”."
    go("09:30")
    deliver(subject: "Good news from the road")
    within("section", text: "Straight in today") { assert_link(text: "Good news from the road") }
    open_message("Good news from the road")
    assert_link "Mail from Iveta Kalnina"
  end

  def test_what_is_held_is_moved_let_in_by_sender_and_put_off
    visit "/held"
    find("button[aria-label^='Move to another round']", match: :first).click
    find("[role=menuitem]", text: "10:30 round", match: :first).click
    assert_text(/Moved \d+ messages to 10:30/)
    assert_selector("h2", text: "The 10:30 round")
    open_message("Purchase order 2207 approved")
    click_button "All from this sender"
    assert_text(/Let in (?:“|\d+ messages)/)
    click_link "Front"
    open_message("Purchase order 2207 approved")
    press("p")
    within("section[aria-label='Bring back']") do
      fill_in "Why, for yourself", with: "Ask finance"
      fill_in "Hours", with: "2"
      all(:button, "Then").last.click
    end
    assert_text(/Put off “[^”]+” until 09:50\./)
    assert_no_link(text: "Purchase order 2207 approved")
    click_link(text: /Held/)
    within("section", text: "Put off by you") { assert_text "back 09:50: Ask finance" }
    go("09:51")
    assert_no_text "back 09:50: Ask finance"
    click_link "Front"
    within("section", text: /\ANow/) { assert_link(text: "Purchase order 2207 approved") }
  end

  def test_several_at_once
    front
    go("08:00")
    assert_text(/The 08:00 round: \d+ messages/)
    rows = all("section[aria-label='Came with the 08:00 round'] a[data-row]").first(3)
    subjects = rows.map { _1.find("em").text }
    rows[0].send_keys(:space)
    rows[1].send_keys(:space)
    assert_text "2 chosen"
    within("section[aria-label='Chosen messages']") do
      click_button "Bring back …"
      click_button(text: /tomorrow morning/)
    end
    assert_text "Put off 2 messages until Wed 10 Mar 08:00."
    subjects.first(2).each { assert_no_link(text: _1) }
    assert_link(text: subjects[2])
    click_button(text: "Undo")
    subjects.each { assert_link(text: _1) }
  end

  def test_heads_down_by_one_key_and_what_came_meanwhile
    go("08:30")
    front
    press("h")
    within("[role=dialog]") do
      assert_text "Alerts of these rules will still reach you: Real alarms from the stores."
      find("label", text: "for 50 min").click
      fill_in "What for, if you like", with: "Proofs"
      click_button "Go heads-down"
    end
    assert_button(text: /Heads-down until 09:20/)
    deliver(subject: "Held at the border again")
    click_link(text: /Held/)
    assert_link(text: "Held at the border again")
    click_button(text: /Heads-down until 09:20/)
    within("[role=dialog]") { click_button "End it now" }
    assert_text "Heads-down is over: one message came in, one of them top."
    click_link "Front"
    assert_link(text: "Held at the border again")
  end

  def test_heads_down_until_a_time_of_day
    go("08:30")
    front
    click_button(text: /Heads-down/)
    within("[role=dialog]") do
      give_moment "A time of day", "1115"
      click_button "Go heads-down"
    end
    assert_button(text: /Heads-down until 11:15 · 2 h 45 min/)
    go("11:16")
    assert_text "Heads-down is over: nothing came."
    assert_no_button(text: /Heads-down until/)
  end

  def test_a_conversation_is_put_off_and_an_answer_brings_it_back
    go("08:30")
    front
    first = deliver(subject: "Border papers wanted")
    deliver(subject: "Re: Border papers wanted at once", headers: ["In-Reply-To: #{first}"])
    assert_link(text: "Re: Border papers wanted at once")
    open_message("Border papers wanted")
    press("p")
    within("section[aria-label='Bring back']") do
      find("label", text: "the whole conversation, 2 messages").click
      find("label", text: "back sooner if somebody answers").click
      click_button(text: /tomorrow morning/)
    end
    assert_text "Put off 2 messages until Wed 10 Mar 08:00, or until somebody answers."
    assert_no_selector("a[data-row]", text: "Border papers wanted")
    deliver(subject: "The papers, stamped", headers: ["In-Reply-To: #{first}"])
    within("section", text: /\ANow/) do
      assert_link(text: "Border papers wanted", count: 2)
      assert_text "put off 08:30", count: 2
    end
  end

  def test_two_tabs_stay_in_step
    go("08:00")
    front
    other = open_new_window
    within_window(other) { front }
    open_message("Purchase order 2207 approved")
    press("c")
    assert_no_link(text: "Purchase order 2207 approved")
    within_window(other) do
      assert_no_link(text: "Purchase order 2207 approved")
      deliver(subject: "At the border again")
      assert_link(text: "At the border again")
    end
    assert_link(text: "At the border again")
    within_window(other) { page.driver.browser.close }
    switch_to_window(windows.first)
    deliver(subject: "And once more, customs")
    assert_link(text: "And once more, customs")
  end

  def test_the_page_says_that_the_server_is_gone_and_recovers_by_itself
    front
    @server.stop("KILL")
    assert_text "server is not answering"
    deliver(subject: "Held at the border meanwhile")
    @server.start
    assert_link(text: "Held at the border meanwhile")
    assert_no_text "server is not answering"
  end
end
