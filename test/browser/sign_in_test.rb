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
end
