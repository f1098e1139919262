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

  def test_the_other_screens_are_at_hand_when_the_server_is_gone
    front
    assert_seen(true) { page.evaluate_script("performance.getEntriesByType('resource').some(({name}) => name.includes('SourcesScreen'))") }
    @server.stop
    click_link "Week"
    assert_text "server is not answering"
    assert_no_selector("[role=alert] h1")
  end
end
