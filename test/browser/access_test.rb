# frozen_string_literal: true

require_relative "../support/browser_helper"

# axe finds no serious fault on any screen, light or dark, wide or narrow, and a narrow screen can be used.
class AccessTest < Minitest::Test
  include BrowserHelper

  def setup
    super
    go("08:00")
  end

  def test_the_mail
    visit "/front"
    open_message("Purchase order 2207 approved")
    click_button(text: /Make a rule/)
    assert_text(/Matches \d+/)
    assert_accessible
    visit "/held"
    assert_selector("h1", text: "wait")
    assert_accessible
    visit "/mail-in"
    assert_selector("h1", text: "Two folders are read")
    assert_accessible
  end

  def test_the_week
    visit "/week"
    assert_selector("h1", text: "Your week")
    assert_selector("[aria-label^='Window ']", minimum: 1)
    assert_accessible
    press("h")
    assert_selector("[role=dialog]", text: "Heads-down, until")
    assert_accessible
  end

  # One that calls for being gone through, with a conversation beside it, tidied and asked why one is not in it.
  def test_a_view
    go("09:01")
    visit "/views/2"
    assert_text "Called for being gone through at 09:00."
    first("a[data-row]").click
    assert_selector("section[aria-label=Conversation]")
    assert_accessible
    visit "/views/2"
    click_button "Tidy …"
    assert_text "that the view holds"
    assert_accessible
    click_button "More …"
    find("[role=menuitem]", text: "Why is one not here?").click
    fill_in "Words of the message", with: "purchase"
    assert_selector("[aria-label='Why is one not here'] li button", minimum: 1)
    assert_accessible
  end

  def test_every_other_page
    {"alerts" => "Nothing that alerts is lost", "alerts/loud" => "opened within 5 min", "alerts/settings" => "The three loudnesses",
     "inks/Copper" => "wear the ink Copper", "views" => "Loans, unread",
     "views/followed" => "No conversation is followed or muted.", "views/new" => "Nothing is moved", "views/2/edit" => "calls on",
     "find?text=crate" => "messages found", "views/discarded" => "until you empty it", "mail-in/me" => "Time zone",
     "outbox" => "Nothing waits to go", "mail-in/out" => "By which server", "mail-in/away" => "What goes out by itself",
     "senders" => "Store-room monitor", "senders/away" => "Nobody is kept away", "senders/asked" => "Nobody was asked",
     "senders/contacts" => "whom rules mean", "today" => "to do today", "today/awaited" => "awaited", "today/routines" => "Read it tonight",
     "report" => "In figures", "rules/inks" => "messages wear it"}
      .each do |path, words|
      visit "/#{path}"
      assert_text words
      assert_accessible
    end
    click_button "Change the ink Tide"
    assert_selector("[role=group][aria-label='In the dark scheme'] em", match: :first)
    assert_accessible
  end

  def test_the_rules
    visit "/rules"
    assert_selector("h1", text: "rules are read")
    assert_accessible
    click_button "Edit Border trouble comes at once"
    assert_text "claims are different because of it"
    assert_accessible
    {"begin" => "Let these people in", "people" => "Couriers", "carry" => "Choose a file",
     "../done" => "the way back"}.each do |path, words|
      visit File.expand_path("/rules/#{path}")
      assert_text words
      assert_accessible
    end
  end

  def test_a_message_takes_all_of_a_narrow_page
    Browser.width(page, *NARROW)
    visit "/front"
    open_message("Purchase order 2207 approved")
    click_button "Back"
    assert_selector("h1", text: /need/)
  end

  private

  NARROW = [390, 844].freeze

  # As wide as a screen, then as wide as a phone, where nothing goes beyond the edge.
  def assert_accessible
    super
    Browser.width(page, *NARROW)
    super
    assert_operator page.evaluate_script("document.documentElement.scrollWidth"), :<=, NARROW.first, page.current_path
  ensure
    Browser.width(page, nil)
  end
end
