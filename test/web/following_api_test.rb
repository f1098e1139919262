# frozen_string_literal: true

require "csv"
require_relative "../support/api_helper"

# What is followed through, as the pages ask for it: numbers agree everywhere, and lists go out as tables and files.
class FollowingAPITest < Minitest::Test
  include APIHelper

  ME = "Wren Adeyemi <wren@lanternquay.example>"

  def setup
    super
    set_up(rules: [rule("Now", when: leaf("subject", "mentions", ["crate"]), then: {"timing" => {"now" => true}})])
    @sent = take(from: ME, to: "ana@casadomar.example", subject: "Crate list", id: "<asked@x>", mailbox: "Sent",
      text: "Could you send me the list?",
      date: clock.now - 3_600)
  end

  def view(name, condition)
    ask(:post, "/views", {body: {"name" => name, "when" => condition, "sent" => true}})["view_id"] || Store::View.last.id
  end

  def test_an_answer_is_awaited_from_the_sheet_and_stands_wherever_it_is_told
    sheet = ask(:get, "/messages/#{@sent.id}")
    assert_equal [true, ["It asks: “Could you send me the list?”"], nil], sheet.values_at("may_expect", "asks_them", "awaited")
    done = ask(:post, "/messages/#{@sent.id}/awaited", {on: "2027-03-09"})
    assert_equal "You await an answer to “Crate list” by Tuesday 9 March.", done["message"]
    id = view("Waiting", leaf("awaiting_reply", "is", true))
    late = view("Late", leaf("answer_overdue", "is", true))
    counts = -> {
      [ask(:get, "/views/#{id}")["count"], ask(:get, "/views/#{late}")["count"], ask(:get, "/status")["overdue"],
        ask(:get, "/awaited")["overdue"].size]
    }
    assert_equal [1, 0, 0, 0], counts.call
    clock.now = at("00:00", "2027-03-10")
    assert_equal [1, 1, 1, 1], counts.call
    row = ask(:get, "/awaited")["overdue"].first
    assert_equal ["ana@casadomar.example", "Could you send me the list?", "since yesterday"], row.values_at("from", "asked", "due")
    assert_empty ask(:get, "/front")["awaited"]
    ask(:put, "/awaited/on-front", {on: true})
    assert_equal [row["id"]], ask(:get, "/front")["awaited"].map { _1["id"] }
    ask(:put, "/awaited/#{row["id"]}", {working_days: 2})
    assert_equal [1, 0, 0, 0], counts.call
    assert_equal 201, last_response.status.then { ask(:post, "/awaited/#{row["id"]}/nudge", {}, status: 201) && 201 }
    ask(:delete, "/awaited/#{row["id"]}")
    assert_equal [0, 0, 0, 0], counts.call
    assert_equal "No longer awaited, since 00:00.", ask(:get, "/awaited")["over"].first["said"]
    ask(:post, "/undo")
    assert_equal [1, 0, 0, 0], counts.call
  end

  def test_what_is_sent_says_what_it_asks_and_by_when_an_answer_is_expected
    Store::MailServer.create!(account: Store::Account.first, host: "127.0.0.1", port: 2525, security: "none", signature: "")
    draft = ask(:post, "/drafts", {kind: "new"}, status: 201)
    draft = ask(:put, "/drafts/#{draft["id"]}",
      {version: draft["version"], body: {to: ["ana@casadomar.example"], subject: "Frames", text: "Please send them."}})
    assert_equal ["It says “Please”: “Please send them.”"], draft["asks"]
    ask(:put, "/drafts/#{draft["id"]}/expect", {by: {working_days: 1}})
    assert_equal "2027-03-10", ask(:get, "/drafts/#{draft["id"]}")["expect"]
    assert_nil ask(:put, "/drafts/#{draft["id"]}/expect", {by: nil})["expect"]
    ask(:put, "/drafts/#{draft["id"]}/expect", {by: {on: "2027-03-12"}})
    sent = ask(:post, "/drafts/#{draft["id"]}/send", {version: draft["version"]})
    back = ask(:post, "/outbox/#{sent["outgoing"]}/take_back")
    assert_equal ["2027-03-12", %w[bcc cc subject text to]], ask(:get, "/drafts/#{back["draft"]}").then {
      [_1["expect"], _1["body"].keys.sort]
    }
    assert_equal "That day is past; give a later one.",
      ask(:post, "/drafts/#{back["draft"]}/send", {version: 1, expect: {on: "2027-03-01"}}, status: 422)["detail"]
  end

  def test_mail_that_waits_for_my_answer_is_told_in_the_morning
    asked = take(subject: "A crate", text: "Which one do you mean?", id: "<q@x>", date: clock.now - 2 * 86_400, as_new: true)
    take(subject: "A crate for others", text: "Which one?", to: "others@lanternquay.example", id: "<q2@x>")
    id = view("They wait", leaf("awaits_mine", "is", true))
    assert_equal({"said" => "One message waits for your answer, for 2 days 0 h.", "view" => id}, ask(:get, "/front")["awaits_me"])
    assert_equal 1, ask(:get, "/views/#{id}")["count"]
    long = view("Long", {"all" => [leaf("awaits_mine_since", "longer_ago_than", "P1D")]})
    assert_equal 1, ask(:get, "/views/#{long}")["count"]
    clock.now = at("12:00")
    assert_nil ask(:get, "/front")["awaits_me"]
    take(from: ME, subject: "Re: A crate", headers: ["In-Reply-To: <q@x>"], mailbox: "Sent")
    assert_equal [0, 0], [id, long].map { ask(:get, "/views/#{_1}")["count"] }
    assert asked
  end

  def test_tasks_of_a_message_stand_in_today_on_the_front_and_beside_it
    message = take(subject: "A crate", text: "We meet on 12 March at 14:00.")
    made = ask(:post, "/tasks", {words: "Measure it", on: "2027-03-09", at: "09:00", message: message.id}, status: 201)
    ask(:post, "/tasks", {words: "Later", on: "2027-03-11"}, status: 201)
    assert_equal [1, "One thing overdue.", "One task is due; no message needs you now."],
      [ask(:get, "/status")["todo"], ask(:get, "/today")["lead"], ask(:get, "/front")["lead"]]
    assert_equal [made["task"]], ask(:get, "/front")["tasks"].map { _1["id"] }
    sheet = ask(:get, "/messages/#{message.id}")
    assert_equal [["Measure it"], [["Friday 12 March, 14:00", "Thu 11 Mar 08:00"]]],
      [sheet["tasks"].map { _1["words"] }, sheet["moments"].map { [_1["says"], _1["before"]["says"]] }]
    ask(:put, "/tasks/#{made["task"]}", {at: "16:00", alert: "tap"})
    assert_equal [1, "One thing to do today.", []],
      [ask(:get, "/status")["todo"], ask(:get, "/today")["lead"], ask(:get, "/front")["tasks"]]
    done = ask(:post, "/tasks/act", {act: "done", tasks: [made["task"]]})
    assert_equal [0, "Nothing is to be done today.", ["Measure it"]],
      [ask(:get, "/status")["todo"], ask(:get, "/today")["lead"], ask(:get, "/today")["sections"].last["tasks"].map { _1["words"] }]
    ask(:post, "/undo/#{done["undo_id"]}")
    assert_equal 1, ask(:get, "/status")["todo"]
    ask(:post, "/tasks/act", {act: "nothing", tasks: [made["task"]]}, status: 400)
    ask(:post, "/tasks/act", {act: "done", tasks: ["x9"]}, status: 400)
    ask(:post, "/tasks/act", {act: "done", tasks: ["t999"]}, status: 404)
  end

  def test_a_task_sounds_as_an_alert_and_its_call_out_is_answered
    ask(:post, "/tasks", {words: "Call Ana", on: "2027-03-09", at: "10:00", alert: "call_out"}, status: 201)
    clock.now = at("10:00")
    Desk::TasksCome.new(clock).call
    taken = ask(:post, "/alerts/take")["fresh"].first
    assert_equal ["Call Ana", "call_out", "to do", nil], taken.values_at("text", "level", "rule", "message_id")
    assert_equal [taken["task"]], ask(:get, "/alerts/showing")["calling"].map { _1["task"] }
    ask(:post, "/tasks/#{taken["task"]}/answer", {answer: "done"})
    assert_empty ask(:get, "/alerts/showing")["calling"]
  end

  def test_the_published_calendar_and_the_file_hold_tasks_and_appointments
    ask(:post, "/tasks", {words: "Call Ana", on: "2027-03-09", at: "10:00"}, status: 201)
    made = ask(:post, "/appointments", {title: "Opening", on: "2027-03-20"}, status: 201)
    file = fetch("/today.ics")
    found = Post::CalendarItems.read(file, LISBON)
    assert_equal [["Call Ana"], ["Opening"]], [found.todos.map(&:words), found.events.map(&:title)]
    assert_includes fetch("/appointments/#{made["appointment"]}.ics"), "SUMMARY:Opening"
    ask(:post, "/calendar")
    published = fetch(ask(:get, "/calendar")["path"].delete_prefix("/api"))
    assert_equal [1, true], [published.scan("BEGIN:VTODO").size, published.scan("BEGIN:VEVENT").size > 1]
    assert_equal "There is nothing to do and no event in that file.",
      send_file("/today.ics", "BEGIN:VCALENDAR\nEND:VCALENDAR\n", status: 422)["detail"]
    ask(:delete, "/appointments/#{made["appointment"]}")
    assert_equal 1,
      send_file("/today.ics", file)["message"].scan("One event").size + send_file("/today.ics", file)["message"].scan("no events").size
  end

  def test_lists_go_out_as_tables
    take(subject: "=cmd(\"crate\"), “quoted”\nline", from: "Ana <ana@casadomar.example>")
    id = view("All", {"all" => []})
    rows = CSV.parse(fetch("/tables/view.csv?view=#{id}"), headers: true)
    assert_equal [["ana@casadomar.example", "'=cmd(\"crate\"), “quoted”", "normal"], ["wren@lanternquay.example", "Crate list",
      "normal"]].map(&:first),
      rows.map { _1["address"] }
    assert(rows["subject"].any? { _1.start_with?("'=cmd") })
    ask(:post, "/tasks", {words: "Call", on: "2027-03-09"}, status: 201)
    ask(:post, "/messages/#{@sent.id}/awaited", {working_days: 1})
    sizes = %w[front held senders tasks awaited contacts outbox alerts done].to_h { |list|
      [list, CSV.parse(fetch("/tables/#{list}.csv"), headers: true).size]
    }
    assert_equal({"front" => 1, "held" => 0, "tasks" => 1, "awaited" => 1, "contacts" => 1, "outbox" => 0, "alerts" => 0, "done" => Store::UndoStep.count},
      sizes.except("senders"))
    assert_equal 1, CSV.parse(fetch("/tables/found.csv?text=list"), headers: true).size
    ask(:get, "/tables/view.csv?view=999", status: 404)
  end

  # What is written as an mbox is read back as it was, whatever stands in it.
  def test_a_view_goes_out_as_a_file_of_mail
    texts = ["From here on\n>From there\n>>From nowhere\n", "no end", "\n\n", "From x Mon Mar  1 09:00:00 2027\n\nFrom: y\n"]
    texts.each_with_index { |text, n| take(subject: "m#{n}", text: text, id: "<m#{n}@x>") }
    id = view("All", {"all" => []})
    file = fetch("/views/#{id}/mail.mbox").b
    read = Post::Mbox.new(StringIO.new(file)).each.map(&:first)
    kept = Store::RawMessage.order(:message_id).pluck(:bytes).map { _1.b.then { |raw| raw.end_with?("\n") ? raw : "#{raw}\n" } }
    assert_equal kept.map(&:chomp).sort, read.map(&:chomp).sort
  end
end
