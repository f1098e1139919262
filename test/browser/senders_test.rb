# frozen_string_literal: true

require_relative "../support/browser_helper"

# Who writes, and what is wanted of their mail; what mail does to the days.
class SendersBrowserTest < Minitest::Test
  include BrowserHelper

  DIARY = "Culture Diary"

  def senders(query = "") = visit("/senders#{query}").then { assert_selector("h1", text: /senders wrote/) }
  def tick(label) = find_field(label, type: "checkbox", visible: :all).click
  def open_sender(name) = find("[role=listitem] a", text: name).click.then { assert_selector("[aria-label=Sender] h2", text: name) }

  # Narrowed to newsletters that are hardly read, looked at, never again, taken back.
  def test_never_again_is_shown_done_and_taken_back
    senders
    find("[role=combobox]:has(+ input[aria-label='Kind']), [role=combobox][aria-label='Kind']").click
    find("[role=option]", text: "newsletters").click
    assert_no_selector("[role=listitem]", text: "Helena Sarmento")
    open_sender(DIARY)
    assert_text "Newsletters once a day"
    assert_accessible
    within("[aria-label=Sender]") { click_button "Never again" }
    within("[role=dialog]", text: "Never again: Culture Diary") do
      assert_text(/In the last 90 days .* messages came from them: .* With this, all would have been discarded\./)
      assert_text "the sender is listings@culture-diary.example"
      assert_accessible
      click_button "Never again"
    end
    assert_text "Messages from listings@culture-diary.example are discarded as they come from now on."
    assert_selector("[role=listitem]", text: /Culture Diary.*kept away/m)
    click_link "Kept away"
    assert_selector("tbody tr", text: /listings@culture-diary.example/)
    assert_accessible
    press_with(:control, "z")
    assert_selector("h1", text: "Nobody is kept away.")
  end

  def test_several_are_chosen_and_asked_to_stop
    lists = Post::StandInLists.new.start
    start_with_lists(lists.port)
    senders("?kinds=newsletter")
    tick "Choose #{DIARY}"
    tick "Choose Museum Floor Weekly"
    within("[aria-label='Chosen senders']") do
      assert_text "2 chosen."
      click_button "Ask to stop"
    end
    within("[role=dialog]", text: "Ask to send no more") do
      assert_selector("[aria-label='Who is told what'] li", text: "https://culture-diary.example/leave/w4R-12")
      assert_selector("[aria-label='Not asked from here'] li", text: "only by its web page, which you open yourself")
      assert_selector("a[href='https://museum-floor.example/your-letters?reader=1641'][target=_blank]", text: "Open their page")
      assert_accessible
      click_button "Ask them"
    end
    assert_text "Culture Diary is asked to send no more."
    click_link "Asked to stop"
    assert_text "To be asked"
    clock.set(shown: clock.now + 11)
    assert_text(/listings@culture-diary.example\s*Asked to stop on Tuesday 9 March; nothing has come since\./)
    assert_equal [["culture-diary.example", "/leave/w4R-12"]], lists.taken.map { [_1.host, _1.path] }
    assert_accessible
  ensure
    lists&.stop
  end

  def start_with_lists(port)
    @server.stop
    @server = Server.new(WORLD.database, "--clock", WORLD.clock_file, "--script", WORLD.script, "--lists", port.to_s, port: PORT,
      nursery: Nursery.here).start
  end

  # By keys alone: up and down through the list, chosen, opened, closed; all of them by one key.
  def test_by_keyboard
    senders
    press(:arrow_down)
    assert_selector("[role=listitem] a:focus", text: "Store-room monitor")
    press(:arrow_down, :enter)
    assert_selector("[aria-label=Sender] h2", text: "Ticket desk")
    press(:arrow_up)
    assert_selector("[aria-label=Sender] h2", text: "Store-room monitor")
    press(:space)
    assert_text "1 chosen."
    press(:escape)
    assert_no_selector("[aria-label=Sender] h2")
    press_with(:control, "a")
    assert_text(/All \d+ chosen\./)
    press("9")
    assert_selector("h1", text: "mail interrupted you")
    page.go_back
    assert_selector("h1", text: /senders wrote/)
  end

  # What is asked for stands in the address: it is there again after a reload, and after going back.
  def test_what_is_asked_for_stands_in_the_address
    senders
    fill_in "Words of the name or address", with: "culture"
    assert_selector("[role=listitem]", count: 1)
    click_button "domains"
    assert_selector("[role=listitem]", text: "culture-diary.example")
    page.refresh
    assert_selector("[role=listitem]", count: 1, text: "culture-diary.example")
    page.go_back
    assert_selector("[role=listitem]", count: 1, text: DIARY)
  end

  def test_what_mail_does_to_the_days
    visit "/report?days=7&against=before"
    assert_selector("h1", text: /\AFrom 3 March to 9 March 2027, mail interrupted you [\d.]+ times a working day/)
    within("section[aria-label='Against other days']") { assert_selector("tr", text: /Moments that interrupt, a day/) }
    assert_selector(".MuiBarChart-element", minimum: 3)
    assert_accessible
    find("summary").click
    assert_selector("tr", text: /Mon 8 Mar/)
    click_button "Choose my measure"
    tick "Moments that interrupt"
    tick "I wish at most"
    tick "Show it on the Front in the evening, from"
    assert_accessible
    click_button "Keep it"
    assert_text(/Moments that interrupt: 0 today, usually \d+ \(you wish at most 12\) — as you wish it/)
    go("16:45")
    visit "/front"
    assert_text(/Moments that interrupt: \d+ today/)
    click_link "The day"
    assert_selector("h1", text: "On 9 March 2027, mail interrupted you")
  end

  def test_narrow
    Browser.width(page, 390)
    senders
    assert_no_sideways
    open_sender(DIARY)
    assert_accessible
    visit "/report"
    assert_selector("h1", text: "mail interrupted you")
    assert_no_sideways
  end

  def assert_no_sideways
    assert_seen(true) { page.evaluate_script("document.querySelector('main').scrollWidth <= document.querySelector('main').clientWidth") }
  end
end
