# frozen_string_literal: true

require_relative "../support/stand_in_helper"

# What is written goes once, can be taken back, and is told what became of it; read back from what the post office has received.
class OutgoingAPITest < Minitest::Test
  include StandInHelper

  def setup
    super
    set_up
    sends_by(signature: "Wren\nLantern Quay")
    @loan = take(subject: "Re: A loan", from: "Ana Ferro <ana@casadomar.example>", to: "#{ME}, bo@far.example",
      id: "<loan@casadomar.example>", text: "Dear Wren,\n> earlier\nplease sign.",
      headers: ["References: <first@casadomar.example>", "Cc: cy@far.example"])
  end

  def begin_draft(kind, **more) = ask(:post, "/drafts", {kind: kind, **more}, status: 201)
  def keep(draft, **body) = ask(:put, "/drafts/#{draft["id"]}", {version: draft["version"], body: body})
  def send_off(draft, **more) = ask(:post, "/drafts/#{draft["id"]}/send", {version: draft["version"], **more})
  def outbox = ask(:get, "/outbox")
  def act(id, act, **more) = ask(:post, "/outbox/#{id}/#{act}", **more)

  def write(to: ["ana@casadomar.example"], **body)
    keep(begin_draft("new"), to: to, subject: "Hello", text: "The text", **body)
  end

  def test_an_answer_goes_to_whom_it_shall_with_what_is_quoted
    draft = begin_draft("reply_all", message: @loan.id)
    body = draft["body"]
    assert_equal [["Ana Ferro <ana@casadomar.example>"], %w[bo@far.example cy@far.example], "Re: A loan"],
      body.values_at("to", "cc", "subject")
    assert_equal "\n\n09:14, Ana Ferro wrote:\n> Dear Wren,\n>> earlier\n> please sign.\n\n-- \nWren\nLantern Quay\n", body["text"]
    assert_equal [["Ana Ferro <ana@casadomar.example>"], []], begin_draft("reply", message: @loan.id)["body"].values_at("to", "cc")
    kept = keep(draft, text: "Signed.#{body["text"]}")
    done = send_off(kept, clear: true)
    assert_equal "“Re: A loan” goes in ten seconds.", done["message"]
    assert_predicate Store::State.find_by(message_id: @loan.id).cleared_at, :present?
    go_out
    assert_empty come_to("ana@casadomar.example"), "it can be taken back"
    later(11)
    go_out
    letter = come_to("ana@casadomar.example").first
    assert_equal ["loan@casadomar.example", %w[first@casadomar.example loan@casadomar.example], [ME], "Re: A loan"],
      [letter.in_reply_to, letter.references, letter.from, letter.subject]
    assert_equal %w[bo@far.example cy@far.example], letter.cc
    assert_match(/@lanternquay\.example\z/, letter.message_id)
    assert_equal [1, 1], %w[bo@far.example cy@far.example].map { come_to(_1).size }
    assert_match(/\ASigned\.\n\n09:14, Ana Ferro wrote:\n> Dear Wren,\n>> earlier/, letter.body.decoded.gsub("\r\n", "\n"))
    go_out
    assert_equal 1, files_of("ana@casadomar.example").size, "once"
  end

  # What has gone is here among the mail, and says so.
  def test_what_has_gone_is_found
    send_off(write(bcc: ["secret@far.example"]), now: true)
    go_out
    row = outbox["gone"].first
    assert_equal ["sent", "ana@casadomar.example and secret@far.example"], row.values_at("state", "to")
    mine = Store::Message.find(row["message"])
    assert_equal ["Sent", true, "Hello"], [mine.mailbox, mine.from_me, mine.subject]
    assert_equal [mine.id], ask(:get, "/find?text=Hello")["messages"].map { _1["id"] } - [@loan.id]
    letters = %w[ana@casadomar.example secret@far.example].flat_map { come_to(_1) }
    letters.each { |letter| refute_match(/secret|bcc/i, letter.to_s.gsub(/^(?:Received|Delivered-To):.*\n/, "")) }
    assert_equal 2, letters.size
    assert_empty on_front & [mine.id]
  end

  def test_it_is_taken_back_and_written_on
    draft = write
    ask(:post, "/drafts/#{draft["id"]}/send", {version: 7}, status: 409)
    done = send_off(draft)
    assert_equal [1, "waiting"], outbox["open"].then { [_1.size, _1.first["state"]] }
    ask(:get, "/drafts/#{draft["id"]}", status: 404)
    again = ask(:get, "/drafts/#{act(done["outgoing"], "take_back")["draft"]}")
    assert_equal draft["body"], again["body"]
    act(done["outgoing"], "take_back", status: 409)
    later(20)
    go_out
    assert_empty come_to("ana@casadomar.example")
    sent = send_off(again)
    ask(:post, "/undo/#{sent["undo_id"]}")
    assert_equal 1, outbox["drafts"].size, "undoing takes it back"
    sent = send_off(ask(:get, "/drafts/#{outbox["drafts"].first["id"]}"), now: true)
    go_out
    ask(:post, "/undo/#{sent["undo_id"]}", status: 409)
    assert_equal 1, come_to("ana@casadomar.example").size
  end

  def test_it_goes_from_the_address_that_is_chosen
    other = Store::Account.create!(name: "Desk", addresses: %w[exhibitions@lanternquay.example])
    draft = write(from: "Exhibitions@lanternquay.example")
    assert_equal ["Desk", [ME, "exhibitions@lanternquay.example"]], draft.values_at("account", "own")
    ask(:post, "/drafts/#{draft["id"]}/send", {version: 2}, status: 409)
    Desk::SaveMailServer.new(clock).call(other.id, server)
    send_off(draft, now: true)
    go_out
    assert_equal %w[Exhibitions@lanternquay.example], come_to("ana@casadomar.example").first.from
    take(subject: "To both", to: "exhibitions@lanternquay.example", id: "<both@b>")
    assert_equal ME, begin_draft("reply", message: Store::Message.last.id)["from"], "of the account in which it came"
  end

  def test_it_goes_at_a_moment_of_ones_own
    send_off(write, at: "2027-03-09T10:00")
    send_off(write(subject: "With the round"), next_round: true)
    assert_equal ["goes 10:00", "goes 10:30"], outbox["open"].map { _1["stands"] }
    ask(:post, "/drafts/#{write["id"]}/send", {version: 2, at: "2027-03-09T09:00"}, status: 422)
    later(46 * 60)
    go_out
    assert_equal 1, come_to("ana@casadomar.example").size
    act(outbox["open"].first["id"], "now")
    go_out
    assert_equal 2, come_to("ana@casadomar.example").size
  end

  def test_what_is_put_off_is_tried_again_and_what_is_refused_says_why
    rules("busy@far.example" => {"later" => "450 4.2.1 The mailbox is busy", "times" => 2},
      "full@far.example" => {"refuse" => "552 5.2.2 Full"})
    id = send_off(write(to: %w[busy@far.example ana@casadomar.example]), now: true)["outgoing"]
    go_out
    assert_equal [1, 0], %w[ana@casadomar.example busy@far.example].map { come_to(_1).size }
    assert_equal ["again", "is tried again 09:15"], outbox["open"].first.values_at("state", "stands")
    assert_match(/busy@far.example: Their mailbox is busy. The server said: 450 4.2.1 The mailbox is busy/,
      outbox["open"].first["told"].first)
    assert_match(/could not be handed over yet/, Store::Event.where(kind: "outbox").order(:id).last.payload["message"])
    later(61) && go_out
    later(301) && go_out
    assert_equal [1, 1, "sent"], [*%w[ana@casadomar.example busy@far.example].map { come_to(_1).size }, Store::Outgoing.find(id).state],
      "who has it does not get it again"
    send_off(write(to: %w[full@far.example]), now: true)
    go_out
    row = outbox["open"].first
    plain = "Their mailbox is full. Try it later, or ask them in another way."
    assert_equal ["refused", "full@far.example: #{plain} The server said: 552 5.2.2 Full"], [row["state"], row["told"].first]
    rules({})
    act(row["id"], "again")
    go_out
    assert_equal 1, come_to("full@far.example").size
  end

  # Who has it already does not get it again.
  def test_what_some_have_is_taken_back_for_the_others
    rules("busy@far.example" => {"later" => "450 4.2.1 The mailbox is busy"})
    id = send_off(write(to: ["Busy <busy@far.example>"], cc: ["ana@casadomar.example"]), now: true)["outgoing"]
    go_out
    back = act(id, "take_back")
    assert_match(/Ana@casadomar.example has it already\.\z/, back["message"])
    assert_equal [["busy@far.example"], []], ask(:get, "/drafts/#{back["draft"]}")["body"].values_at("to", "cc")
  end

  # What has gone is no step any more: what was done before it can be undone.
  def test_undoing_goes_on_after_something_has_gone
    Desk::Flag.new(clock).call([@loan.id])
    sent = send_off(write, now: true)
    go_out
    ask(:post, "/undo/#{sent["undo_id"]}", status: 409)
    Desk::Undo.new(clock).last
    refute Store::State.find_by(message_id: @loan.id).flagged
  end

  def test_it_is_given_up_after_two_days
    @office.stop
    id = send_off(write, now: true)["outgoing"]
    30.times { go_out && later(4 * 3_600) }
    outgoing = Store::Outgoing.find(id)
    assert_equal "refused", outgoing.state
    assert_match(/\AIt was tried for two days\. 127\.0\.0\.1, port \d+, does not answer/, outgoing.said)
    assert_includes 12..25, outgoing.tried
  end

  # After a stop in the middle: what was not under way goes; of what was, the person is asked.
  def test_after_a_stop_in_the_middle
    ids = Array.new(2) { send_off(write, now: true)["outgoing"] }
    Store::Outgoing.where(id: ids).update_all(state: "sending")
    Store::Outgoing.where(id: ids.last).update_all(handed_at: clock.now)
    go_out
    assert_equal %w[sent unsure], ids.map { Store::Outgoing.find(_1).state }
    assert_equal 1, come_to("ana@casadomar.example").size
    assert_equal [%w[again went], "One message wants your word."], [outbox["open"].first["acts"], outbox["lead"]]
    act(ids.last, "went")
    go_out
    assert_equal 1, come_to("ana@casadomar.example").size
    assert_empty outbox["open"]
  end

  # What went could not be noted, as the disk was full: it is not sent again, and the person is asked.
  def test_what_could_not_be_noted_is_asked_about
    id = send_off(write, now: true)["outgoing"]
    sending = Desk::SendDue.new(clock)
    sending.define_singleton_method(:told) { |*| raise Errno::ENOSPC }
    assert_raises(Errno::ENOSPC) { sending.call }
    sending.singleton_class.remove_method(:told)
    sending.call
    assert_equal ["unsure", 1], [Store::Outgoing.find(id).state, come_to("ana@casadomar.example").size]
  end

  def test_who_it_goes_to_is_read_as_it_is_written
    take(from: "Cy Far <cy@far.example>")
    draft = write(to: ["Cy Far", "group:Lenders", "\"Do, Bo\" <bo@far.example>"])
    send_off(draft, now: true)
    assert_equal %w[cy@far.example ana@casadomar.example bo@far.example], Store::Outgoing.last.recipients.map { _1["email"] }
    refused = ask(:post, "/drafts/#{write(to: ["nobody we know"])["id"]}/send", {version: 2}, status: 422)
    assert_match(/“nobody we know” is no address/, refused["detail"])
    refused = ask(:post, "/drafts/#{write(to: [])["id"]}/send", {version: 2}, status: 422)
    assert_equal "Say to whom it goes.", refused["detail"]
  end

  def test_contacts_are_offered_who_have_not_written_yet
    Store::CurrentRulebook.put(Store::CurrentRulebook.document.merge("contacts" => %w[New.Friend@far.example ana@casadomar.example]))
    offered = ->(typed) { ask(:get, "/completions?fact=recipients&typed=#{typed}")["values"].map { _1["value"] } }
    assert_equal [%w[new.friend@far.example], 1], [offered["new.fr"], offered["ana@casa"].count("ana@casadomar.example")]
  end

  def test_what_to_look_at_twice
    draft = write(to: ["anna@casadomar.example"], text: "Please see the attached list.\n> attached")
    assert_equal ["The text says “attached”, and no file goes with it.",
      "“anna@casadomar.example” is new, and nearly ana@casadomar.example, which you know."], draft["warnings"]
    send_file("/drafts/#{draft["id"]}/files?name=List%20of%20crates.pdf&type=application%2Fpdf", "%PDF")
    draft = ask(:get, "/drafts/#{draft["id"]}")
    assert_equal [1, ["List of crates.pdf"]], [draft["warnings"].size, draft["files"].map { _1["name"] }]
    send_off(draft, now: true)
    go_out
    assert_equal ["List of crates.pdf", "%PDF"], come_to("anna@casadomar.example").first.attachments.first.then {
      [_1.filename, _1.decoded]
    }
  end

  def test_files_go_along_when_a_message_is_handed_on
    raw = Mail.new(from: "ana@casadomar.example", to: ME, subject: "Files", body: "Here").tap { _1.attachments["a.txt"] = "one" }
    id = Desk::TakeIn.new(clock).call(Post::Letter.new(raw.to_s), account: account).id
    draft = begin_draft("forward", message: id)
    assert_equal ["Fwd: Files", ["a.txt"]], [draft["body"]["subject"], draft["files"].map { _1["name"] }]
    assert_match(/\A\n\n---- Handed on ----\nFrom: ana@casadomar.example\nDate: .*\nSubject: Files\n/, draft["body"]["text"])
    draft = keep(draft, to: ["bo@far.example"])
    ask(:delete, "/drafts/#{draft["id"]}/files/#{draft["files"].first["id"]}")
    send_off(ask(:get, "/drafts/#{draft["id"]}"), now: true)
    go_out
    assert_empty come_to("bo@far.example").first.attachments
    assert_nil come_to("bo@far.example").first.in_reply_to
  end

  def test_a_draft_is_kept_for_every_page_and_dropped_with_a_way_back
    draft = write
    ask(:put, "/drafts/#{draft["id"]}", {version: 1, body: {text: "older"}}, status: 409)
    done = ask(:delete, "/drafts/#{draft["id"]}")
    assert_empty outbox["drafts"]
    ask(:post, "/undo/#{done["undo_id"]}")
    assert_equal ["Hello"], outbox["drafts"].map { _1["title"] }
  end

  def test_the_server_is_tried_and_its_password_is_nobodys_to_read
    other = Post::StandIn.new(Post::Office.new("#{@folder}/mail"), clock, Core::Zone.new("Europe/Lisbon"), users: {"wren" => "secret"})
    other.start
    given = server(port: other.port, user: "wren", password: "secret")
    assert_includes ask(:post, "/mail-out/#{account.id}/try", given)["can"], "AUTH"
    refused = ask(:post, "/mail-out/#{account.id}/try", given.merge("password" => "wrong"), status: 422)
    assert_match(/The name or the password for sending is wrong/, refused["detail"])
    ask(:put, "/mail-out/#{account.id}", given)
    page = ask(:get, "/mail-out")["accounts"].first["server"]
    assert_equal ["127.0.0.1", true, "wren"], page.values_at("host", "password", "user")
    refute_match(/secret/, last_response.body)
    kept = Store::MailServer.first
    assert_equal "secret", kept.password
    refute_match(/secret/, kept.sealed)
    refute_match(/secret/, kept.inspect)
    ask(:put, "/mail-out/#{account.id}", given.except("password"))
    assert_equal "secret", Store::MailServer.first.password, "what is not given stays"
    ask(:put, "/mail-out/#{account.id}", given.merge("host" => "mail.far.example"), status: 422)
    assert_equal 0o600, File.stat(Store::Seal.path).mode & 0o777
    ask(:put, "/mail-out/seconds", {seconds: 0})
    assert_equal "“Hello” goes at once.", send_off(write)["message"]
    @clock = Clock::System.new
    assert_equal "“Hello” goes at once.", send_off(write, now: true)["message"], "though time goes on"
  ensure
    other&.stop
  end

  def test_without_a_server_nothing_is_sent
    Store::MailServer.delete_all
    refused = ask(:post, "/drafts/#{write["id"]}/send", {version: 2}, status: 409)
    assert_match(/Give it under Mail out/, refused["detail"])
  end
end
