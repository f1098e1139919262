# frozen_string_literal: true

require_relative "../support/browser_helper"

class AboutTest < Minitest::Test
  include BrowserHelper

  def test_who_one_is_is_changed_and_taken_back
    visit "/mail-in"
    click_link "About me and my accounts"
    assert_selector("h1", text: "About me and my accounts")
    assert_accessible
    fill_in "Your addresses", with: "wren@lanternquay"
    assert_text "“wren@lanternquay” is not whole"
    fill_in "Your addresses", with: "Wren <wren@lanternquay.example>, exhibitions@lanternquay.example\nana.ferro@casadomar.example"
    assert_text(/\d+ messages count as sent by you then; now \d+ do\./)
    click_button "Save"
    assert_text "Changed what is known about you."
    click_button "Undo"
    assert_field "Your addresses", with: "wren@lanternquay.example\nexhibitions@lanternquay.example"
  end
end
