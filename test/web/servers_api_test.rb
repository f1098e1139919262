# frozen_string_literal: true

require_relative "../support/imap_helper"
require_relative "../support/api_helper"

# Mailboxes on servers, as the page asks for them.
class ServersAPITest < Minitest::Test
  include APIHelper
  include ImapHelper

  def setup
    super
    app # by the clock that is set by now
  end

  def try(status: 200, **more) = ask(:post, "/servers/try", access(**more), status: status)
  def server = ask(:get, "/sources")["sources"].last["server"]

  def test_trying_tells_what_is_there_and_keeps_nothing
    put("one")
    found = try
    assert_match(/Dovecot/, found["greeting"])
    assert_includes found["capabilities"], "IDLE"
    assert_equal [["INBOX", nil, 1, "front"], ["Archive", "archive", 0, "kept"], ["Drafts", "drafts", 0, "out"],
      ["Junk", "junk", 0, "out"], ["Sent", "sent", 0, "kept"], ["Trash", "trash", 0, "out"]],
      found["folders"].map { _1.values_at("shown", "use", "letters", "role") }
    assert_equal 0, Store::Source.count
  end

  FAILS = {
    {password: "wrong"} => /refuses the name or the password/,
    {port: 1} => /takes no line at port 1/,
    {host: "nowhere.invalid", security: "tls"} => /no server called nowhere.invalid/,
    {host: "192.0.2.1"} => /Without TLS others can read/,
    {security: "tls"} => /not encrypted from the first byte/,
    {ca_file: "/nowhere.pem"} => /no file/
  }.freeze

  def test_what_fails_is_told_with_what_to_do
    FAILS.each { |more, words| assert_match words, try(status: 422, **more)["detail"], more.inspect }
  end

  def test_a_certificate_is_trusted_by_its_fingerprint_or_by_its_authority
    tls = {security: "tls", port: imap.tls_port, host: "localhost"}
    told = try(status: 422, **tls)
    assert_match(/issuer that is not known here.*No password was sent/, told["detail"])
    found = told["errors"].first
    assert_equal "/fingerprint", found["pointer"]
    assert_equal 6, try(**tls, fingerprint: found["found"])["folders"].size
    assert_equal 6, try(**tls, ca_file: imap.ca_file)["folders"].size
    assert_match(/is for localhost, 127.0.0.1, not for 127.0.0.2/,
      try(status: 422, **tls, host: "127.0.0.2", ca_file: imap.ca_file)["detail"])
    assert_match(/another certificate than the one that you trust/, try(status: 422, **tls, fingerprint: "AA:BB")["detail"])
    assert_equal 6, try(security: "starttls", ca_file: imap.ca_file)["folders"].size
  end

  def test_a_mailbox_is_connected_changed_paused_and_its_password_shown_nowhere
    connected = ask(:post, "/servers", access(days: 30, folders: {"Archive" => "out"}))
    assert_match(/wren at 127.0.0.1 is taken in from now on. Nothing there is changed\./, connected["message"])
    assert_equal %w[front out out out kept out], server["folders"].map { _1["role"] }
    assert_equal [30, false, false], server.values_at("days", "write_back", "paused")
    assert_match(/is read already/, ask(:post, "/servers", access, status: 409)["detail"])
    id = Store::Source.last.id
    ask(:put, "/sources/#{id}/server", {"paused" => true})
    assert_match(/you paused it/, server["line"])
    assert_match(/refuses the name or the password/, ask(:put, "/sources/#{id}/server", {"password" => "wrong"}, status: 422)["detail"])
    assert_equal "swordfish", Store::ImapServer.last.password, "what does not serve is not kept"
    ask(:put, "/sources/#{id}/server", {"password" => "swordfish", "folders" => {"Archive" => "kept"}, "days" => nil})
    assert_equal %w[front kept out out kept out], server["folders"].map { _1["role"] }
    refute_includes whole_database, "swordfish"
    refute_includes Store::ImapServer.last.inspect, "swordfish"
    refute_includes ask(:get, "/sources").to_s, "swordfish"
    refute_includes ask(:put, "/sources/#{id}/server", {"password" => "swordfish" * 200}, status: 400).to_s, "swordfish"
  end

  def test_the_figure_comes_first_and_only_what_came_by_the_mailbox_alone_goes
    %w[one two].each { put(_1) }
    take(id: "<two@x>")
    connect
    read
    id = Store::Source.last.id
    assert_equal 1, ask(:get, "/sources/#{id}/only")["messages"]
    ask(:delete, "/sources/#{id}?mail=goes")
    assert_match(/being removed/, server["line"])
    nil while Desk::RemoveSource.new(clock).next
    assert_equal ["<two@x>"], Store::Message.pluck(:message_id)
    assert_equal [0, 0], [Store::Source.count, Store::ImapLetter.count]
    connect
    read
    assert_equal 2, Store::Message.count, "it may be read anew"
    ask(:delete, "/sources/#{Store::Source.last.id}")
    assert_equal 2, Store::Message.count
  end

  def test_usual_names_are_asked_whether_a_server_answers_and_nothing_more
    ports = {"tls" => imap.tls_port, "starttls" => imap.port}
    found = Desk::ConnectMailbox.new(clock).usual("wren@lanternquay.example", names: %w[nowhere.invalid localhost], ports: ports)
    assert_equal({host: "localhost", port: imap.tls_port, security: "tls"}, found)
    assert_nil Desk::ConnectMailbox.new(clock).usual("wren@lanternquay.example", names: %w[nowhere.invalid])
    assert_match(/whole address/, ask(:post, "/servers/usual", {"address" => "wren"}, status: 422)["detail"])
  end

  def test_what_has_gone_from_its_mailbox_is_marked_on_its_row_and_its_sheet
    put("one")
    connect
    read
    others { |other| other.store(1, "+FLAGS", [:Deleted]) && other.expunge }
    read
    assert(ask(:get, "/messages/#{here("one").id}").then { _1["gone"] && _1["place"].start_with?("No longer in its mailbox (INBOX of") })
    found = ask(:get, "/find?text=hello")["messages"]
    assert_equal [[here("one").id, true]], found.map { _1.values_at("id", "gone") }, "and it is found"
  end

  def test_the_page_says_when_a_copy_of_everything_was_made
    said = -> { ask(:get, "/sources")["backup"] }
    assert_match(/No backup has been made yet/, said.call["words"])
    refute said.call["late"], "there is nothing to lose yet"
    take
    assert said.call["late"]
    {3 => false, 40 => true}.each do |days, late|
      Store::Setting[Store::Backup::KEPT] = {"at" => (clock.now - days * 86_400).iso8601, "path" => "/kept/x"}
      assert_equal late, said.call["late"], said.call["words"]
      assert_equal late, said.call["words"].include?("40 days ago: make another")
    end
  end

  private

  def whole_database
    Store::Record.with_connection do |here|
      here.tables.map { |table| here.select_rows("SELECT * FROM #{here.quote_table_name(table)}").to_s }.join
    end
  end
end
