# frozen_string_literal: true

require_relative "../support/browser_helper"

# A message is answered and goes out by a server that takes it; the answer to it comes in. Nothing goes before its moment.
class OutgoingBrowserTest < Minitest::Test
  include BrowserHelper

  HELENA = "helena.sarmento@lanternquay.example"

  def setup
    super
    rules = File.join(WORLD.folder, "post-office.json")
    File.write(rules, JSON.generate("recipients" => {
      HELENA => {"answers" => {"after" => 0, "text" => "Noted, the driver has it."}},
      "clemens@moist-and-more.example" => {"refuse" => "552 5.2.2 The mailbox is full"}
    }))
    @counter = Post::StandIn.new(Post::Office.new(WORLD.mail), clock, Demo::Scenario::ZONE, rules: rules)
    @counter.start
  end

  def teardown
    @counter.stop
    super
  end

  def give_the_server
    visit "/mail-in/out"
    within("section[aria-label=Work]") do
      fill_in "Server, such as mail.provider.example", with: "127.0.0.1"
      click_button "none, on this machine"
      fill_in "Port; 25 where it is left empty", with: @counter.port.to_s
      fill_in "Signature under what you write", with: "Wren"
      click_button "Try it"
      assert_text "The server answers, and takes mail from you."
      click_button "Save"
    end
    assert_text "Mail of “Work” goes out by 127.0.0.1."
    assert_accessible
  end

  def come_to(address) = Dir.glob("#{WORLD.mail}/#{address}/new/*").map { Mail.new(File.binread(_1)) }

  def test_an_answer_goes_out_is_taken_back_and_answered
    give_the_server
    deliver(subject: "Where is crate 9?", from: "Helena Sarmento <#{HELENA}>")
    front
    open_message("Where is crate 9?")
    press("a")
    assert_selector("[aria-label='Your answer'] [aria-label=Text]")
    assert_accessible
    find("[aria-label=Text]").send_keys("On the truck. See the attached list.")
    assert_text "Look twice: The text says “attached”, and no file goes with it."
    press_with(:control, :enter)
    within("[role=dialog]", text: "Look twice") { click_button "Send it as it is" }
    assert_text "“Re: Where is crate 9?” goes in ten seconds."
    assert_selector("nav a", text: "Outbox 1")
    press_with(:control, "z")
    assert_text(/Undone: “Re: Where is crate 9\?”/)
    click_link "Outbox"
    find("section[aria-label='Being written'] a", text: "Re: Where is crate 9?").click
    assert_field("Text", with: /On the truck\./)
    assert_accessible
    assert_empty come_to(HELENA)
    click_button "Send at …"
    find("[role=menuitem]", text: "at once").click
    within("[role=dialog]", text: "Look twice") { click_button "Send it as it is" }
    assert_selector("section[aria-label=Gone] li", text: /Re: Where is crate 9\?\s*gone/)
    letter = come_to(HELENA).first
    assert_match(/\AOn the truck\. See the attached list\..*> The text\..*-- \r?\nWren/m, letter.body.decoded)
    @counter.turn
    click_link "Front"
    open_message("Re: Where is crate 9?")
    assert_text "Noted, the driver has it."
    assert_text "3 messages in this thread"
  end

  def test_what_is_refused_says_why_and_a_new_message_is_kept_as_it_is_written
    give_the_server
    press("w")
    assert_selector("section[aria-label='A new message']")
    find("[role=group][aria-label=To] input").send_keys("clemens@moist-and-more.example", :enter)
    fill_in "Subject", with: "No, thank you"
    find("[aria-label=Text]").send_keys("We have enough crates.")
    assert_selector("section[aria-label='Being written'] li", text: "to clemens@moist-and-more.example")
    visit current_url
    assert_field("Text", with: /We have enough crates\./)
    assert_selector("button[aria-label*='take out clemens@moist-and-more.example']")
    click_button(text: /\ASend/, match: :first)
    assert_selector("section[aria-label='To go'] li", text: "No, thank you")
    click_button "Send now: No, thank you"
    assert_selector("section[aria-label='To go'] li", text: "Their mailbox is full.")
    assert_selector("h1", text: "One message wants your word.")
    assert_accessible
    click_button "Take it back: No, thank you"
    assert_field("Text", with: /We have enough crates\./)
    click_button "Drop it"
    assert_text "Dropped “No, thank you”."
  end

  # A template, an address to forward to, and the notice that one is away, on every page while it is on.
  def test_what_goes_out_by_itself
    give_the_server
    click_link "Away, templates, forwarding"
    click_button "New template"
    fill_in "Name of the template", with: "Thanks"
    fill_in "Its text", with: "Dear {first_name}, thank you. Room {room}."
    click_button "Save template"
    assert_selector("li[aria-label=Thanks]")
    fill_in "Another address to forward to", with: "bo@far.example"
    click_button "Send a code there"
    assert_selector("li[aria-label='bo@far.example']", text: "not proved yet")
    assert_seen(1) { come_to("bo@far.example").size }
    fill_in "Code of bo@far.example", with: come_to("bo@far.example").first.body.decoded[/The code is (\w+)\./, 1]
    click_button "Enter"
    assert_selector("li[aria-label='bo@far.example']", text: /(?<!not )proved/)
    fill_in "What others read", with: "I am away."
    find("[aria-label='Last day away'] input, input[aria-label='Last day away']", match: :first).send_keys("12032027")
    assert_text(/Of the last seven days .* would have had it/)
    assert_accessible
    click_button "Give the notice"
    assert_text "Your away notice goes out until"
    deliver(subject: "Hello", from: "Helena Sarmento <#{HELENA}>")
    click_link "Front"
    open_message("Hello")
    assert_text(/“Auto: Hello” to Helena Sarmento goes/)
    press("a")
    assert_selector("[aria-label='Your answer'] [aria-label=Text]")
    click_button "Template …"
    find("[role=menuitem]", text: "Thanks").click
    fill_in "room", with: "4"
    click_button "Put it in"
    assert_field("Text", with: /\ADear Helena, thank you\. Room 4\./)
    click_link "Change or end it"
    click_button "End it now"
    assert_text "You are back"
    assert_no_text "Your away notice goes out until"
  end
end
