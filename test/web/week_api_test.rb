# frozen_string_literal: true

require_relative "../support/api_helper"

# The plan, tried while it is drawn and put in force in one step.
class WeekAPITest < Minitest::Test
  include APIHelper

  def setup
    super
    Store::MatchIndex.forget
    set_up(rules: [rule("Now", when: leaf("subject", "mentions", ["urgent"]), then: {"timing" => {"now" => true}, "priority" => "high"}),
      rule("With First", when: leaf("to_list", "is", true), then: {"timing" => {"round" => "First"}})])
  end

  def week = ask(:get, "/week")
  def try(plan) = ask(:post, "/week/dry-run", {plan: plan})
  def windows(*spans) = spans.map { |name, from, to| {"name" => name, "days" => WORKING, "from" => from, "to" => to} }
  def rounds(*times) = times.map { |name, at| {"name" => name, "days" => WORKING, "at" => at} }

  def test_the_week_and_what_it_does
    take(subject: "Hello", date: at("09:10"))
    take(subject: "Urgent", date: at("09:12"))
    take(subject: "Hello", date: at("08:30", "2027-03-08"), as_new: true)
    page = week
    assert_equal [%w[Night Morning], "2027-03-08", 3],
      [page["plan"]["windows"].map { _1["name"] }, page["days"][0]["date"], page["starts"].size]
    figures, without = page.values_at("figures", "without")
    assert_equal [1.5, 1.0, 0.5], figures.values_at("mail", "straight", "waits")
    assert_equal [1.0, 1.0], [figures, without].map { _1["interruptions"] }
    assert_equal({"top" => [0, 0, 0], "high" => [1, 0, 0], "normal" => [2, 80, 80], "low" => [0, 0, 0]}, figures["wait"]
      .transform_values { _1.values_at("count", "usual", "longest") })
    assert_equal 0.3, page["usual"]["mon"][8]
    assert_equal [["With First"]] * 3, page["starts"].map { _1["loses"] }
  end

  # Of what no rule lets in, and by priority; as the plan is drawn.
  def test_how_long_mail_waits_at_most
    assert_equal ["no rule lets it in", "high priority", "normal priority"], week["worst"].map { _1["name"] }
    worst = week["worst"].first
    waits = "Mail that no rule lets in waits %s hours at most: what arrives on %s comes on Saturday 20 March at %s."
    assert_equal format(waits, 38, "Thursday 18 March at 18:00", "08:00"), worst["said"]
    at = worst["week"].to_h { |point| [point["minute"], point["waits"]] }
    assert_equal [0, 840, 90], at.values_at(8 * 60, 18 * 60, 9 * 60)
    none = try(week["plan"].merge("windows" => []))["worst"].first
    assert_equal [format(waits, 24, "Friday 19 March at 00:00", "00:00"), [0]], [none["said"], none["week"].map { _1["waits"] }.uniq]
    open = try(week["plan"].merge("windows" => [], "days_off" => []))["worst"]
    assert_equal "Mail that no rule lets in does not wait: all of it comes as it arrives.", open.first["said"]
    assert_equal "nothing", open.first["longest"]
  end

  def test_a_plan_is_tried_and_told_what_it_would_do_to_held_mail
    take(date: at("09:10"))
    page = week
    told = try(page["plan"].merge("windows" => windows(%w[Late 20:00 22:00])))
    assert_equal ["One held message would come in now.", []], told.values_at("held", "faults")
    assert_equal "One held message would wait longer.", try(page["plan"].merge("rounds" => rounds(%w[First 08:00])))["held"]
    for_ever = try({"windows" => [{"name" => "All", "days" => Core::Weekdays::ALL, "from" => "00:00", "to" => "24:00"}], "rounds" => [],
      "days_off" => []})
    assert_match(/“With First” names/, for_ever["faults"][0]["message"])
    assert_equal 1, held.size
  end

  def test_a_plan_that_holds_for_ever_cannot_be_saved
    Desk::DeleteRule.new(clock).call(Store::Rule.last.id)
    always = {"windows" => [{"name" => "All", "days" => Core::Weekdays::ALL, "from" => "00:00", "to" => "24:00"}], "rounds" => [],
              "days_off" => []}
    assert_equal [Desk::SavePlan::FOR_EVER], try(always)["faults"].map { _1["message"] }
    ask(:put, "/week", {plan: always}, status: 422)
    ask(:put, "/week", {plan: week["plan"]
      .merge("heads_down" => [{"name" => "Ever", "days" => Core::Weekdays::ALL, "from" => "00:00", "to" => "24:00"}])}, status: 422)
    assert_equal %w[Night Morning], week["plan"]["windows"].map { _1["name"] }
  end

  def test_a_plan_is_saved_with_what_it_renames_and_undone
    id = take(date: at("09:10")).id
    page = week
    plan = page["plan"].merge("rounds" => rounds(%w[Start 08:00], %w[Mid 09:30]))
    ask(:put, "/week", {plan: plan}, status: 422)
    done = ask(:put, "/week", {plan: plan, revision: page["revision"], renamed: [{kind: "rounds", was: "First", name: "Start"}]})
    assert_equal [{"round" => "Start"}, at("09:30")], [Store::Rule.last.body["then"]["timing"], Store::State.find(id).surface_at]
    assert_equal 409, ask(:put, "/week", {plan: plan, revision: page["revision"]}, status: 409)["status"]
    ask(:post, "/undo/#{done["undo_id"]}")
    assert_equal [{"round" => "First"}, at("10:30")], [Store::Rule.last.body["then"]["timing"], Store::State.find(id).surface_at]
  end

  def test_days_off_and_busy_times_of_a_calendar
    text = "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTAMP:20270101T000000Z\r\nSUMMARY:Easter\r\n" \
      "DTSTART;VALUE=DATE:20270403\r\nDTEND;VALUE=DATE:20270407\r\nEND:VEVENT\r\n" \
      "BEGIN:VEVENT\r\nUID:2\r\nDTSTAMP:20270101T000000Z\r\nSUMMARY:Meeting\r\nDTSTART:20270309T083000Z\r\nDTEND:20270309T085000Z\r\n" \
      "END:VEVENT\r\nEND:VCALENDAR\r\n"
    custom_request("POST", "/api/calendars", {}, {:input => text, "CONTENT_TYPE" => "application/octet-stream"})
    found = JSON.parse(last_response.body)
    ask(:put, "/week", {plan: week["plan"].merge("days_off" => found["days_off"], "busy" => found["busy"])})
    assert_equal [[{"label" => "3 April to 6 April", "name" => "Easter", "past" => false, "own" => true}], ["Meeting"]],
      [week["offs"], Store::CurrentRulebook.rulebook.plan.covered_by(at("08:40"))]
    custom_request("POST", "/api/calendars", {}, {:input => "nothing", "CONTENT_TYPE" => "application/octet-stream"})
    assert_equal 422, last_response.status
  end

  def calendar_of(*meetings)
    events = meetings.map do |name, from, to|
      "BEGIN:VEVENT\r\nUID:#{name}\r\nDTSTAMP:20270101T000000Z\r\nSUMMARY:#{name}\r\nDTSTART:#{from}\r\nDTEND:#{to}\r\nEND:VEVENT\r\n"
    end
    "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\n#{events.join}END:VCALENDAR\r\n"
  end

  def test_a_calendar_on_this_machine_is_followed
    path = File.join(FOLDER, "meetings.ics")
    File.write(path, calendar_of(["Team", "20270309T130000Z", "20270309T133000Z"]))
    assert_equal "Mail is held during one meeting of meetings.ics.", ask(:put, "/followed-calendar", {path: path})["message"]
    covered = -> {
      Store::CurrentRulebook.rulebook.plan.covered_by(at("13:10")) +
        Store::CurrentRulebook.rulebook.plan.covered_by(at("15:10"))
    }
    assert_equal ["Team"], covered.call
    File.write(path, calendar_of(["Later", "20270309T150000Z", "20270309T153000Z"]))
    File.utime(Time.at(1), Time.at(1), path)
    2.times { Desk::FollowCalendar.new(clock).refresh }
    assert_equal ["Later"], covered.call
    File.write(path, "broken")
    Desk::FollowCalendar.new(clock).refresh
    assert_equal [["Later"], true], [covered.call, week["followed"]["problem"].include?("no calendar")]
    ask(:put, "/followed-calendar", {path: nil})
    assert_equal [[], nil], [covered.call, week["followed"]]
    ask(:put, "/followed-calendar", {path: "/nowhere.ics"}, status: 422)
  end

  def test_a_followed_calendar_puts_heads_down_over_its_meetings
    path = File.join(FOLDER, "meetings.ics")
    free = "BEGIN:VEVENT\r\nUID:free@x\r\nSUMMARY:Free\r\nTRANSP:TRANSPARENT\r\nDTSTART:20270309T150000Z\r\nDTEND:20270309T160000Z\r\n" \
      "END:VEVENT\r\n"
    File.write(path, calendar_of(["Team", "20270309T130000Z", "20270309T133000Z"]).sub("END:VCALENDAR", "#{free}END:VCALENDAR"))
    follow = ->(**more) { ask(:put, "/followed-calendar", {path: path, **more})["message"] }
    quiet = -> { Store::CurrentRulebook.rulebook.plan.busy.map { [_1.name, _1.heads_down == true] } }
    follow.call
    assert_equal [["Team", false]], quiet.call
    assert_equal "Mail is held during one meeting of meetings.ics, and you are heads-down in them.", follow.call(heads_down: "busy")
    assert_equal [["Team", true]], quiet.call
    follow.call(heads_down: "all")
    assert_equal [["Team", true], ["Free", true]], quiet.call
    assert_equal "all", week["followed"]["heads_down"]
    File.utime(Time.at(1), Time.at(1), path)
    Desk::FollowCalendar.new(clock).refresh
    assert_equal [["Team", true], ["Free", true]], quiet.call, "read anew as it was wished"
  end

  def test_what_a_zone_a_group_or_a_calendar_would_do_to_held_mail_is_said_before
    take(date: at("09:10"))
    preview = ->(**given) { ask(:post, "/held-preview", given)["held"] }
    lisbon = {time_zone: "Europe/Lisbon", trips: []}
    assert_equal "", preview.call(zone: lisbon)
    helsinki = {**lisbon, trips: [{time_zone: "Europe/Helsinki", from: "2027-03-09", until: "2027-03-10"}]}
    assert_equal "One held message would come sooner.", preview.call(zone: helsinki)
    path = File.join(FOLDER, "long.ics")
    File.write(path, calendar_of(["Long", "20270309T093000Z", "20270309T133000Z"]))
    assert_equal "One held message would wait longer.", preview.call(calendar: {path: path, heads_down: "busy"})
    assert_equal "", preview.call(calendar: {path: nil})
    ask(:put, "/things/groups", {thing: {name: "Team", members: ["ines@x.example"]}})
    ask(:post, "/rules", {body: rule("Team", when: leaf("from", "is", ["group:Team"]), then: {"timing" => {"now" => true}})}, status: 201)
    assert_equal "One held message would come in now.",
      preview.call(thing: {kind: "groups", was: "team", thing: {name: "The team", members: ["@casadomar.example"]}})
    ask(:post, "/held-preview", {calendar: {path: "/nowhere.ics"}}, status: 422)
    ask(:post, "/held-preview", {zone: {time_zone: "Mars/Olympus", trips: []}}, status: 422)
    assert_equal at("10:30"), Store::State.last.surface_at, "nothing was changed"
  end

  def test_the_zone_for_good_and_for_a_trip
    id = take(date: at("09:10")).id
    ask(:put, "/zone", {time_zone: "Europe/Lisbon", trips: [{time_zone: "Europe/Helsinki", from: "2027-03-09", until: "2027-03-10"}]})
    assert_equal [at("10:00"), [{"time_zone" => "Europe/Helsinki", "from" => "2027-03-09", "until" => "2027-03-10"}]],
      [Store::State.find(id).surface_at, week["trips"]]
    undo = ask(:put, "/zone", {time_zone: "Europe/Madrid"})["undo_id"]
    assert_equal [at("09:30"), "Europe/Madrid", []], [Store::State.find(id).surface_at, *week.values_at("zone", "trips")]
    ask(:post, "/undo/#{undo}")
    assert_equal at("10:00"), Store::State.find(id).surface_at
    ask(:put, "/zone", {time_zone: "Mars/Olympus"}, status: 422)
  end

  def test_who_is_let_through
    take(date: at("09:10"), from: "iveta@road.example")
    ask(:put, "/let-through", {people: ["group:Lenders", "@road.example"], words: ["border"]})
    assert_equal ["Let through", "When the sender is one of Lenders or anyone at road.example or the subject mentions “border”: " \
      "straight in."], ask(:get, "/rules")["rules"][0].values_at("name", "sentence")
    assert_equal [[], 1], [held, on_front.size]
    ask(:put, "/let-through", {people: ["@road.example"], words: []})
    assert_equal [["@road.example"], []], ask(:get, "/let-through").values_at("people", "words")
    ask(:put, "/let-through", {people: ["nobody"], words: []}, status: 422)
    ask(:put, "/let-through", {people: [], words: []})
    assert_equal %w[Now With\ First], ask(:get, "/rules")["rules"].map { _1["name"] }
  end

  def test_a_calendar_for_other_programs
    assert_nil ask(:get, "/calendar")["path"]
    ask(:post, "/calendar")
    path = ask(:get, "/calendar")["path"]
    Desk::BringBack.new(clock, at("12:00"), reason: "Ask").call([take(subject: "Loan, 14; now").id])
    get path
    events = Icalendar::Calendar.parse(last_response.body).first.events
    assert_equal ["Back: Loan, 14; now", "First round", "Mid round"], events.map { _1.summary.to_s }.sort
    mid = events.find { _1.summary == "Mid round" }
    assert_equal [at("10:30"), at("10:30", "2027-03-10")], [mid.dtstart.to_time, mid.rdate.flatten.first.to_time].map(&:utc)
    refute_includes mid.rdate.flatten.map { _1.to_time.utc.to_date.iso8601 }, "2027-03-19"
    ask(:post, "/calendar")
    get path
    assert_equal 404, last_response.status
  end

  # Every held message gets its new moment, and none is forgotten.
  def test_a_plan_changed_while_more_than_a_thousand_are_held
    count = 1_100
    take_many(count, date: at("09:00"))
    assert_equal count, held.size
    ask(:put, "/week", {plan: week["plan"].merge("rounds" => rounds(%w[First 08:00], %w[Mid 11:00]))})
    assert_equal [count, {at("11:00") => count}], [held.size, Store::State.group(:surface_at).count]
    ask(:put, "/week", {plan: week["plan"].merge("windows" => [])})
    assert_equal [0, count], [held.size, on_front.size]
  end
end
