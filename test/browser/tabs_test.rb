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

  # A script that runs before those of the page.
  def lay(script)
    laid = page.driver.browser.execute_cdp("Page.addScriptToEvaluateOnNewDocument", source: script)
    @laid = {identifier: laid["identifier"]}
  end

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

  # What happens while a screen is asked for the first time is not in the answer that is on its way.
  def test_what_happens_while_the_first_answer_is_under_way_is_shown
    lay(<<~JS)
      const real = window.fetch;
      const given = new Promise((resolve) => { window.release = resolve; });
      window.fetch = async (request) => {
        const answer = await real(request);
        if (new URL(request.url).pathname === "/api/held" && !window.asked) { window.asked = true; await given; }
        return answer;
      };
    JS
    front
    held = find("[aria-label$=' messages']", match: :first)["aria-label"].to_i
    click_link("Held", match: :first)
    assert_seen(true) { page.evaluate_script("window.asked === true") }
    deliver(subject: "The print shop's invoice", from: "Print shop <orders@tidemark-print.example>")
    assert_selector("[aria-label='#{held + 1} messages']") # this tab has heard of it
    page.execute_script("window.release()")
    assert_link(text: "The print shop's invoice")
  end

  # Neither events nor the beat come; the tab itself finds out, says so, and asks for what it has missed.
  def test_a_tab_that_hears_nothing_says_so_and_finds_out_by_itself
    lay(<<~JS)
      window.SharedWorker = class { constructor() { this.port = { postMessage() {}, close() {} } } };
      const real = Date.now;
      window.pass = (ms) => { Date.now = () => real() + ms; };
    JS
    front
    deliver(subject: "Truck held at the border, one")
    assert_no_link(text: "border, one", wait: 1)
    page.execute_script("window.pass(30000)")
    assert_link(text: "border, one")
  end
end
