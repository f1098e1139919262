# frozen_string_literal: true

require_relative "../support/browser_helper"
require_relative "../support/imap_server"

# A mailbox on a server, connected and read by a person who has nothing yet.
class MailboxTest < Minitest::Test
  include BrowserHelper

  def setup
    skip(ImapServer.missing) if ImapServer.missing
    @folder = Dir.mktmpdir
    @imap = ImapServer.new.start
    @server = Server.new(File.join(@folder, "x.sqlite3"), nursery: Nursery.here).start
    Capybara.app_host = @server.url
    owner = {name: "Wren", addresses: ["wren@lanternquay.example"], organisation: [], time_zone: "Europe/Lisbon", batch: false}
    Net::HTTP.post(URI("#{@server.url}/api/setup"), JSON.generate(owner), "content-type" => "application/json")
  end

  def teardown
    super if @server
    @imap&.remove
    FileUtils.rm_rf(@folder) if @folder
  end

  def put(subject, at: Time.now)
    text = "From: Ana Ferro <ana@casadomar.example>\r\nTo: wren@lanternquay.example\r\nSubject: #{subject}\r\nMessage-ID: " \
      "<#{subject.hash.abs}@x>\r\n\r\nText\r\n"
    @imap.other { |other| other.append("INBOX", text, [], at) }
  end

  def give(server: "localhost", port: @imap.tls_port, name: "wren", password: "swordfish")
    fill_in "Your address there", with: "wren@lanternquay.example"
    fill_in "Server, such as mail.provider.example", with: server
    fill_in "Port; 993 where it is left empty", with: port.to_s
    fill_in "Name for signing in; your address where it is left empty", with: name
    fill_in "Password", with: password
  end

  def connect
    visit "/mail-in"
    click_button "Connect a mailbox …"
    give
    click_button "Try it"
    click_button "Trust this one certificate"
    click_button "Read this mailbox"
    assert_selector("b", text: "wren at localhost")
  end

  def test_a_mailbox_is_tried_trusted_read_paused_and_left
    put("Of last month", at: Time.now - 20 * 86_400)
    visit "/mail-in"
    click_button "Connect a mailbox …"
    assert_selector(":focus[type=text]")
    give(password: "wrong")
    click_button "Try it"
    assert_selector("[role=alert]", text: "No password was sent")
    click_button "Trust this one certificate"
    assert_selector("[role=alert]", text: "refuses the name or the password")
    assert_accessible
    fill_in "Password", with: "swordfish"
    press(:enter)
    assert_text(/It answers: “Dovecot.*It tells of new mail at once/)
    assert_selector("li", text: /INBOX.*1 there/m)
    assert_accessible
    within(find("li", text: "what you threw away")) { click_button "to look things up" }
    click_button "Read this mailbox"
    assert_selector("li", text: /wren at localhost.*1 messages from it. The line to it stands/m)
    put("Just now")
    visit "/front"
    assert_link(text: "Just now")
    visit "/mail-in"
    click_button "Pause"
    assert_text("It is not read for now: you paused it.")
    click_button "Read on"
    assert_text("The line to it stands since")
    Browser.width(page, 390)
    click_button "Change …"
    assert_selector("form", text: /Trash\s*what you threw away, 0 of them here/)
    assert_equal 0, page.evaluate_script("document.documentElement.scrollWidth - innerWidth")
    assert_accessible
    find("label", text: "Mark there too what I read and flag here").click
    click_button "Save"
    assert_text("is marked there too, and nothing else")
    click_button "Stop reading wren at localhost"
    assert_selector("[role=dialog]", text: "2 messages came by this mailbox")
    assert_accessible
    click_button "Stop, and remove 2 messages from here"
    assert_text("No folder and no mailbox is read yet.")
    assert_text("0 messages are here")
  end

  def test_what_is_gone_from_its_mailbox_stays_and_says_so_and_a_lost_server_is_told
    connect
    put("Stays here")
    visit "/front"
    assert_link(text: "Stays here")
    @imap.other do |other|
      other.select("INBOX")
      other.store(1, "+FLAGS", [:Deleted])
      other.expunge
    end
    assert_selector("a", text: /Stays here.*gone from its mailbox|gone from its mailbox.*Stays here/m)
    open_message("Stays here")
    assert_text("No longer in its mailbox")
    @imap.stop
    assert_text("It is tried again by itself; what is here stays here.")
    @imap.start
    assert_no_text("It is tried again by itself; what is here stays here.")
  end
end
