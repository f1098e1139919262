# frozen_string_literal: true

require_relative "../support/stand_in_helper"

# What rules and away notices send: to whom it may, once, never in a circle, and no more than the brake lets; read back from what the post
# office has received.
class SendingByRulesTest < Minitest::Test
  include StandInHelper

  BO = "bo@far.example"
  THANKS = {"name" => "Thanks", "text" => "Dear {first_name},\nthank you for “{subject}”. {me}"}.freeze

  def setup
    super
    set_up(templates: [THANKS], forward_to: [BO], rules: [
      rule("On", when: leaf("subject", "mentions", ["crate"]), then: {"forward" => [BO], "labels" => ["Loans"]}),
      rule("Ack", when: leaf("subject", "mentions", ["loan"]), then: {"reply" => "Thanks"})
    ])
    sends_by
    Desk::SaveMailServer.new(clock).wait(0)
  end

  def set_up(**given)
    given = document(**given)
    Desk::SetUp.new(clock).call(given["owner"], plan: given["plan"], accounts: [{"name" => "Work", "addresses" => [ME]}],
      rest: given.slice("groups", "labels", "inks", "templates", "rules", "forward_to"))
  end

  def prove(address = BO) = Store::ProvedAddress.create!(address: address, asked_at: clock.now, proved_at: clock.now)

  def run_it
    Desk::SendByRules.new(clock).call
    go_out
  end

  def arrive(from: "Ana Ferro <ana@casadomar.example>", to: ME, **more)
    take(from: from, to: to, **more).tap { run_it }
  end

  def left_out(message) = Store::SendingOrder.where(message_id: message.id).order(:id).last.left_out

  def test_an_address_is_proved_by_a_code
    assert_match(/bo@far.example is not proved yet/, left_out(arrive(subject: "A crate")))
    assert_empty files_of(BO)
    Store::ProvedAddress.delete_all
    Store::Setting[Desk::ProveAddress::OWN_ADDRESS] = "http://127.0.0.1:4567"
    Desk::ProveAddress.new(clock).ask("New@far.example")
    go_out
    code = come_to("New@far.example").first.body.decoded[/The code is (\w+)\./, 1]
    assert_includes Core::Flowed.decode(come_to("New@far.example").first.body.decoded),
      "http://127.0.0.1:4567/mail-in/away?address=New%40far.example&code=#{code}"
    assert_raises(Desk::Act::Impossible) { Desk::ProveAddress.new(clock).enter("new@far.example", "WRONG") }
    assert_raises(Desk::Act::Impossible) { Desk::ProveAddress.new(clock).ask("new@far.example") }
    Desk::ProveAddress.new(clock).enter("new@FAR.example", code.downcase)
    assert_empty Store::ProvedAddress.lacking(["NEW@far.example"])
    assert_includes Store::CurrentRulebook.document["forward_to"], "New@far.example"
    Desk::ProveAddress.new(clock).remove("new@far.example")
    refute_empty Store::ProvedAddress.lacking(["new@far.example"])
    assert_raises(Desk::Act::Impossible) { Desk::ProveAddress.new(clock).remove(BO) } # a rule names it
  end

  def test_codes_cannot_be_guessed
    Desk::ProveAddress.new(clock).ask(BO)
    6.times { assert_raises(Desk::Act::Impossible) { Desk::ProveAddress.new(clock).enter(BO, "AAAAAAAA") } }
    go_out
    code = come_to(BO).first.body.decoded[/The code is (\w+)\./, 1]
    assert_raises(Desk::Act::Impossible) { Desk::ProveAddress.new(clock).enter(BO, code) }
    refute_empty Store::ProvedAddress.lacking([BO])
  end

  def test_a_message_is_forwarded_as_it_came
    prove
    message = arrive(subject: "A crate", text: "Heavy é")
    letter = come_to(BO).first
    assert_equal ["Fwd: A crate", [ME], 1], [letter.subject, letter.from, letter.attachments.size]
    assert_equal message.raw.gsub("\r\n", "\n").strip, letter.attachments.first.body.decoded.b.gsub("\r\n", "\n").strip
    assert_equal ME, letter.header["Up-Front-Forwarded"].value
    row = Store::Outgoing.last
    assert_equal ["Forwarded by the rule “On”.", "sent", message.id], [row.why, row.state, row.message_id]
    run_it
    assert_equal 1, files_of(BO).size
    take(subject: "An old crate", date: clock.now - 9 * 86_400).tap { run_it }
    take(subject: "A crate of my own", mailbox: "Sent").tap { run_it }
    assert_equal 1, files_of(BO).size, "history, and what is in Sent, is not forwarded"
  end

  def test_a_message_is_forwarded_as_text_where_the_rule_says_so
    prove
    inline = rule("On", when: leaf("subject", "mentions", ["crate"]), then: {"forward" => [BO], "forward_inline" => true})
    Desk::SaveRule.new(clock).call(inline, id: Store::Rule.in_order.first.id)
    made = Mail.new(from: "ana@casadomar.example", to: ME, subject: "A crate", body: "Heavy", date: clock.now)
    made.attachments["list.txt"] = "one"
    Desk::TakeIn.new(clock).call(Post::Letter.new(made.to_s), account: account)
    run_it
    letter = come_to(BO).first
    assert_match(/---- Handed on ----\r?\nFrom: ana@casadomar.example/, letter.text_part.decoded)
    assert_equal [["list.txt", "one"]], letter.attachments.map { [_1.filename, _1.decoded.strip] }
    assert_equal ME, letter.header["Up-Front-Forwarded"].value
  end

  # One that is too large, or whose sender has an address to which nothing can go, keeps no other from going.
  def test_what_cannot_be_written_is_left_out_and_stops_nothing
    prove
    large = take(subject: "A large crate", text: "x" * 26_000_000)
    odd = take(subject: "A loan", from: "\"a b\"@far.example")
    last = take(subject: "A crate")
    run_it
    assert_match(/it cannot be sent on: It is larger than 25 MB/, left_out(large))
    refute_nil left_out(odd)
    assert_nil left_out(last)
    assert_equal ["Fwd: A crate"], come_to(BO).map(&:subject)
    assert_empty Store::SendingOrder.open.to_a
  end

  # What another program forwards back, with or without our mark.
  def test_never_in_a_circle
    prove
    arrive(subject: "A crate")
    back = come_to(BO).first
    returned = ["From: #{BO}", "To: #{ME}", "Subject: Fwd: crate", "Message-ID: <back@far.example>", "Date: #{clock.now.rfc2822}",
      "Up-Front-Forwarded: #{back.header["Up-Front-Forwarded"].value}, #{BO}", "", "Again", ""].join("\n")
    id = Desk::TakeIn.new(clock).call(Post::Letter.new(returned), account: account).id
    run_it
    assert_equal "it has been forwarded from here before", left_out(Store::Message.find(id))
    many = Array.new(31) { "Received: from a by b; #{clock.now.rfc2822}" }
    assert_equal "it has gone through too many hosts", left_out(arrive(subject: "crate hops", headers: many))
    assert_equal 1, files_of(BO).size
  end

  # Each forwards all that it gets to the other: what came goes once to the other, and no further, whichever it came to.
  def test_two_mailboxes_that_forward_to_each_other
    desk = Store::Account.create!(name: "Desk", addresses: [DESK])
    Desk::SaveMailServer.new(clock).call(desk.id, server)
    [ME, DESK].each { prove(_1) }
    Store::CurrentRulebook.put(Store::CurrentRulebook.document.merge("forward_to" => [ME, DESK]))
    Store::CurrentRulebook.turn
    {"Work" => DESK, "Desk" => ME}.each do |name, other|
      on = rule("#{name} on", when: leaf("account", "is", [name]), then: {"forward" => [other]})
      Desk::SaveRule.new(clock).call(on)
    end
    arrive(subject: "Round and round")
    4.times { let_in_what_came(ME => account, DESK => desk) }
    assert_equal [0, 1], [ME, DESK].map { files_of(_1).size }
    assert_match(/forwarded from here before/, left_out(Store::Message.where(account: desk).last))
  end

  DESK = "exhibitions@lanternquay.example"

  def let_in_what_came(accounts)
    accounts.each do |address, account|
      files_of(address).each { Desk::TakeIn.new(clock).call(Post::Letter.new(File.binread(_1)), account: account) }
    end
    run_it
  end

  def test_a_rule_answers_a_person_once_in_seven_days
    arrive(subject: "A loan", id: "<a@casadomar.example>")
    letter = come_to("ana@casadomar.example").first
    assert_equal ["Re: A loan", "auto-replied", "a@casadomar.example"],
      [letter.subject, letter.header["Auto-Submitted"].value, letter.in_reply_to]
    assert_equal "Dear Ana,\nthank you for “A loan”. Wren", letter.body.decoded.force_encoding("UTF-8").gsub("\r\n", "\n").strip
    assert_match(/\AReturn-Path: <>/, File.read(files_of("ana@casadomar.example").first), "nothing answers it")
    assert_match(/they had one within seven days/, left_out(arrive(subject: "Another loan")))
    later(8 * 86_400)
    arrive(subject: "A third loan")
    assert_equal 2, files_of("ana@casadomar.example").size
    assert_match(/\{first_name\} has no value here/, left_out(arrive(subject: "Loan", from: "x9@far.example")))
  end

  # RFC 3834, section 2.
  NEVER = {
    "a list" => {headers: ["List-Id: <l.far.example>"]}, "what a list posts" => {headers: ["List-Post: <mailto:l@far.example>"]},
    "a newsletter" => {headers: ["List-Unsubscribe: <mailto:u@far.example>"]}, "bulk" => {headers: ["Precedence: bulk"]},
    "an automatic message" => {headers: ["Auto-Submitted: auto-generated"]},
    "another's answer" => {headers: ["Auto-Submitted: auto-replied"]},
    "what asks for none" => {headers: ["X-Auto-Response-Suppress: All"]}, "a bounce" => {headers: ["Return-Path: <>"]},
    "no-reply" => {from: "no-reply@far.example"}, "a daemon" => {from: "MAILER-DAEMON@far.example"},
    "a request" => {from: "l-request@far.example"},
    "myself" => {from: ME}, "where I am not named" => {to: "others@far.example"}
  }.freeze

  NEVER.each do |name, given|
    define_method(:"test_never_answers_#{name.tr(" -'", "_")}") do
      message = arrive(subject: "A loan", **given)
      refute_nil left_out(message)
      assert_empty Store::Outgoing.where(kind: "reply").to_a
    end
  end

  def away(**more)
    Desk::GiveAway.new(clock).call({"until" => clock.now + 3 * 86_400, "outside" => "Away until Friday.",
      "inside" => "Back on Friday, {first_name}.",
      **more.transform_keys(&:to_s)})
  end

  def test_an_away_notice_goes_to_each_once_until_it_ends
    away(except: ["@casadomar.example"])
    arrive(from: "Bo Lund <#{BO}>", subject: "Hello")
    arrive(from: "Bo Lund <#{BO}>", subject: "Hello again")
    arrive(from: "Helena <helena@lanternquay.example>", subject: "Inside")
    assert_equal "you left them out", left_out(arrive(subject: "Out"))
    assert_equal ["Auto: Hello", "Away until Friday."], come_to(BO).first.then { [_1.subject, _1.body.decoded.strip] }
    assert_equal [1, "Back on Friday, Helena."], come_to("helena@lanternquay.example").then { [_1.size, _1.first.body.decoded.strip] }
    assert_equal 1, files_of(BO).size
    later(4 * 86_400)
    arrive(from: "cy@far.example", subject: "Late")
    assert_empty files_of("cy@far.example")
    assert_raises(Desk::Act::Impossible) { away(until: clock.now - 1) }
  end

  # Where one wishes, mail is held until the return; then it is told once what came.
  def test_mail_is_held_while_away_and_told_of_on_the_return
    away(hold: "all")
    urgent = take(subject: "Hello", date: clock.now)
    run_it
    assert_includes held, urgent.id
    back = Store::State.find_by(message_id: urgent.id).surface_at.to_time
    assert_operator back, :>=, clock.now + 3 * 86_400
    Desk::GiveAway.new(clock).over
    assert_equal 0, Store::Event.where(kind: "away").count { _1.payload["message"] }
    later(3 * 86_400 + 60)
    2.times { Desk::GiveAway.new(clock).over }
    assert_equal ["You are back: one message came while you were away; the notice went to one person."],
      Store::Event.where(kind: "away").filter_map { _1.payload["message"] }
  end

  # Once a day, and with the return.
  def test_mail_comes_once_a_day_while_away
    away(hold: "daily", round: "11:00")
    comes = ->(message) { Store::State.find_by(message_id: message.id).surface_at.getutc }
    assert_equal at("11:00"), comes.call(take(subject: "Hello", date: at("09:10")))
    later(2 * 3_600)
    assert_equal at("11:00", "2027-03-10"), comes.call(take(subject: "Later", date: clock.now))
    later(2 * 86_400)
    assert_equal at("09:14", "2027-03-12"), comes.call(take(subject: "Last", date: clock.now))
    Desk::GiveAway.new(clock).end_now
    assert_empty Store::HeadsDown.where("ends_at > ?", clock.now).to_a
  end

  def test_who_ends_the_notice_has_their_mail_at_once
    away(hold: "all")
    id = take(subject: "Hello", date: clock.now).id
    later(3_600)
    assert_match(/\AYou are back: one message came/, Desk::GiveAway.new(clock).end_now.message)
    refute Store::HeadsDown.running(clock.now).exists?
    later(4 * 3_600)
    refute_includes held, id
    assert_raises(Desk::Act::Impossible) { Desk::GiveAway.new(clock).end_now }
  end

  def test_an_away_notice_is_tried_on_the_last_days
    3.times { |n| take(from: "P#{n} <p#{n}@far.example>", to: ME, subject: "Hello") }
    take(from: "P0 <p0@far.example>", to: ME, subject: "Hello")
    take(from: "no-reply@far.example", to: ME)
    notice = Desk::Away.read({"until" => clock.now + 60, "outside" => "x"}, clock.now)
    people = Desk::Away.would_have_had(notice, Store::CurrentRulebook.rulebook, clock.now)
    assert_equal %w[p0@far.example p1@far.example p2@far.example], people.map(&:email)
    inside = notice.merge("whom" => "organisation")
    assert_empty Desk::Away.would_have_had(inside, Store::CurrentRulebook.rulebook, clock.now)
    assert_equal 0, Store::Outgoing.count
  end

  def test_the_brake_holds_what_is_too_much_and_asks_once
    prove
    Store::Setting[Desk::Brake::KEY] = {"hour" => 2, "day" => 3}
    4.times { arrive(subject: "Crate #{_1}") }
    assert_equal [2, %w[sent sent asks asks]], [files_of(BO).size, Store::Outgoing.order(:id).pluck(:state)]
    assert_equal 1, Store::Event.where(kind: "outbox").count { _1.payload["name"] == "brake" }
    Desk::ChangeOutgoing.new(clock).now!(Store::Outgoing.find_by(state: "asks").id)
    go_out
    assert_equal 3, files_of(BO).size
    Desk::ChangeOutgoing.new(clock).take_back(Store::Outgoing.find_by(state: "asks").id)
    later(3_700)
    arrive(subject: "Crate 9")
    assert_equal "asks", Store::Outgoing.last.state, "three in a day"
  end

  def test_a_rule_that_is_refused_again_and_again_sends_no_more
    prove
    rules(BO => {"refuse" => "550 5.7.1 No"})
    3.times { arrive(subject: "Crate #{_1}") }
    id = Store::Rule.in_order.first.id
    assert_equal [id], Desk::StoppedRules.ids
    assert_match(/refused three times/, left_out(arrive(subject: "Crate 9")))
    found = Desk::CheckUp.of(Store::CurrentRulebook.rulebook, clock.now).found.map { _1.finding.kind }
    assert_includes found, "sending_stopped"
    rules({})
    Desk::StoppedRules.new(clock).let(id)
    arrive(subject: "Crate 10")
    assert_equal 1, files_of(BO).size
  end

  # Nothing goes by applying, trying, replaying or undoing.
  def test_nothing_else_sends
    prove
    message = take(subject: "A loan and a crate", date: at("08:30"))
    before = Store::SendingOrder.count
    flagged = rule("On", when: leaf("subject", "mentions", ["crate"]),
      then: {"forward" => [BO], "reply" => "Thanks", "labels" => ["Border"]})
    done = Desk::SaveRule.new(clock).call(flagged, id: Store::Rule.in_order.first.id)
    act = Desk::ApplyRule.new(clock, Store::Rule.in_order.first.id)
    applied = Desk::DoLarge.new(clock).begin("apply", act.kept, act.changing_ids)
    [applied, done].each { Desk::Undo.new(clock).call(_1.undo_id) }
    Web::Pages::TryRule.new(Store::Rule.in_order.first.body, Store::CurrentRulebook.rulebook, clock.now, days: 30, message: message.id).to_h
    Desk::DecideAnew.new(clock).call
    assert_equal [before, 0], [Store::SendingOrder.count, Store::Outgoing.count]
  end
end
