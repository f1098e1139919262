# frozen_string_literal: true

require_relative "../support/browser_helper"

# Claims that are seen and heard: taps, chimes and call-outs, the journal, inks, marked words, weight by hand.
class AlertsTest < Minitest::Test
  include BrowserHelper

  # Counts what is played and what is shown on the desktop, in all tabs together. Nothing else is changed.
  COUNTING = <<~JS
    const add = (key) => localStorage.setItem(key, String(Number(localStorage.getItem(key)) + 1));
    HTMLMediaElement.prototype.play = function () { add("plays"); localStorage.setItem("played", this.src); return Promise.resolve(); };
    const Real = window.Notification;
    window.Notification = class extends Real {
      constructor(title, options) { super(title, options); add("shown"); localStorage.setItem("told", title); }
    };
  JS

  MONITOR = "Store-room monitor <monitor@climate.lanternquay.example>"
  HELENA = "Helena Sarmento <helena.sarmento@lanternquay.example>"

  def cdp(...) = page.driver.browser.execute_cdp(...)
  def kept(key) = page.evaluate_script("localStorage.getItem('#{key}')")

  # In the window that is current; a window of its own needs it again.
  def counting = cdp("Page.addScriptToEvaluateOnNewDocument", source: COUNTING).then { front }

  def alarm(words = "humidity 63 % in store B")
    deliver(subject: "Alarm: #{words}", from: MONITOR, text: "Store B has been above the limit of 55 % humidity.")
  end

  def setup
    super
    cdp("Browser.grantPermissions", permissions: ["notifications"], origin: @server.url)
  end

  # Scripts of the browser outlive a session: each test has a browser of its own.
  def teardown
    super
    Capybara.current_session.quit
  end

  def test_a_chime_sounds_once_whatever_tabs_and_stops_of_the_server
    counting
    other = open_new_window
    within_window(other) { counting }
    deliver(subject: "Held at the border")
    within_window(other) { assert_selector("[aria-label=Alerts]", text: "On the road, Iveta Kalnina: Held at the border") }
    assert_selector("[aria-label=Alerts]", text: "On the road, Iveta Kalnina: Held at the border")
    assert_equal ["1", "1", "On the road, Iveta Kalnina: Held at the border", "granted"],
      [kept("plays"), kept("shown"), kept("told"), page.evaluate_script("Notification.permission")]
    assert kept("played").end_with?("/sounds/buoy.wav")
    @server.stop("KILL")
    assert_text "server is not answering"
    deliver(subject: "Customs want papers")
    @server.start
    assert_selector("[aria-label=Alerts]", text: "Customs want papers")
    assert_equal %w[2 2], [kept("plays"), kept("shown")]
    within("[aria-label=Alerts]") { click_button "Open", match: :first }
    assert_selector("aside h1", text: "border")
    within_window(other) { assert_no_selector("[aria-label=Alerts]", text: "Held at the border") }
    click_link "Alerts"
    within("section", text: /\AToday/) { assert_selector("li", text: "opened after less than a minute", count: 1) }
  end

  def test_a_call_out_stays_and_calls_again_until_it_is_answered
    counting
    find_link(text: "Budget: courier line").send_keys("")
    alarm
    assert_selector("[role=alertdialog] h2", text: "Alarm: humidity 63 % in store B. Ring the conservator.")
    assert_seen("Open it") { page.evaluate_script("document.activeElement.textContent") }
    assert_accessible
    press(:escape)
    press("1")
    assert_selector("[role=alertdialog]")
    click_button "Again in five minutes"
    assert_no_selector("[role=alertdialog]")
    assert_includes page.evaluate_script("document.activeElement.textContent"), "Budget: courier line"
    assert_selector("section", text: /\ANow.*calls/m)
    go("07:55")
    assert_selector("[role=alertdialog]", text: "it has called 2 times")
    visit "/week"
    assert_selector("[role=alertdialog]")
    click_button "Open it"
    assert_selector("aside h1", text: "Alarm: humidity")
    assert_selector("aside mark", text: "humidity")
    assert_equal "2", kept("plays")
  end

  def test_what_came_while_no_page_was_open_waits_in_one_panel
    front
    visit "about:blank"
    deliver(subject: "Held at the border")
    deliver(subject: "Numbers", from: HELENA)
    alarm
    @server.wait_for { @server.get("/api/alerts").to_s.scan("waits for a page to be open").size == 3 }
    go("07:53")
    visit "/front"
    within("[role=dialog]", text: "3 alerts came while no page was open") do
      assert_equal %w[Alarm On Helena], all("li b").map { _1.text[/\A\w+/] }
      click_button "Seen"
    end
    within("[role=alertdialog]") { click_button "Done" }
    assert_no_selector("[role=alertdialog]")
    assert_no_selector("[aria-label=Alerts] b")
  end

  def test_sounds_can_be_off_hushed_tried_and_brought
    counting
    visit "/alerts/settings"
    click_button "Try a tap"
    assert_selector("[aria-label=Alerts]", text: "A tap goes by itself")
    click_button "Try a call-out"
    within("[role=alertdialog]") { click_button "Done" }
    click_button "Try it on the desktop"
    assert_text "This is how an alert shows on the desktop"
    assert_equal %w[1 1], [kept("plays"), kept("shown")]
    click_button "Play Gull"
    assert kept("played").end_with?("/sounds/gull.wav")
    attach_file("A sound file", File.join(UpFront::ROOT, "frontend", "public", "sounds", "tide.wav"), visible: :all)
    assert_selector("[role=alert]", text: "There is a sound “tide” already.")
    attach_file("A sound file", wrong_file, visible: :all)
    assert_selector("[role=alert]", text: "That is no WAV, MP3, Ogg or FLAC file.")
    click_button "Add quiet hours"
    assert_selector("[role=group][aria-label='Quiet from']", text: /19:\s*00/)
    find("label", text: "alerts may sound").click
    deliver(subject: "Held at the border")
    assert_selector("[aria-label=Alerts]", text: "Held at the border")
    click_link "Journal"
    assert_selector("main li", text: "without its sound: sounds were off")
    assert_equal "2", kept("plays")
  end

  def test_a_browser_that_plays_nothing_before_a_click_says_so
    front
    deliver(subject: "Held at the border")
    assert_text "this browser plays nothing in a page before you click in it"
    find("h1").click
    assert_no_text "this browser plays nothing"
  end

  def test_how_loud_the_rules_are_and_quieter
    visit "/alerts/loud"
    assert_selector("h1", text: /Your rules alert [\d.]+ times a day./)
    click_button "Make it quieter: Border trouble comes at once"
    assert_text "“Border trouble comes at once” raises a tap from now on."
    assert_selector("tr", text: "not so loud any more")
  end

  def test_an_ink_is_made_corrected_changed_and_found
    visit "/rules/inks"
    click_button "New ink"
    within("form[aria-label='A new ink']") do
      fill_in "Name", with: "Lemon"
      choose_colour("Colour", "#ffee55")
      assert_text "In the light scheme #FFEE55 would be hard to read"
      within("[role=group][aria-label='In the dark scheme']") { assert_selector("em", minimum: 1) }
      click_button "slanted"
      click_button "Save"
    end
    assert_text "Made the ink “Lemon”."
    click_button "Change the ink Tide"
    fill_in "Name", with: "Deep water"
    click_button "Save"
    assert_text "Changed the ink “Deep water”."
    click_link "Front"
    within("[role=group][aria-label='Inks here']") { click_link "Deep water" }
    assert_selector("h1", text: /messages wear the ink Deep water./)
    first("a[data-row]").click
    assert_selector("aside h1[style*='--ink-now']")
  end

  def test_weight_by_hand_and_a_rule_of_it_only_if_asked
    go("08:00")
    front
    open_message("Purchase order 2207 approved")
    press_with(:alt, :arrow_up)
    assert_text(/Raised “[^”]+” to high priority\./)
    assert_selector("aside h1", text: "High")
    press_with(:alt, :arrow_up)
    within("section", text: /\ANow/) { assert_link(text: "Purchase order 2207 approved") }
    click_button "Always for this sender"
    assert_text "Made the rule “Finance desk: top priority”."
    press_with(:alt, :arrow_down)
    assert_text(/Lowered “[^”]+” to high priority\./)
    press("t")
    within("section[aria-label=Labels]") do
      click_button "Loans"
      assert_selector("button[aria-pressed=true]", text: "Loans")
      fill_in "A new label", with: "Money"
      click_button "Make it and put it on"
      assert_selector("button[aria-pressed=true]", text: "Money")
      click_button "Close"
    end
    within("aside h1") { assert_text(/Loans\s*Money/) }
    press("f")
    assert_text(/Flagged “[^”]+”\./)
    open_message("Lunch on Thursday")
    press("k")
    click_button "until it is cleared"
    assert_text(/Kept “[^”]+” at top until cleared\./)
    assert_selector(:xpath, "(//section[@aria-label='Came with the 08:00 round']//a[@data-row])[1]", text: "Lunch on Thursday")
  end

  def test_now_shows_as_many_as_the_person_says
    visit "/alerts/settings"
    fill_in "Messages that Now shows", with: "1"
    assert_field("Messages that Now shows", with: "1")
    front
    deliver(subject: "Held at the border")
    assert_selector("section", text: /\ANow/)
    deliver(subject: "Customs want papers")
    within("section", text: /\ANow/) do
      assert_selector("a[data-row]", count: 2) # what presses is never hidden
      assert_text "shows at most 2"
    end
    open_message("Budget: courier line")
    press("p")
    within("section[aria-label='Bring back']") do
      fill_in "Hours", with: "1"
      all(:button, "Then").last.click
    end
    assert_text(/Put off “[^”]+” until 08:50/)
    go("08:51")
    within("section", text: /\ANow/) do
      click_button "One more needs you now"
      assert_link(text: "Budget: courier line")
    end
  end

  # The browser's own dialog for colours is not the page's; this is what it says when it closes.
  def choose_colour(label, colour)
    page.execute_script("Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(arguments[0], arguments[1]); " \
      "arguments[0].dispatchEvent(new Event('input', {bubbles: true}))", find_field(label), colour)
  end

  def wrong_file = File.join(FOLDER, "song.wav").tap { File.write(_1, "<html><script>alert(1)</script>") }
end
