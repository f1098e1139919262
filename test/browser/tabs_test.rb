# frozen_string_literal: true

require_relative "../support/browser_helper"

# Several tabs of one person: each hears what happens, whatever becomes of the others and of itself.
class TabsTest < Minitest::Test
  include BrowserHelper

  def teardown
    page.driver.browser.execute_cdp("Page.removeScriptToEvaluateOnNewDocument", **@laid) if @laid
    switch_to_window(page.windows.first)
    page.windows.drop(1).each(&:close)
    super
  end

  def state(state) = page.driver.browser.execute_cdp("Page.setWebLifecycleState", state: state)

  def tab
    open_new_window.tap { |window| within_window(window) { front } }
  end

  def test_every_tab_hears_whatever_becomes_of_the_one_that_was_first
    front
    others = [tab, tab]
    visit "/rules" # another address, loaded anew
    deliver(subject: "Truck held at the border, one")
    others.each { |window| within_window(window) { assert_link(text: "border, one") } }
    visit "/front"
    deliver(subject: "Truck held at the border, two")
    ([page.current_window] + others).each { |window| within_window(window) { assert_link(text: "border, two") } }
    others.shift.close
    deliver(subject: "Truck held at the border, three")
    ([page.current_window] + others).each { |window| within_window(window) { assert_link(text: "border, three") } }
  end

  def test_a_tab_that_comes_back_from_the_history_or_was_frozen_shows_what_came_meanwhile
    front
    visit "/api/status" # out of the application, and back to the page as it was left
    deliver(subject: "Truck held at the border, one")
    page.go_back
    assert_link(text: "border, one")
    other = tab
    state("frozen")
    within_window(other) { deliver(subject: "Truck held at the border, two") && assert_link(text: "border, two") }
    state("active")
    assert_link(text: "border, two")
  end

  # Neither events nor the beat come; the tab itself finds out, says so, and asks for what it has missed.
  def test_a_tab_that_hears_nothing_says_so_and_finds_out_by_itself
    laid = page.driver.browser.execute_cdp("Page.addScriptToEvaluateOnNewDocument", source: <<~JS)
      window.SharedWorker = class { constructor() { this.port = { postMessage() {}, close() {} } } };
      const real = Date.now;
      window.pass = (ms) => { Date.now = () => real() + ms; };
    JS
    @laid = {identifier: laid["identifier"]}
    front
    deliver(subject: "Truck held at the border, one")
    assert_no_link(text: "border, one", wait: 1)
    page.execute_script("window.pass(30000)")
    assert_link(text: "border, one")
  end
end
