# frozen_string_literal: true

require_relative "../support/api_helper"

# What pages say where things are not as they mostly are: nothing there yet, one of something, none that can be read, far too many.
class RarerAPITest < Minitest::Test
  include APIHelper

  def setup
    super
    Store::MatchIndex.forget
    set_up(rules: [rule("Loud", when: leaf("subject", "mentions", ["alarm"]),
      then: {"timing" => {"now" => true}, "alert" => {"level" => "call_out", "text" => "{subject}"}})])
  end

  def arrives(subject = "Alarm in store B", **more) = take(subject: subject, **more).tap { Desk::Announce.new(clock).call }
  def sheet(id) = ask(:get, "/messages/#{id}")
  def starts(id) = ask(:get, "/messages/#{id}/starts")

  # Alerts

  def test_a_journal_without_alerts_with_one_and_with_call_outs_that_wait
    lead = -> { ask(:get, "/alerts")["lead"] }
    assert_equal ["No alert today.", "Nothing has alerted in the last four weeks."], [lead.call, ask(:get, "/alerts/loudness")["lead"]]
    first = arrives
    assert_equal "One alert today, none of them opened.", lead.call
    ask(:post, "/alerts/take")
    assert_equal "One call-out waits for an answer.", lead.call
    arrives("Alarm in store C")
    ask(:post, "/alerts/take")
    assert_equal "Two call-outs wait for an answer.", lead.call
    Store::Alert.pluck(:id).each { |id| ask(:post, "/alerts/#{id}/answer", {answer: "done"}) }
    assert_equal "Two alerts today, none of them opened.", lead.call
    ask(:post, "/alerts/opened", {messages: [first.id]})
    assert_equal "Two alerts today, one of them opened.", lead.call
    assert_equal "Your rules alert 2.0 times a day.", ask(:get, "/alerts/loudness")["lead"]
  end

  def became = ask(:get, "/alerts")["days"][0]["alerts"].map { _1["became"] }

  def test_what_became_of_an_alert
    arrives
    assert_equal ["waits for a page to be open"], became
    ask(:post, "/alerts/take")
    assert_equal ["not seen yet"], became
    ask(:post, "/alerts/#{Store::Alert.first.id}/answer", {answer: "again"})
    clock.now += 400
    Desk::CallAgain.new(clock).call
    assert_equal ["called twice, seen, not opened"], became
    clock.now += 7_500
    ask(:post, "/alerts/opened", {messages: [Store::Alert.first.message_id]})
    assert_equal ["called twice, opened after 2 h"], became
    Store::Alert.update_all(opened_at: at("09:44"))
    assert_equal ["called twice, opened after 30 min"], became
    Store::Alert.update_all(opened_at: nil)
    assert_equal ["called twice, answered"], became
    {"burst" => "one of a burst that sounded as one", "conversation" => "its conversation had just alerted",
     "heads_down" => "you were heads-down", "let_in" => "you brought it in yourself"}.each do |by, said|
      Store::Alert.update_all(silenced_by: by)
      assert_equal ["silent: #{said}"], became
    end
    Store::Alert.update_all(silenced_by: nil, hushed_by: "switch")
    assert_equal ["without its sound: sounds were off, called twice, answered"], became
  end

  def test_a_sound_that_nobody_knows_any_more_sounds_as_its_loudness_does
    assert_equal [nil, "/sounds/lantern.wav", "/sounds/harbour.wav", "/sounds/gull.wav", "/sounds/lantern.wav", "/api/sounds/7"],
      [%w[tap Gull], ["chime", nil], ["call_out", nil], ["chime", "gúll"], ["chime", "gone"], ["chime", "My Bell"]].map { |level, name|
        Web::Pages::Alert.sound(level, name, {"my bell" => 7})
      }
  end

  # Rules

  def test_rules_out_of_their_dates_off_and_one_that_nobody_can_read
    [{"until_date" => "2027-03-01"}, {"from_date" => "2027-04-01"}, {"from_date" => "2027-03-01", "until_date" => "2027-04-01"},
      {"enabled" => false, "last_word" => true, "ask_first" => true}].each_with_index do |more, index|
      Desk::SaveRule.new(clock).call(rule("R#{index}").merge(more), place: :last)
    end
    marks = ask(:get, "/rules")["rules"].to_h { [_1["name"], _1["marks"]] }
    assert_equal({"Loud" => [], "R0" => ["its dates are over"], "R1" => ["its dates are to come"], "R2" => ["dated"],
                  "R3" => ["off", "last word", "asks first"]}, marks)
    assert_equal "Five rules are read in this order; one of them is off.", ask(:get, "/rules")["lead"]
    Store::Rule.in_order.last.update!(body: {"name" => "From afar", "when" => {"telepathy" => 1}, "then" => {}})
    Store::CurrentRulebook.turn
    broken = ask(:get, "/rules")["rules"].last
    assert_equal ["From afar", false, ["cannot be read"]], broken.values_at("name", "enabled", "marks")
    assert_includes broken["sentence"], "decides nothing. It is kept as it was saved."
    told = ask(:post, "/rules/#{broken["id"]}/preview", {act: "delete"})
    assert_equal "None of last month’s messages would be decided differently.", told["message"]
  end

  def test_no_rules_and_one
    assert_equal "One rule is read in this order.", ask(:get, "/rules")["lead"]
    ask(:delete, "/rules/#{Store::Rule.first.id}")
    assert_equal ["There are no rules yet.", []], ask(:get, "/rules").values_at("lead", "rules")
    gone = ask(:post, "/rules/#{Store::Rule.first.id}/preview", {act: "switch"}, status: 404)
    assert_equal "That rule is not there any more.", gone["detail"]
  end

  def test_what_a_change_would_do_is_told_in_one_and_in_many
    one, two = Array.new(2) { |n| take(subject: "Alarm #{n}", date: at("08:30")).id }
    id = Store::Rule.first.id
    said = -> { ask(:post, "/rules/#{id}/preview", {act: "switch"}) }
    assert_equal ["Two of last month’s messages would be decided differently.", 2], said.call.values_at("message", "changed")
    Store::Removal.call([one])
    Store::MatchIndex.forget
    assert_equal ["One of last month’s messages would be decided differently.", [two]],
      said.call.then { [_1["message"], _1["messages"].map { |row| row["id"] }] }
  end

  # What a rule may begin from

  def test_a_rule_may_begin_from_the_sender_the_domain_all_who_are_named_and_the_list
    id = take(subject: "Seals for crate 7", to: "wren@lanternquay.example, Bo <bo@hanse.example>, c@hanse.example, d@hanse.example",
      headers: ["List-Id: The registrars <registrars.lists.example>"]).id
    found = starts(id)["starts"].to_h { [_1["kind"], _1.values_at("label", "count")] }
    assert_equal ["from Ana Ferro", 1], found["sender"]
    assert_equal ["from anyone at casadomar.example", 1], found["domain"]
    assert_equal ["from any of Ana Ferro, Bo, c@hanse.example and 1 more", 1], found["conversation"]
    assert_equal ["through the list registrars.lists.example", 1], found["list"]
    assert_equal "Mail from Ana Ferro", starts(id)["name"]
  end

  def test_of_a_colleague_not_the_domain_and_of_nobody_only_the_words
    colleague = take(from: "Joost <joost@lanternquay.example>", subject: "Lunch").id
    assert_equal %w[sender word], starts(colleague)["starts"].map { _1["kind"] }
    nobody = take(from: "", subject: "Fireworks over the quay").id
    assert_equal "Mail about Fireworks over the quay", starts(nobody)["name"]
    assert_equal %w[word], starts(nobody)["starts"].map { _1["kind"] }.uniq
    assert_equal [], starts(take(from: "", subject: "").id)["starts"]
  end

  # Completions and hints

  def completed(fact, typed = "") = ask(:get, "/completions?fact=#{fact}&typed=#{typed}")["values"].map { _1["value"] }

  def test_values_of_each_kind_of_fact
    take(subject: "Loan of sea charts", headers: ["Content-Type: text/plain; name=chart.pdf"])
    assert_equal ["Work"], completed("account")
    assert_equal ["INBOX"], completed("mailbox")
    assert_equal %w[Night Morning], completed("in_window")
    assert_equal [[], ["loan"]], [completed("subject", "l"), completed("subject", "loa")]
    assert_equal %w[group:Lenders @casadomar.example ana@casadomar.example me my_organisation contacts], completed("from")
    assert_equal ["group:Lenders"], completed("from", "lend").first(1)
    assert_equal ["contacts"], completed("from", "my+con")
    assert_equal %w[Loans Border], completed("label")
    assert_equal [[], [], []], [completed("size"), completed("no_such_fact"), completed("priority")]
  end

  def hints(text) = ask(:get, "/find/hints?text=#{Rack::Utils.escape(text)}")["hints"].map { [_1["kind"], _1["label"]] }

  def test_hints_while_one_types
    take(subject: "Loan")
    assert_includes hints("lend"), ["person", "One of Lenders"]
    assert_includes hints("ana"), ["person", "Ana Ferro · ana@casadomar.example"]
    assert_includes hints("loa"), %w[label Loans]
    assert_includes hints("unre").map(&:first), "state"
    assert_equal [[], [], []], [hints(""), hints("a"), hints("“loan")]
    assert_equal "date", hints("yesterday").first.first
  end

  # One message

  def test_to_whom_it_is_and_how_large
    {"wren@lanternquay.example" => "to you", "" => "to nobody by name",
     "wren@lanternquay.example, Bo <bo@h.example>, desk@lanternquay.example" => "to you and Bo",
     (1..6).map { "p#{_1}@h.example" }.join(", ") => "to p1@h.example, p2@h.example, p3@h.example and 3 more"}.each do |to, said|
      assert_equal said, sheet(take(to: to).id)["addressed"], to
    end
    copied = take(headers: ["Cc: wren@lanternquay.example, Joost <joost@h.example>"], to: "wren@lanternquay.example").id
    assert_equal "to you, copied to Joost", sheet(copied)["addressed"]
  end

  def test_sizes_of_files_as_one_says_them
    {500 => "500 bytes", 3_000 => "3 kB", 2_500_000 => "2.4 MB"}.each do |bytes, said|
      letter = "#{raw(headers: ["MIME-Version: 1.0", "Content-Type: multipart/mixed; boundary=b"], text: "--b\nContent-Type: " \
        "application/pdf; name=a.pdf\nContent-Transfer-Encoding: base64\n\n#{["x" * bytes].pack("m")}\n--b--")}\n"
      id = Desk::TakeIn.new(clock).call(Post::Letter.new(letter), account: Store::Account.first).id
      assert_equal said, sheet(id)["attachments"][0]["size"], bytes
    end
  end

  def test_what_was_done_by_hand_stands_in_the_why
    id = take(subject: "Alarm", date: at("08:30")).id
    ask(:post, "/acts", {act: "raise", messages: [id]})
    ask(:post, "/labels", {messages: [id], add: ["Loans"]})
    ask(:post, "/acts", {act: "keep", messages: [id]})
    assert_equal "High priority, labelled Loans and kept at top, by you", sheet(id)["why"]["lines"].map { _1["before"] }.last
    ask(:post, "/acts", {act: "unkeep", messages: [id]})
    assert_includes sheet(id)["why"]["lines"].last["before"], "not kept at top"
    ask(:post, "/put-off", {messages: [id], until: "17:00", reason: "Ask Joost", when_answered: true})
    assert_equal "Put off until 17:00 or when they answer: Ask Joost.", sheet(id)["put_off"]
  end

  # Plan, day and heads-down

  def test_a_week_without_windows_and_rounds
    ask(:put, "/week", {plan: {windows: [], rounds: [], days_off: []}, revision: ask(:get, "/week")["revision"], renamed: []})
    assert_equal "No rounds in the plan", ask(:get, "/day")["next_round"]
    assert_nil ask(:get, "/status")["next_round"]
    assert_equal [[], []], ask(:get, "/day").values_at("rounds", "windows")
    take(subject: "Comes at once")
    assert_equal [1, 0], [ask(:get, "/front")["count"], ask(:get, "/held")["count"]]
    assert_match(/Mail comes in as it arrives|Nothing is held|no round/i, ask(:get, "/front").values_at("lead", "waiting").join(" "))
  end

  def test_the_day_after_the_last_round_and_a_long_name_of_a_day
    clock.now = at("22:30", "2027-09-29")
    day = ask(:get, "/day")
    assert_equal ["Wed 29 September", 24, "Next round Thu 08:00"], day.values_at("title", "last_hour", "next_round")
    clock.now = at("02:10", "2027-03-09")
    assert_equal ["Tuesday 9 March", 2], ask(:get, "/day").values_at("title", "first_hour")
  end

  def test_heads_down_planned_and_running
    writing = {"name" => "Writing", "days" => ["tue", "thu"], "from" => "14:00", "to" => "16:00"}
    plan = ask(:get, "/week")["plan"].merge("heads_down" => [writing])
    ask(:put, "/week", {plan: plan, revision: ask(:get, "/week")["revision"], renamed: []})
    page = ask(:get, "/heads-down")
    assert_equal [["Writing"], nil, []], [page["planned"].map { _1["name"] }, page["active"], page["through"]]
    clock.now = at("14:30")
    active = ask(:get, "/heads-down")["active"]
    assert_equal [true, "1 h 30 min"], active.values_at("planned", "left")
    assert_equal "Heads-down is over: nothing came.", ask(:delete, "/heads-down")["message"]
    assert_nil ask(:get, "/heads-down")["active"], "a planned one can be ended for this time"
    refused = ask(:delete, "/heads-down", status: 409)
    refute_empty refused["detail"]
  end
end
