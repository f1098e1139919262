# frozen_string_literal: true

require_relative "../support/api_helper"

class ViewsAPITest < Minitest::Test
  include APIHelper

  def setup
    super
    set_up(rules: [rule("Loans", when: leaf("subject", "mentions", ["loan"]),
      then: {"timing" => {"now" => true}, "labels" => ["Loans"], "priority" => "high"}), rule("Now", then: {"timing" => {"now" => true}})])
    6.times { |n| take(subject: "Loan #{n}", date: clock.now - n * 86_400, as_new: true) }
    3.times { |n| take(subject: "Lunch #{n}", from: "Marta <marta@lanternquay.example>", date: clock.now - n * 3_600) }
    take(subject: "Loan, sent", from: "wren@lanternquay.example", to: "ana@casadomar.example", mailbox: "Sent")
  end

  LOANS = {"name" => "Loans", "when" => {"all" => [{"fact" => "subject", "op" => "mentions", "value" => ["loan"]},
    {"fact" => "unread", "op" => "is", "value" => true}]}}.freeze

  def make(**more) = ask(:post, "/views", {body: LOANS.merge(more.transform_keys(&:to_s))})["id"]
  def subjects(id, query = "") = ask(:get, "/views/#{id}/messages?#{query}")["messages"].map { _1["subject"] }

  def everything
    %w[messages claims states events undo_steps firings].to_h do |table|
      [table, Store::Record.with_connection { _1.select_all("SELECT * FROM #{table}").to_a }]
    end
  end

  def test_a_view_shows_its_messages_and_says_why
    id = make(sort: {by: "subject", descending: false})
    assert_equal [6, 6, "all accounts; without discarded mail; without mail that you sent"], ask(:get, "/views/#{id}")
      .values_at("count", "unread", "looks_at")
    assert_equal (0..5).map { "Loan #{_1}" }, subjects(id)
    assert_equal ["Loan 5"], subjects(id, "offset=5")
    loan, lunch, sent = ["Loan 0", "Lunch 0", "Loan, sent"].map { Store::Message.find_by(subject: _1).id }
    why = ->(message) { ask(:get, "/views/#{id}/why?message=#{message}")["message"] }
    assert_equal "It is here: the subject mentions “Loan” and it is unread.", why[loan]
    assert_equal "It is not here: “the subject mentions “loan”” does not hold (the subject is “Lunch 0”).", why[lunch]
    assert_equal "It is not here: drafts, sent mail and what lies in Junk are left out.", why[sent]
    aside = take(subject: "Lunch", text: "About the loan.").id
    assert_equal "It is not here: “the subject mentions “loan”” does not hold (the subject is “Lunch”, though it is so of the text).",
      why[aside]
    changes = ->(message) { ask(:get, "/views/#{id}/why?message=#{message}")["changes"] }
    assert_equal [[], ["It would be here if the subject mentions “loan”."], []], [loan, lunch, sent].map { changes[_1] }
    Desk::MarkRead.new(clock).call([loan])
    assert_equal ["Loans", 5, "Mail where the subject mentions “loan” and it is unread"], ask(:get, "/views")["views"][0].then {
      [_1["body"]["name"], _1["badge"], _1["sentence"]]
    }
    with_sent = make(name: "With sent", sent: true, badge: "none", when: {all: [LOANS["when"]["all"][0]]})
    assert_equal 7, ask(:get, "/views/#{with_sent}")["count"]
  end

  def test_groups_with_counts
    everyone = {"all" => []}
    groups = ->(by) { ask(:get, "/views/#{make(name: by, when: everyone, group_by: by)}")["groups"].map { _1.values_at("title", "count") } }
    assert_equal [["Ana Ferro", 6], ["Marta", 3]], groups["sender"]
    assert_equal [["High priority", 6], ["Normal priority", 3]], groups["priority"]
    assert_equal [["Loans", 6], ["No label", 3]], groups["label"]
    assert_equal [["Tuesday 9 March", 4], ["Monday 8 March", 1]], groups["day"].first(2)
    id = make(name: "By label", when: everyone, group_by: "label")
    assert_equal 3, subjects(id, "group=").size
    assert_equal 6, subjects(id, "group=Loans").size
  end

  def test_a_view_is_tried_while_it_is_written
    tried = ->(body) { ask(:post, "/views/dry-run", {body: body}) }
    whole = tried[LOANS.merge("when" => {"all" => [LOANS["when"]["all"][0],
      {"fact" => "from", "op" => "is", "value" => ["marta@lanternquay.example"]}, {"fact" => "label", "op" => "is", "value" => []}]})]
    assert_equal [0, {"/when" => 0, "/when/all/0" => 6, "/when/all/1" => 3}, ["/when/all/2"]],
      whole.values_at("count", "counts", "unfinished")
    assert_equal [["/when/all/1"], "Nothing is in this view: without the condition marked it would hold six messages."],
      whole["empty_because"].values_at("pointers", "message")
    sent = take(from: "wren@lanternquay.example", to: "a@b.example", mailbox: "Sent", subject: "Question")
    waiting = {"name" => "W", "when" => {"all" => [{"fact" => "sent_unanswered", "op" => "is", "value" => true}]}}
    assert_equal [[], "sent", "Nothing is in this view: two messages fit, of mail that you sent: switch on “with mail that I sent”."],
      tried[waiting]["empty_because"].values_at("pointers", "switch", "message")
    assert_includes tried[waiting.merge("sent" => true)]["messages"].map { _1["id"] }, sent.id
    assert_equal [["all", 0, "any", 9]], whole["apart"].map { _1.values_at("kind", "count", "other", "other_count") }
    nothing = tried[LOANS.merge("when" => {"all" => [{"fact" => "flagged", "op" => "is", "value" => true}]})]
    assert_equal ["/when/all/0"], nothing["empty_because"]["pointers"]
    assert_equal ["/when/all/0/fact"],
      tried[LOANS.merge("when" => {"all" => [{"fact" => "nope", "op" => "is", "value" => true}]})]["faults"].map {
        _1["pointer"]
      }
  end

  def test_a_view_never_changes_a_message_and_deleting_one_changes_nothing_else
    id = make
    before = everything.except("events", "undo_steps")
    ask(:get, "/views")
    subjects(id)
    deleted = ask(:delete, "/views/#{id}")
    assert_equal "Deleted the view “Loans”. Its messages stay where they are.", deleted["message"]
    assert_equal before, everything.except("events", "undo_steps")
    ask(:post, "/undo/#{deleted["undo_id"]}")
    assert_equal 1, ask(:get, "/views")["views"].size
  end

  def test_bands_stand_on_the_front_in_their_order_and_everything_else_is_last
    loans = [LOANS["when"]["all"][0]]
    first = make(name: "Loans", when: {all: loans}, band: {limit: 2}, sort: {by: "subject", descending: true})
    make(name: "Also loans", when: {all: loans}, band: {fold_when_empty: false})
    make(name: "Nothing", when: {fact: "flagged", op: "is", value: true}, band: {})
    sections = -> { ask(:get, "/front")["sections"].map { [_1["title"], _1["count"], _1["most"]] } }
    assert_equal [["Loans", 6, 2], ["Also loans", 0, 10], ["Straight in today", 3, nil]], sections.call.first(3)
    assert_equal "Loan 5", ask(:get, "/front")["sections"][0]["messages"][0]["subject"]
    view = ask(:get, "/views")["views"].find { _1["id"] == first }
    ask(:put, "/views/#{first}", {body: view["body"].merge("band" => {"leave_out" => false, "unread_only" => true}),
      version: view["version"]})
    Desk::MarkRead.new(clock).call([Store::Message.find_by(subject: "Loan 0").id])
    assert_equal [["Loans", 5, 10], ["Also loans", 6, 10], ["Straight in today", 3, nil]], sections.call.first(3)
    ask(:post, "/views/#{first}/place", {to: 2})
    assert_equal ["Also loans", "Straight in today"], sections.call.map(&:first)[0, 2], "what is shown above is left out below"
    ask(:post, "/views", {body: LOANS.merge("name" => "x", "band" => {"limit" => 1_000})}, status: 400)
  end

  def test_views_are_checked_ordered_and_carried
    ask(:post, "/views", {body: LOANS.merge("when" => {"fact" => "label", "op" => "is", "value" => ["Nobody's"]})}, status: 422)
    first, second = make(key: 1, opens_first: true), make(name: "Second", key: 1, opens_first: true)
    ask(:post, "/views", {body: LOANS}, status: 422)
    views = ask(:get, "/views")["views"]
    assert_equal [[nil, false], [1, true]], views.map { _1["body"].values_at("key", "opens_first") }
    ask(:post, "/views/#{second}/place", {to: 0})
    assert_equal [second, first], ask(:get, "/views")["views"].map { _1["id"] }
    ask(:put, "/views/#{first}", {body: LOANS.merge("name" => "Renamed"), version: 1}, status: 409)
    file = Store::CurrentRulebook.document
    ask(:delete, "/views/#{second}")
    Desk::ImportRulebook.new(clock).call(file)
    assert_equal %w[Second Loans], ask(:get, "/views")["views"].map { _1["body"]["name"] }
    Desk::SaveThing.new(clock).call("labels", {"name" => "Borrowed", "colour" => "#112233"}, was: "Loans")
    by_label = make(name: "Labelled", when: {fact: "label", op: "is", value: ["Borrowed"]})
    assert_equal 6, ask(:get, "/views/#{by_label}")["count"]
    assert_raises(Desk::Act::Impossible) { Desk::DeleteThing.new(clock).call("labels", "Borrowed") }
  end

  def test_all_that_a_view_holds_is_tidied_in_one_step
    id = make(name: "All", when: {all: []})
    tidy = ->(status: 200, **given) { ask(:post, "/tidy", given, status: status) }
    flagged = tidy[view: id, preview: true, act: "unflag"]
    assert_equal [0, tidy[view: id, preview: true]["total"]], flagged.values_at("total", "of"), "what is so already is not counted"
    preview = tidy[view: id, preview: true, all_but_newest: true]
    assert_equal [7, 5, "Loan 1"], [preview["total"], preview["messages"].size, preview["messages"].map { _1["subject"] }.grep(/Loan/)
      .first]
    older = tidy[view: id, act: "clear", before: "2027-03-07"]
    assert_equal ["Cleared 3 messages. They stay in their mailboxes.", 3, false], older.values_at("message", "total", "running")
    assert_equal ["Loan 3", "Loan 4", "Loan 5"],
      Store::Message.where(id: Store::State.where(came: "arrived").where.not(cleared_at: nil).select(:message_id)).order(:subject)
        .pluck(:subject)
    ask(:post, "/undo/#{older["undo_id"]}")
    assert_empty Store::State.where(came: "arrived").where.not(cleared_at: nil)
    assert_equal [9, 0], [tidy[view: id, act: "discard"]["total"], ask(:get, "/views/#{id}")["count"]]
    bin = make(name: "Discarded", when: {fact: "discarded", op: "is", value: true})
    assert_equal 9, ask(:get, "/views/#{bin}")["count"]
    assert_equal "Recovered 9 messages.", tidy[view: bin, act: "recover"]["message"]
    assert_equal "Labelled 6 messages Border.", tidy[view: make, label: "Border"]["message"]
    tidy[view: bin, act: "recover", status: 409]
    tidy[view: id, act: "clear", before: "2027-02-31", status: 400]
  end

  def test_all_that_a_search_finds_is_tidied_and_put_off_too
    found = ask(:post, "/tidy", {find: {text: "loan", label: "Loans"}, act: "bring_back", until: "2027-03-12T08:00"})
    assert_equal ["Put off 6 messages until Fri 12 Mar 08:00.", 6], found.values_at("message", "total")
    assert_equal 6, Store::State.put_off(clock.now).count, "what the owner sent never came, and does not come back"
    ask(:post, "/undo/#{found["undo_id"]}")
    assert_equal [0, 0], [Store::State.put_off(clock.now).count, ask(:post, "/tidy", {find: {text: "  "}, preview: true})["total"]]
    ask(:post, "/tidy", {find: {text: "loan"}, act: "bring_back", until: "2027-03-01T08:00"}, status: 422)
  end

  def test_discarded_mail_is_removed_only_when_it_is_emptied_or_after_the_days_that_were_set
    id = make(name: "All", when: {all: []})
    all = ask(:get, "/views/#{id}")["count"]
    ask(:post, "/tidy", {find: {text: "loan 1"}, act: "discard"})
    assert_equal({"count" => 1, "keep_days" => nil}, ask(:get, "/discarded"))
    ask(:put, "/discarded", {keep_days: 30})
    clock.now += 29 * 86_400
    assert_equal 0, Desk::EmptyDiscarded.new(clock).due
    ask(:post, "/tidy", {find: {text: "loan 2"}, act: "discard"})
    clock.now += 2 * 86_400
    raw = Store::Message.find_by(subject: "Loan 1").raw
    assert_equal 1, Desk::EmptyDiscarded.new(clock).due
    assert_equal ["Removed one discarded message from Up Front for good. Its mailbox is not touched.", all - 2],
      [ask(:delete, "/discarded")["message"], ask(:get, "/views/#{id}")["count"]]
    assert_equal 0, ask(:get, "/find?text=loan+1")["count"]
    again = Desk::TakeIn.new(clock).call(Post::Letter.new(raw), account: Store::Account.first)
    assert_equal [:double, nil], [again.outcome, again.id], "what was removed for good is not taken in again"
    file = File.join(FOLDER, "again.eml")
    File.binwrite(file, raw)
    bring = -> { Desk::ImportFile.new(clock).call(Post::MailFile.new(file), account: Store::Account.first).to_s }
    assert_equal ["1 taken in", "0 taken in, 1 here already"], [bring.call[/\A\d taken in/], bring.call], "but what the person brings in is"
    assert_empty Store::Record.connection.select_values("PRAGMA foreign_key_check")
  end

  def test_a_page_that_leaves_groups_out_says_so
    make(name: "All", when: {all: []}, group_by: "day")
    told = ->(**most) {
      Web::Pages::View.new(Store::CurrentRulebook.rulebook.views.first, Store::CurrentRulebook.rulebook, clock.now,
          **most).to_h.then { [_1[:groups].size, _1[:more_groups]] }
    }
    days, more = told[]
    assert_operator days, :>, 1
    assert_equal [false, [days, false], [days - 1, true]], [more, told[most_groups: days], told[most_groups: days - 1]]
  end

  def test_threads_group_a_view_and_stand_in_the_sheet
    first = take(subject: "Crate 9", id: "<c9@x>", date: clock.now - 7200)
    mine = take(subject: "Re: Crate 9", from: "wren@lanternquay.example", to: "b@c.example", mailbox: "Sent", id: "<c9b@x>",
      headers: ["In-Reply-To: <c9@x>"], date: clock.now - 3600)
    last = take(subject: "About the key", id: "<c9c@x>", headers: ["References: <c9@x> <c9b@x>"])
    other = take(subject: "RE: crate 9", id: "<c9d@x>", date: clock.now - 60)
    id = make(name: "Threads", when: {fact: "anywhere", op: "mentions", value: ["crate", "key"]}, group_by: "thread")
    Desk::FindThreads.new(clock).call
    assert_includes Store::Event.where(kind: "changed").last.payload["ids"], last.id, "pages are told of what joined others"
    groups = ask(:get, "/views/#{id}")["groups"]
    assert_equal [[3, "crate 9"]], groups.map { _1.values_at("count", "key") }
    assert_equal 3, ask(:get, "/views/#{id}/messages?group=crate+9")["messages"].size
    thread = ask(:get, "/messages/#{last.id}")["thread"]
    assert_equal [4, [[first.id, 0, false, "on the Front"], [mine.id, 1, false, "Sent"], [last.id, 2, true, "on the Front"],
      [other.id, 1, false, "on the Front"]]], [thread["count"], thread["messages"].map { _1.values_at("id", "depth", "here", "place") }]
  end

  def test_a_view_calls_for_being_gone_through_and_marks_what_is_new_since
    id = make(name: "Loans", review: [{"days" => %w[tue fri], "at" => "10:00"}])
    page = -> { ask(:get, "/views/#{id}")["review"] }
    call = -> { Desk::CallReviews.new(clock).call }
    assert_equal [[], nil, "10:00", nil], [call[], *page[].values_at("due", "next", "gone_through")]
    clock.now = at("10:00")
    Desk::GoHeadsDown.new(clock).call(clock.now + 1800)
    assert_empty call[], "not while one is heads-down"
    clock.now = at("10:31")
    assert_equal [[id], [], "10:00", true], [call[], call[], page[]["due"], ask(:get, "/views")["views"].first["due"]]
    assert_equal "Time to go through “Loans”: six messages.", Store::Event.where(kind: "review").last.payload["message"]
    assert_equal [{"id" => id, "name" => "Loans", "count" => 6}], ask(:get, "/front")["reviews"]
    done = ask(:post, "/views/#{id}/gone-through")
    assert_equal [nil, "10:31", 0, "Fri 10:00"], page[].values_at("due", "gone_through", "fresh", "next")
    clock.now = at("10:40")
    take(subject: "A loan more")
    assert_equal [1, [true] + [false] * 6], [page[]["fresh"], ask(:get, "/views/#{id}/messages")["messages"].map { _1["fresh"] }]
    clock.now = at("10:00", "2027-03-12")
    call[]
    assert_equal "Time to go through “Loans”: seven messages, one of them new since you last did.", Store::Event.where(kind: "review")
      .last.payload["message"]
    ask(:post, "/undo/#{done["undo_id"]}")
    assert_nil page[]["gone_through"]
    ask(:put, "/views/#{id}", {body: LOANS.merge("review" => [{"days" => ["fri"], "at" => "25:00"}]), version: 1}, status: 422)
  end

  def test_many_are_gone_through_beside_the_answer_and_stopped_or_taken_back_by_whoever_asks
    take_many(700, subject: "Many")
    id = make(name: "Many", when: {fact: "subject", op: "mentions", value: ["many"]})
    going = -> { ask(:get, "/status")["going"].map { _1.values_at("done", "of", "words") } }
    begun = ask(:post, "/tidy", {view: id, act: "clear"})
    assert_equal [true, 700], begun.values_at("running", "total")
    assert_equal [[0, 700, "Cleared 0 messages. They stay in their mailboxes."]], going[]
    Desk::DoLarge.new(clock).next
    assert_equal [[250, 700, "Cleared 250 messages. They stay in their mailboxes."]], going[]
    stopped = ask(:post, "/jobs/#{begun["job"]}/stop")
    assert_match(/\ACleared 250 messages\. .* It was stopped: 450 of 700 messages are left as they are\.\z/, stopped["message"])
    assert_equal [[], stopped["message"]], [going[], ask(:get, "/history")["steps"].first["message"]]
    ask(:post, "/jobs/#{begun["job"]}/stop", status: 409)
    ask(:post, "/tidy", {view: id, label: "Loans", act: "clear"})
    go_through
    ask(:post, "/undo/#{stopped["undo_id"]}")
    assert_equal 700, ask(:get, "/views/#{id}")["count"]
    assert_equal 0,
      Store::State.joins("JOIN messages ON messages.id = states.message_id").where("subject LIKE 'Many%'").where.not(cleared_at: nil).count
    ask(:post, "/tidy", {view: id}, status: 400)
  end
end
