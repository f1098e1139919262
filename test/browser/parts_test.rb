# frozen_string_literal: true

require_relative "../support/browser_helper"

# The page is loaded in parts. One that is gone, after an update, loads the page anew instead of leaving it blank.
class PartsTest < Minitest::Test
  include BrowserHelper

  def blocked(*urls) = page.driver.browser.execute_cdp("Network.setBlockedURLs", urls: urls)

  def setup
    super
    page.driver.browser.execute_cdp("Network.enable")
  end

  def teardown
    blocked
    page.driver.browser.execute_cdp("Network.disable")
    super
  end

  def test_a_part_that_is_gone_is_told_and_comes_back
    blocked("*WeekScreen*")
    front
    page.execute_script("window.before = true")
    click_link "Week"
    assert_selector("[role=alert] h1", text: "This screen could not be shown.")
    refute page.evaluate_script("Boolean(window.before)"), "the page was not loaded anew"
    click_link "Held"
    assert_selector("h1", text: "wait")
    click_link "Week"
    assert_selector("[role=alert] h1", text: "This screen could not be shown.")
    assert_accessible
    blocked
    click_button "Load the page anew"
    assert_selector("h1", text: "Your week")
  end

  MOST_AT_FIRST = 350_000 # bytes of scripts, before they are compressed

  # What the page itself names, and what that names in turn; each screen and each panel comes with its own part.
  def test_the_first_load_is_small
    built = File.join(UpFront::ROOT, "public")
    named = File.read(File.join(built, "index.html")).scan(%r{(?:src|href)="/(assets/[^"]+\.js)"}).flatten.uniq
    refute_empty named
    assert_operator named.sum { File.size(File.join(built, _1)) }, :<=, MOST_AT_FIRST
    front
    scripts = page.evaluate_script("performance.getEntriesByType('resource').map(({name}) => name).filter((name) => name.endsWith('.js'))")
    assert_operator scripts.size, :>, named.size, "the Front is a part of its own"
  end

  def test_the_other_screens_are_at_hand_when_the_server_is_gone
    front
    assert_seen(true) { page.evaluate_script("performance.getEntriesByType('resource').some(({name}) => name.includes('MailInScreens'))") }
    @server.stop
    click_link "Week"
    assert_text "server is not answering"
    assert_no_selector("[role=alert] h1")
  end
end
