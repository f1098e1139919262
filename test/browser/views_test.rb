# frozen_string_literal: true

require_relative "../support/browser_helper"

# Saved views: built while their messages stand beside, looked through, explained, kept at hand, taken away.
class ViewsTest < Minitest::Test
  include BrowserHelper

  def add(typed, option)
    click_button "+ condition"
    find("input[aria-label=condition]").send_keys(typed)
    find("[role=option]", text: option, match: :first).click
  end

  def test_a_view_is_built_as_a_sentence_and_deleting_it_loses_nothing
    go("08:00")
    visit "/views/new"
    fill_in "Name", with: "Facilities or finance"
    add("sender", /\Athe sender …/)
    find_field("Add to: the sender").send_keys("finance")
    find("[role=option]", text: "finance", match: :first).click
    assert_text(/\d+ messages, \d+ unread/)
    add("unread", "it is unread")
    add("flagged", "it is flagged")
    assert_text "without the condition marked it would hold", count: 2
    all("button[aria-label='Take this condition out']").last.click
    assert_selector("aside", text: "Purchase order 2207 approved")
    assert_text(/Mail where the sender is .* and it is unread\./)
    click_button "Write it as text"
    find_field("As text").send_keys([:control, :end], " It is sorted by size, descending.")
    assert_button "Back to the sentence"
    click_button "The colour #9A4A12"
    click_button "Save view"
    assert_selector("h1", text: /Facilities or finance: \w+ messages?, \d+ unread/)
    open_message("Purchase order 2207 approved")
    assert_text(/It is here: the sender is “Finance desk” \(.*@.*\) and it is unread\./)
    click_link "Loans, unread"
    click_link "Facilities or finance"
    assert_selector("h1", text: "Facilities or finance: 0 messages") # the one that was left is read now
    assert_selector("[role=combobox]", text: "size")
    click_button "More …"
    find("[role=menuitem]", text: "Delete").click
    assert_text "Deleted the view “Facilities or finance”. Its messages stay where they are."
    click_button(text: "Undo")
    assert_link "Facilities or finance"
  end

  def test_all_mail_scrolls_sorts_and_groups
    visit "/views"
    assert_selector("h1", text: "Loans, unread")
    click_link "All mail"
    assert_selector("h1", text: /All mail: [\d,]+ messages/)
    assert_operator all("a[data-row]").size, :<, 60, "only what is looked at is there"
    page.execute_script("document.querySelector('main').scrollTop = 8000")
    assert_selector("a[data-row]", text: /Feb|Mon|Sun/, match: :first)
    find("[role=combobox]", text: "time").click
    find("[role=option]", text: "sender").click
    assert_button(text: /A to Z|Z to A/)
    find("[role=combobox]", text: "nothing").click
    find("[role=option]", text: "priority").click
    click_button(text: /\ATop priority/)
    assert_selector("section", text: /Top priority.*(Held|Alarm|border)/mi)
  end

  # Where a row stands on the screen, in whole pixels.
  def top_of(id) = page.evaluate_script("(document.querySelector('[data-row=\"#{id}\"]')?.getBoundingClientRect().top ?? -1) | 0")

  def test_the_place_is_kept_when_mail_arrives_and_the_list_goes_by_keys
    go("08:00")
    visit "/views"
    click_link "All mail"
    total = find("h1", text: "All mail: ").text[/[\d,]+/].delete(",").to_i
    page.execute_script("document.querySelector('main').scrollTop = 3000")
    row = page.evaluate_async_script(<<~JS)
      const [done] = arguments;
      const look = () => {
        const row = Array.from(document.querySelectorAll("[data-row]")).find((row) => row.getBoundingClientRect().top > 300);
        row && row.textContent.length > 10 ? done(row.dataset.row) : setTimeout(look, 50);
      };
      look();
    JS
    before = top_of(row)
    deliver(subject: "One more at the top")
    deliver(subject: "And another")
    assert_selector("h1", text: "All mail: #{(total + 2).to_s.gsub(/(\d)(?=(\d{3})+\z)/, "\\1,")}")
    assert_selector("[data-row='#{row}']")
    assert_seen(true) { (before - top_of(row)).abs <= 2 }
    find("[data-row='#{row}']").send_keys(:arrow_down)
    20.times { press(:arrow_down) }
    refute_equal row, page.evaluate_script("document.activeElement.dataset.row")
    assert_seen(true) { page.evaluate_script("document.activeElement.getBoundingClientRect().bottom") <= 801 }
  end

  def test_all_that_a_view_finds_is_tidied_and_taken_back
    visit "/views"
    click_link "All mail"
    total = find("h1", text: "All mail: ").text[/[\d,]+/]
    click_button "Tidy …"
    within("section[aria-label=Tidy]") do
      assert_text "of the #{total} that the view holds; the others are so already."
      find("label", text: "all but the newest of each sender").click
      assert_no_button "Clear: #{total} messages"
      give_moment "Arrived before", "06032027"
      find("[role=combobox]", text: "Clear").click
    end
    find("[role=option]", text: "Discard").send_keys(:enter) # the list may still be growing: no place to click
    within("section[aria-label=Tidy]") { click_button(text: /\ADiscard: \d+ messages/) }
    assert_text(/Discarded \d+ messages. They stay in their mailboxes and can be recovered./)
    assert_no_selector("h1", text: "All mail: #{total}")
    click_button "Undo"
    assert_selector("h1", text: "All mail: #{total}")
  end

  # What goes through many shows how far it is wherever one is, and what was done of it when it is over.
  def test_what_goes_through_all_mail_shows_its_way_and_is_taken_back_as_a_whole
    visit "/views"
    click_link "All mail"
    click_button "Tidy …"
    within("section[aria-label=Tidy]") { find("[role=combobox]", text: "Clear").click }
    find("[role=option]", text: "Flag", exact_text: true).click
    within("section[aria-label=Tidy]") { click_button(text: /\AFlag: [\d,]+ messages/) }
    assert_text(/Flagged [\d,]{3,} messages\./)
    assert_no_button "Stop"
    click_button "Undo"
    assert_text(/Taken back on [\d,]{3,} messages: Flagged/)
    visit "/done"
    assert_selector("li", text: /Flagged [\d,]{3,} messages\.\s*taken back/i)
  end

  def test_a_digit_opens_a_view_and_a_file_brings_one_in
    visit "/views"
    click_link "All mail"
    click_link "Change"
    find("[role=combobox]", text: "no digit").click
    find("[role=option]", text: "4").click
    click_button "Save view"
    assert_selector("a kbd", text: "V 4")
    click_link "Front"
    assert_selector("h1", text: /need/)
    press("v", "4")
    assert_selector("h1", text: /All mail: /)
    path = File.join(FOLDER, "view.json")
    File.write(path, {"name" => "Brought in", "when" => {"fact" => "flagged", "op" => "is", "value" => true}}.to_json)
    attach_file("A view’s file", path, visible: :all)
    assert_selector("h1", text: "Brought in: 0 messages")
    File.write(path, "<html>")
    attach_file("A view’s file", path, visible: :all)
    assert_selector("[role=alert]", text: "view.json is no saved view.")
  end

  def test_a_view_follows_what_happens_and_opens_by_key
    go("08:00")
    front
    press("v")
    assert_selector("h1", text: "Loans, unread")
    before = find(:link, text: "Loans, unread").text
    deliver(subject: "The loan agreement", from: "Ana Ferro <ana.ferro@casadomar.example>")
    assert_no_link(text: before, exact_text: true)
    assert_link(text: "The loan agreement")
    open_message("The loan agreement")
    press("u") if has_button?(text: /Mark unread/, wait: 0)
    press("c")
    assert_text(/Cleared “[^”]+”\. It stays in its mailbox\./)
    click_link "All mail"
    assert_link(text: "The loan agreement")
  end

  def test_a_view_stands_on_the_front_as_a_band_and_bands_are_moved
    go("08:00")
    {"Lenders" => "Loans", "Notes" => "To do"}.each do |name, label|
      visit "/views/new"
      fill_in "Name", with: name
      add("label", /\Aits label …/)
      find_field("Add to: its label").send_keys(label)
      find("[role=option]", text: label, match: :first).click
      find("label", text: "stands as a band on the Front").click
      fill_in "Messages that the band shows", with: "1"
      assert_no_text "Opening"
      click_button "Save view"
      assert_selector("h1", text: name)
    end
    front
    within("section[aria-label=Lenders]") do
      assert_selector("a[data-row]", count: 1)
      click_button(text: /more in this band/)
      assert_selector("a[data-row]", minimum: 2)
    end
    after = ->(one, other) { assert_selector(:xpath, "//section[@aria-label='#{one}']/following::section[@aria-label='#{other}']") }
    after["Lenders", "Notes"]
    handle = find_button("Move the band Notes")
    handle.send_keys(:space)
    assert_selector("[aria-live]", text: /picked up|over/i, visible: :all, match: :first)
    handle.send_keys(:arrow_up)
    assert_selector("[aria-live]", text: /moved over|over droppable/i, visible: :all, match: :first)
    handle.send_keys(:space)
    assert_text "Moved the view “Notes”."
    after["Notes", "Lenders"]
  end

  def test_finding_as_one_types_narrowing_and_keeping_it
    front
    press("/")
    find_field("Find in all mail").send_keys("crate bord")
    assert_selector("h1", text: /\w+ messages found\./)
    assert_selector("a[data-row] mark", text: /border/i, match: :first)
    within("[role=group][aria-label=From]") { click_button(text: /Rui Tavares/) }
    assert_selector("h1", text: /found, of \w+ messages/)
    first("a[data-row]").click
    assert_selector("aside h1", text: /border/)
    assert_selector("h1", text: /found, of \w+ messages/)
    if has_button?("No longer only rui.tavares@atlantic-crate.example", wait: 0)
      click_button "No longer only rui.tavares@atlantic-crate.example"
    end
    fill_in "Find in all mail", with: "the sender is one of Couriers and it was cleared"
    assert_text "Heard as a condition: the sender is one of Couriers and it was cleared."
    click_button "Keep it as a view"
    fill_in "Name", with: "Couriers, done"
    assert_text "Mail where the sender is one of Couriers and it was cleared."
    click_button "Save view"
    assert_selector("h1", text: /Couriers, done: \d+ messages/)
    fill_in "Find in all mail", with: "zzzz"
    assert_selector("h1", text: "Nothing in all your mail fits that.")
  end

  def test_a_conversation_is_read_together_followed_and_muted
    go("08:00")
    first = deliver(subject: "Keys of the van")
    answer = ->(text) { deliver(subject: "Re: Keys of the van", text: text, headers: ["References: #{first}"]) }
    answer["In the tray."]
    visit "/find?text=keys+van"
    click_link(text: "Re: Keys of the van", match: :first)
    within("section[aria-label=Conversation]") do
      assert_text "2 messages in this thread"
      assert_selector("a", text: "Iveta Kalnina", count: 2)
      find("a[aria-current]", text: "Re: Keys of the van")
      click_link(text: /\AIveta Kalnina\s*Keys of the van/)
    end
    assert_selector("aside h1", text: /\AKeys of the van/)
    go("09:30") # inside a window, where mail of this sender would wait
    press("o")
    assert_text "You follow this conversation"
    front
    answer["It is on its hook now."]
    click_link(text: /on its hook now/)
    assert_text "Straight in, followed"
    press("s")
    assert_text "This conversation is muted"
    assert_no_link(text: /on its hook now/)
    click_button "Undo"
    assert_button(text: /\AFollowed/)
    visit "/views"
    click_button "Others …"
    find("[role=menuitem]", text: "Followed and muted").click
    assert_text(/Followed Re: Keys of the van\s*3 messages/)
    click_button "No longer: Re: Keys of the van"
    assert_selector("h1", text: "No conversation is followed or muted.")
    click_link "All mail"
    find("[role=combobox]", text: "nothing").click
    find("[role=option]", text: "thread").click
    assert_button(text: /\AKeys of the van\s*3/)
  end

  def test_a_view_calls_for_being_gone_through_and_marks_what_is_new
    go("08:50")
    front
    visit "/views"
    click_link "I wait for an answer"
    click_link "Change"
    assert_selector("[role=group][aria-label='Time of the review']", text: /09:\s*00/)
    click_button "Add a review time"
    give_moment all("[role=group][aria-label='Time of the review']").last, "1600"
    click_button "Save view"
    assert_text "Not gone through yet. Calls next 09:00."
    click_button "Dismiss" # else the call waits until the notice with its undo is gone
    go("09:01")
    assert_text(/Time to go through “I wait for an answer”: \w+ messages\./)
    click_link "Front"
    assert_text "Time to go through “I wait for an answer”"
    first(:link, "Go through it").click
    assert_link(text: /I wait for an answer\s*due/)
    press("g")
    assert_text "Last gone through 09:01; nothing new since. Calls next 16:00."
    assert_no_link(text: /due/)
    click_link "All mail"
    click_button(text: /\AGone through/)
    assert_text "Last gone through 09:01"
    go("09:20")
    deliver(subject: "Held at the border")
    assert_text "Last gone through 09:01; 1 new since."
    assert_selector("a[data-row]", text: /new.*Held at the border/m)
  end

  def test_hints_while_finding_and_tidying_all_that_is_found
    front
    fill_in "Find in all mail", with: "loan yest"
    click_button(text: "arrived Yesterday")
    assert_text(/Heard as a condition: it arrived on 2027-03-08 and anything in it mentions all of “loan\*”/)
    fill_in "Find in all mail", with: "cour"
    click_button(text: "labelled Couriers")
    assert_text "Heard as a condition: its label is Couriers."
    many = find("h1", text: "found").text[/\A[\w,]+/]
    click_button "Tidy …"
    within("section[aria-label=Tidy]") do
      assert_text(/None of the \d+ that the search finds: all are so already/)
      find("[role=combobox]", text: "Clear").click
    end
    find("[role=option]", text: "Put off, and bring back").click
    within("section[aria-label=Tidy]") { click_button(text: /\APut off, and bring back: \d+ messages/) }
    assert_text(/Put off \d+ messages until/)
    click_button "Undo"
    assert_selector("h1", text: "#{many} messages found.")
  end

  def test_discarded_mail_is_emptied_only_when_asked_and_one_that_is_missed_is_explained
    visit "/find?text=%22Purchase+order+2207%22"
    click_button "Tidy …"
    within("section[aria-label=Tidy]") { find("[role=combobox]", text: "Clear").click }
    find("[role=option]", text: "Discard").click
    within("section[aria-label=Tidy]") { click_button(text: /\ADiscard: 1 message/) }
    assert_text "can be recovered"
    visit "/views"
    click_link "All mail"
    click_button "More …"
    find("[role=menuitem]", text: "Why is one not here?").click
    fill_in "Words of the message", with: "purchase 2207"
    click_button(text: /Purchase order 2207/)
    assert_text "It is not here: it was discarded."
    click_button "Others …"
    find("[role=menuitem]", text: "Discarded mail").click
    assert_text "Discarded mail stays until you empty it."
    click_button "Keep it so"
    assert_text "Discarded mail is removed from Up Front after 90 days."
    click_button "Empty: one discarded message"
    within("[role=alertdialog]") { click_button "Remove for good" }
    assert_text "Removed one discarded message from Up Front for good."
    assert_text "Nothing is discarded."
  end
end
