# frozen_string_literal: true

require_relative "../support/browser_helper"
require_relative "../support/tls_server"

# From the next room: over TLS, signed in.
class SignInTest < Minitest::Test
  include BrowserHelper

  PASSPHRASE = "the heron drinks black tea"

  def setup
    BrowserHelper.lay_anew
    clock.set(rate: 0.0, shown: Demo::Scenario.new.opens)
    TLSServer.passphrase(WORLD.database, PASSPHRASE)
    @server = TLSServer.new(WORLD.database, "--clock", WORLD.clock_file, "--script", WORLD.script, nursery: Nursery.here).start
    Capybara.app_host = @server.url
  end

  def sign_in(text = PASSPHRASE)
    fill_in "Passphrase", with: text
    click_button "Sign in"
  end

  def test_one_signs_in_sees_who_else_is_and_out_again
    visit "/held"
    assert_selector "h1", text: "Sign in"
    assert_selector ":focus[type=password]"
    assert_no_text "Wren"
    assert_accessible
    sign_in "not this one at all"
    assert_selector "[role=alert]", text: "That is not the passphrase."
    sign_in
    assert_selector "h1", text: /held|wait/i
    @server.sign_in(PASSPHRASE)
    visit "/mail-in/signed-in"
    assert_selector "h1", text: "Two browsers are signed in."
    assert_text "this one"
    assert_accessible
    click_button "Sign all others out"
    assert_selector "h1", text: "One browser is signed in."
    click_button "Sign out"
    assert_selector "h1", text: "Sign in"
    page.go_back
    assert_no_text "Wren"
    Browser.width(page, 390)
    assert_equal 390, page.evaluate_script("document.documentElement.scrollWidth")
  end

  def test_what_is_signed_out_elsewhere_asks_anew_and_new_mail_comes_over_tls
    visit "/front"
    sign_in
    assert_selector "main"
    assert_selector "h1"
    deliver(subject: "Border trouble over TLS")
    assert_text "Border trouble over TLS"
    @server.end_all(WORLD.database)
    assert_selector "h1", text: "Sign in"
    sign_in
    assert_text "Border trouble over TLS"
  end

  CONTROLLED = "navigator.serviceWorker.ready.then(() => arguments[0](true))"

  def test_out_of_reach_it_shows_what_was_seen_last_and_comes_back_by_itself
    visit "/front"
    sign_in
    assert_selector "h1"
    assert page.evaluate_async_script(CONTROLLED)
    deliver(subject: "Border trouble before the tunnel")
    visit "/front" # through what keeps it
    assert_text "Border trouble before the tunnel"
    assert_selector "[aria-label=\"The day\"], nav"
    @server.stop
    visit "/front"
    assert_text "Out of reach: this is what you saw last"
    assert_text "Border trouble before the tunnel"
    assert_accessible
    @server.start
    assert_no_text "Out of reach"
    assert_text "Border trouble before the tunnel"
    visit "/mail-in/signed-in"
    click_button "Sign out"
    assert_selector "h1", text: "Sign in"
    kept = page.evaluate_async_script("caches.keys().then(async (names) => { let all = 0; for (const name of names) " \
      "all += (await (await caches.open(name)).keys()).filter(({url}) => url.includes('/api/')).length; arguments[0](all) })")
    assert_equal 0, kept, "what was seen is gone with signing out"
  end

  def test_it_can_be_put_on_a_phones_first_page
    visit "/front"
    manifest = JSON.parse(page.evaluate_async_script("fetch(document.querySelector('link[rel=manifest]').href).then(async (a) => " \
      "arguments[0](await a.text()))"))
    assert_equal ["Up Front", "standalone", "/front"], manifest.values_at("name", "display", "start_url")
    sizes = manifest["icons"].map do |icon|
      page.evaluate_async_script("const i = new Image(); i.onload = () => arguments[1](i.naturalWidth + 'x' + i.naturalHeight); " \
        "i.src = arguments[0]", icon["src"])
    end
    assert_equal manifest["icons"].map { _1["sizes"] }, sizes
  end
end
