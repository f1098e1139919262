# frozen_string_literal: true

require_relative "../support/browser_helper"

# A person at their rules: reading, ordering, writing, trying, carrying and taking back.
class RulesTest < Minitest::Test
  include BrowserHelper

  def rules = visit("/rules").then { assert_selector("h1", text: "Ten rules are read in this order; one of them is off.") }

  def edit(name)
    click_button "Edit #{name}"
    assert_selector("main[aria-label='Edit #{name}']")
    assert_selector("h2", text: "Try it")
  end

  def look(label, typed, option)
    field = find_field(label)
    field.send_keys(typed)
    find("[role=option]", text: option, match: :first).click
  end

  def add(what, typed, option)
    click_button "+ #{what}", match: :first
    look(what, typed, option)
  end

  def pick(label, option, match: :first)
    find("[role=combobox]:has(+ input[aria-label='#{label}']), [role=combobox][aria-label='#{label}']", match: match).click
    find("[role=option]", text: option, exact_text: true).click
  end

  # A box that is drawn by the page in place of the browser's.
  def tick(words) = find("label", text: words).click

  def order = all("main h2 button").map(&:text)

  def test_rules_are_read_found_switched_copied_deleted_and_back
    rules
    assert_text "When the subject mentions “border”, “customs”, “held” or “zoll*” and (the sender is one of Couriers or it is the first " \
      "mail with this sender): straight in, top priority, label Couriers, a chime"
    within("li", text: "Readings are for the record") { assert_text(/last word.*\d+ in 30 days, last/m) }
    fill_in "Find a rule", with: "evening newsletter"
    assert_seen(["Newsletters once a day"]) { order }
    fill_in "Find a rule", with: ""
    click_button "Duplicate Notes to myself"
    assert_selector("li", text: /Notes to myself \(2\)\s*off/)
    click_button "Delete Notes to myself (2)"
    assert_no_button "Edit Notes to myself (2)"
    click_button(text: "Undo")
    assert_button "Edit Notes to myself (2)"
    find_field("Real alarms from the stores: on", visible: :all).click
    assert_selector("h1", text: "three of them are off.")
  end

  def test_what_switching_does_to_held_mail_is_told_first
    rules
    find_field("Newsletters once a day: on", visible: :all).click
    within("[role=alertdialog]") do
      assert_text(/held messages? would come sooner/)
      click_button "Switch off"
    end
    assert_selector("h1", text: "two of them are off.")
  end

  def carry_up(third)
    handle = find_button("Move #{third}, read as number 3")
    handle.send_keys(:space)
    assert_text(/is picked up|would be read as number 3/)
    handle.send_keys(:arrow_up)
    assert_text(/would be read as number 2/)
    handle.send_keys(:arrow_up)
    assert_text(/would be read as number 1/)
    handle.send_keys(:space)
  end

  def test_a_move_by_keyboard_is_told_before_it_is_kept
    rules
    first, second, third = order.first(3)
    carry_up(third)
    within("[role=alertdialog]") do
      assert_text(/to be read as number 1\? .* of last month’s messages would be decided differently/)
      click_button "Put it back"
    end
    assert_seen([first, second, third]) { order.first(3) }
    carry_up(third)
    within("[role=alertdialog]") do
      click_button "Show them"
      assert_selector("li", text: ", was ")
      click_button "Keep the move"
    end
    assert_text "Moved the rule “#{third}”."
    assert_seen([third, first, second]) { order.first(3) }
  end

  def test_a_rule_is_written_as_the_sentence_that_it_is
    rules
    click_button "New rule"
    fill_in "Name", with: "Lenders' files"
    add("condition", "sender", "the sender")
    assert_text "wants its words"
    look("Add to: the sender", "lend", "one of Lenders")
    add("condition", "file", "it has an attachment")
    assert_text(/together \d+/)
    add("condition", "copied to me", "it is copied to me")
    all("button[aria-label='Take this condition out']")[2].click
    add("effect", "alert", "raises a chime")
    fill_in "What the alert says", with: "A lender sends a file"
    pick("Sound", "Gull")
    add("effect", "label", "is labelled")
    look("Labels", "Files", "Make the label “Files”")
    tick "has the last word"
    fill_in "under the heading", with: "Loans"
    said = "When the sender is one of Lenders and it has an attachment: straight in, a chime that says “A lender sends a file” with the " \
      "sound Gull, label Files. It has the last word. It stands under Loans."
    assert_text said
    within("aside", text: "Try it") do
      assert_text(/of [\d,]+ messages match/)
      assert_text(/claims would change/)
      click_button "90 days"
      assert_text "On the last 90 days"
    end
    page.refresh
    assert_text said # a draft survives a reload
    visit "/rules"
    click_button "New rule"
    assert_no_text said # and is not what the next new rule begins as
    2.times { page.go_back }
    assert_text said
    click_button "Save rule"
    assert_text "Made the rule “Lenders' files”."
    assert_selector("li h2", text: "Loans")
  end

  def test_all_and_any_and_what_can_never_hold_are_pointed_out
    rules
    edit("Lenders come straight in")
    assert_text(/With all of, \d+ messages are meant; with any of, \d+ would be./)
    click_button "Use any of"
    assert_text "the sender is one of Lenders or the subject or text mentions"
    click_button "all of", match: :first
    add("condition", "sender", "the sender")
    all("input[aria-label='Add to: the sender']").last.send_keys("someone@elsewhere.example", :enter)
    assert_text "A message has one sender, but for the rarest: it cannot be both."
  end

  def test_bad_input_is_answered_in_place_with_nothing_lost
    rules
    edit("Notes to myself")
    fill_in "Name", with: "Helena and the director"
    assert_text "Another rule is called that already"
    assert_button "Save rule", disabled: true
    fill_in "Name", with: "Notes"
    all("button[aria-label='Take this effect out']").first.click
    all("button[aria-label='Take this effect out']").first.click
    assert_text "Say what shall happen"
    add("effect", "discard", "is discarded")
    2.times { all("button[aria-label='Take this condition out']").first.click }
    assert_text "this rule would discard every message"
    assert_field "Name", with: "Notes"
  end

  def test_a_rule_is_written_as_text
    rules
    edit("Newsletters once a day")
    click_button "Write it as text"
    fill_in "As text", with: "When it is a newsletter and the subjct mentions “tide”: low priority."
    assert_text "“subjct” cannot stand here"
    assert_button "Save rule", disabled: true
    click_button "Write “subject”"
    assert_text "The sentence above follows what you write."
    assert_selector("main", text: /all of\s*any of\s*none of\s*these hold/)
    click_button "Save rule"
    assert_text "When it is a newsletter and the subject mentions “tide”: low priority."
  end

  def test_two_tabs_at_one_rule
    rules
    edit("Facilities can wait")
    other = open_new_window
    within_window(other) do
      rules
      edit("Facilities can wait")
      fill_in "Name", with: "Facilities wait"
      click_button "Save rule"
      assert_text "Changed the rule “Facilities wait”."
    end
    pick("Priority", "low")
    click_button "Save rule"
    within("[role=alert]", text: "changed elsewhere") do
      assert_text(/Saved there: Facilities wait\./)
      assert_text(/Written here: Facilities can wait\..*low priority/)
      click_button "Save mine over it"
    end
    assert_text "Changed the rule “Facilities can wait”."
    within("li", text: "Facilities can wait") { assert_text "low priority" }
  end

  def test_a_rule_begun_from_a_message_shows_it_first
    visit "/held"
    open_message("Purchase order 2207 approved")
    click_button(text: /This should come straight in/)
    within("section[aria-label='Make a rule']") do
      click_button(text: /about “Purchase”/)
      within("[aria-label='This message']") { assert_text(/straight in, was 08:00/) }
      assert_text(/held messages? would come in now/)
      click_button "Write more of it …"
    end
    within("aside", text: "Try it") { assert_text "On this message" }
    click_button "Save rule"
    assert_text(/Made the rule .* held messages? came in\./)
    click_link "Front"
    assert_link(text: "Purchase order 2207 approved")
  end

  def test_a_rule_begun_from_a_need
    visit "/rules/begin"
    click_button(text: /Newsletters once a week/)
    assert_text "When it is a newsletter: wait until Friday 15:00, low priority."
    click_button(text: /An alarm among routine notices/)
    look("The sender of the notices", "climate", "anyone at climate")
    find_field("Words that only an alarm has").send_keys("alarm", :enter)
    assert_text(/Matches \d+ of the last month’s/)
    click_button "Look at it first"
    assert_field "Name", with: "An alarm among routine notices"
    assert_text "call-out"
    click_button "Save rule"
    assert_seen("An alarm among routine notices") { order.first }
  end

  def test_a_rule_is_applied_to_mail_already_here_and_taken_back
    rules
    edit("Helena and the director")
    add("effect", "flag", "is flagged")
    click_button "Save and apply to mail already here …"
    within("aside", text: "Apply to mail already here") do
      assert_field(type: "checkbox", checked: true, visible: :all, minimum: 2)
      click_button "all mail"
      assert_text(/flag \d+/)
      first("li input[type=checkbox]", visible: :all).click
      click_button(text: /Apply to \d+ messages/)
    end
    assert_text(/Applied the rule “Helena and the director” to \d+ messages|Applied the rule/)
    visit "/done"
    undo = find("button", text: "Undo", match: :first)
    assert_match(/Applied the rule “Helena and the director”/, undo["aria-label"])
    undo.click
    assert_text "Undone: Applied the rule"
    assert_selector("li", text: /Applied the rule.*taken back/m)
  end

  def test_groups_and_labels_have_a_page
    visit "/rules/people"
    click_button "New group"
    fill_in "Name", with: "Printers"
    attach_file("A file of contact cards", cards, visible: :all)
    assert_text "2 with an address; one card has none."
    tick(/spare@elsewhere.example/)
    click_button "Add these 1"
    click_button "Save"
    assert_text "Made the group “Printers”."
    assert_text "proofs@gaivota-print.example"
    click_button "Change the group Couriers"
    fill_in "Name", with: "Trucks"
    click_button "Save"
    assert_text "Changed the group “Trucks”."
    visit "/rules"
    assert_text "the sender is one of Trucks"
  end

  def cards
    path = File.join(FOLDER, "people.vcf")
    people = [["Łukasz Zieliński", "proofs@gaivota-print.example"], [nil, "spare@elsewhere.example"], ["Nobody", nil]]
    File.write(path, people.map { |name, email|
      ["BEGIN:VCARD", "VERSION:4.0", ("FN:#{name}" if name), ("EMAIL:#{email}" if email),
        "END:VCARD", ""].compact.join("\r\n")
    }.join)
    path
  end

  def rulebook_file(&change)
    path = File.join(FOLDER, "rules.json")
    document = JSON.parse(@server.get("/api/rulebook"))
    change.call(document)
    File.write(path, JSON.generate(document))
    path
  end

  def test_a_rulebook_is_brought_in_and_clashes_are_asked_about
    visit "/rules/carry"
    file = rulebook_file do |document|
      document["rules"][1]["then"]["priority"] = "low"
      document["rules"] << {"name" => "From elsewhere", "when" => {"all" => []}, "then" => {"flag" => true}}
    end
    attach_file("A rulebook file", file, visible: :all)
    within("section", text: "Some names are there already") do
      assert_text "Real alarms from the stores"
      click_button "keep both"
    end
    assert_text "rule “Real alarms from the stores (2)”"
    click_button "Bring it in"
    assert_selector("h1", text: "Twelve rules are read")
    click_button(text: "Undo")
    assert_selector("h1", text: "Ten rules are read")
    visit "/rules/carry"
    attach_file("A rulebook file", rulebook_file { |document| document["rules"][0]["then"]["ink"] = "Umber" }, visible: :all)
    within("section", text: "It names what it does not bring") do
      assert_text "The ink Umber"
      click_button "leave out what names it"
    end
    assert_selector("h3", text: "Nothing would change")
    click_button "make it"
    assert_text "ink “Umber”"
    attach_file("A rulebook file", rulebook_file { |document| document["rules"][0]["then"]["priority"] = "loud" }, visible: :all)
    assert_text(/rules.json cannot be brought in:.*Rule 1, then, priority: It should be/m)
  end

  def test_former_versions_and_the_way_back
    rules
    edit("Notes to myself")
    fill_in "Name", with: "Notes"
    click_button "Save rule"
    edit("Notes")
    click_button "Former versions"
    within("aside", text: "Former versions") do
      assert_text "renamed to “Notes”"
      click_button "Take this one"
    end
    assert_field "Name", with: "Notes to myself"
    click_button "Save rule"
    assert_button "Edit Notes to myself"
  end

  def test_people_are_pasted_into_a_condition
    visit "/rules/new"
    assert_text "every message"
    add("condition", "the sender", "the sender")
    field = find("input[aria-label='Add to: the sender']")
    field.send_keys("Ana <ana@x.example>; *@y.example, nobody at all", :enter)
    assert_text "ana@x.example"
    assert_text "anyone at y.example"
    assert_text "“nobody at all” is nobody that could be read"
  end

  def focused = page.evaluate_script("document.activeElement.getAttribute('aria-label') || document.activeElement.textContent")

  def test_the_focus_goes_to_what_was_made_and_back_to_where_it_was
    rules
    page.send_keys(:tab)
    assert_seen("To the page itself") { focused }
    edit("Notes to myself")
    fill_in "Name", with: "Notes"
    page.send_keys([:control, "s"])
    assert_selector("h1", text: "rules are read")
    assert_seen("Edit Notes") { focused }
    click_button "Delete Notes"
    assert_text "Deleted the rule “Notes”."
    assert_seen(true) { focused.start_with?("Edit ") }
    visit "/rules/people"
    click_button "New label"
    fill_in "Name", with: "Tides"
    click_button "Save"
    assert_seen("Change the label Tides") { focused }
    visit "/front"
    first("a[data-row]").click
    find("button", text: /\ALabels/).click
    assert_selector("section[aria-label='Labels']")
    find("section[aria-label='Labels'] button", text: "Close").click
    assert_seen(true) { focused.start_with?("Labels") }
  end

  def test_why_a_rule_did_not_decide_a_message_and_the_rule_tried_otherwise
    visit "/front"
    all("a[data-row]").last.click
    click_button "Why not another?"
    field = find("input[aria-label='The rule that you expected']")
    field.send_keys("border")
    find("[role=option]", text: "Border trouble comes at once").click
    assert_text "“Border trouble comes at once” did not match."
    assert_text(/does not the subject mentions .*; the subject is “/)
    assert_text(/It would match if .* and the sender is one of Couriers\. Loosened so it would match [\d,]+ of the last 30 days’ messages/)
    assert_accessible
    click_button "Try the rule so", match: :first
    assert_field "Name", with: "Border trouble comes at once"
    assert_text "On this message"
    click_button "It should have matched …"
    look("The message that it should have matched", "purchase", "Purchase order 2207")
    assert_text "“Border trouble comes at once” did not match."
    click_button "Try the rule so", match: :first
    within("aside", text: "Try it") { assert_text "Purchase order 2207" }
    click_button "Cancel"
    assert_selector("h1", text: "rules are read")
  end

  def test_the_check_up_is_gone_through
    post_rule = ->(name, body) { ask("/api/rules", {"body" => body.merge("name" => name), "place" => 99}) }
    rules
    wide = {"when" => {"fact" => "subject", "op" => "mentions", "value" => ["purchase order"]}, "then" => {"priority" => "high"}}
    narrow = {"when" => {"fact" => "subject", "op" => "mentions", "value" => ["purchase order 2207"]}, "then" => {"priority" => "low"}}
    assert_equal [201, 201], [post_rule.call("Orders", wide), post_rule.call("One order", narrow)]
    click_link "Check-up"
    assert_selector("h1", text: "Two things to look at.")
    assert_selector("nav[aria-label=Screens] small[aria-label='2 found by the check-up']")
    assert_accessible
    within("li", text: "works against another") do
      click_button "Leave it alone …"
      fill_in "Why it is well as it is", with: "One of a kind"
      press(:enter)
    end
    assert_selector("h1", text: "One thing to look at.")
    assert_selector("section", text: "One of a kind")
    click_button(text: /Read it before/)
    assert_selector("[role=alertdialog]", text: /would be decided differently/)
    within("[role=alertdialog]") { click_button(text: /Read it before/) }
    assert_selector("h1", text: "Nothing to look at: all is well with your rules.")
    assert_no_selector("nav[aria-label=Screens] small[aria-label*=check-up]")
  end

  def test_a_rule_asks_first_and_is_answered
    rules
    edit("Newsletters once a day")
    tick "ask me first"
    click_button "Save rule"
    assert_text "Changed the rule “Newsletters once a day”."
    click_link "Front"
    assert_text(/Your rules ask about \d messages\./)
    click_link "Answer"
    assert_selector("h1", text: /wait for your word/)
    assert_accessible
    asked = all("section[aria-label='Newsletters once a day'] li").size
    find("section[aria-label='Newsletters once a day'] li:last-child").click_button(text: "Do it")
    assert_text "Did what “Newsletters once a day” proposed of one message."
    assert_selector("section[aria-label='Newsletters once a day'] li", count: asked - 1)
    click_button(text: /Never for this sender/, match: :first)
    within("[role=alertdialog]") do
      assert_text(/The rule would read: When it is a newsletter, unless the sender is/)
      click_button "Leave the rule"
    end
    click_button(text: "From now on without asking …")
    within("[role=alertdialog]") { click_button "Stop asking" }
    assert_text "Changed the rule “Newsletters once a day”."
    assert_selector("h1:focus", text: "No rule asks anything of you.")
    assert_no_text "have nothing to ask"
  end

  def test_two_rulebooks_are_replayed
    rules
    edit("Readings are for the record")
    click_link "Replay your mail with it"
    assert_selector("h1", text: "Two rulebooks over your own mail")
    pick("The one", "no rules, no plan")
    pick("The other", "my rules as they are now")
    click_button "Replay"
    assert_selector("h1", text: /messages would come otherwise\./)
    assert_selector("figure .MuiBarChart-element", minimum: 10)
    assert_selector("tbody tr", text: /Comes straight in\s[\d,]+\s[\d,]+/)
    assert_accessible
    find("summary", text: /priority otherwise by “Readings are for the record”/).click
    assert_selector("details[open] li", text: "low, was normal", minimum: 3)
    click_button(text: "Both whys", match: :first)
    assert_selector("section[aria-label='no rules, no plan' i] b", text: /\AStraight in\.\z/)
    assert_selector("section[aria-label='as now' i] li", text: /Readings are for the record/)
    click_button "Play the day"
    assert_selector("b", text: /\A0[1-9]:\d\d\z/)
    click_button "Hold"
    find_field("Time of the day", type: "range").send_keys(:end)
    assert_selector("b", text: "24:00")
    assert_selector("div", text: /[1-9]\d* messages in [1-9]\d* moments/)
  end

  def test_a_rule_is_offered_for_what_is_done_by_hand
    ids = Array.new(8) { |n| deliver(subject: "Gull count #{n}", from: "Gulls Weekly <count@gulls.example>") }
    front
    found = @server.wait_for { JSON.parse(@server.get("/api/find?text=gull%20count"))["messages"].then { _1 if _1.size == ids.size } }
    assert_equal 200, ask("/api/acts", {"act" => "discard", "messages" => found.map { _1["id"] }})
    visit "/rules/proposals"
    within("section[aria-label='Gulls Weekly is discarded']") do
      assert_text "8 of 8 messages from Gulls Weekly were discarded by hand."
      click_button(text: "Change it first")
    end
    assert_field "Name", with: "Gulls Weekly is discarded"
    click_button "Cancel"
    visit "/rules/proposals"
    click_button(text: "Nothing about Gulls Weekly")
    assert_no_selector("section[aria-label='Gulls Weekly is discarded']")
    press_with(:control, "z")
    find("section[aria-label='Gulls Weekly is discarded']").click_button(text: "Make it")
    assert_text "Made the rule “Gulls Weekly is discarded”."
    assert_no_selector("section[aria-label='Gulls Weekly is discarded']")
  end

  def test_what_is_promised_is_proved_shown_and_asked_about
    rules
    click_link "Promises"
    assert_selector("h1", text: "Nothing is promised of your rules yet.")
    click_button "New promise"
    fill_in "Name", with: "Helena in time"
    add("condition", "sender", "the sender")
    look("Add to: the sender", "helena.sarm", "helena.sarmento@lanternquay.example")
    assert_selector("[role=status] b", text: "Mail where the sender is helena.sarmento@lanternquay.example comes in within 30 minutes.")
    assert_accessible
    click_button "Save promise"
    assert_selector("h1", text: "All that was promised holds.")
    assert_selector("li[aria-label='Helena in time']", text: /proved/)
    keep_helenas_as_an_example
    click_link "Rules"
    edit("Helena and the director")
    assert_selector("section[aria-label='Examples that it decides'] li", text: /Comes straight in\.\s*so it is/)
    find("input[aria-label=On]", visible: :all).click
    click_button "Save rule"
    within("[role=dialog]", text: "That breaks what was promised") do
      assert_text "The promise “Helena in time” would not hold any more: A message from helena.sarmento@lanternquay.example that arrives on"
      click_button(text: /Both whys|Hide/)
      assert_selector("section[aria-label='Then']", text: "Arrived inside")
      assert_accessible
      click_button "Do not save it"
    end
    assert_text "That would turn what was promised of your rules. Nothing was changed."
    click_button "Save rule"
    within("[role=dialog]", text: "That breaks what was promised") { click_button "It is meant: save it" }
    assert_text "Changed the rule “Helena and the director”. One example changed with it."
    click_link "Promises"
    assert_selector("h1", text: "One thing that was promised does not hold.")
    click_button "Keep what breaks it as an example: Helena in time"
    assert_selector("li", text: /Comes straight in\.\s*not so any more/)
    click_button "Open what breaks it in Try it: Helena in time"
    assert_selector("h3", text: "On the message that breaks the promise")
  end

  def keep_helenas_as_an_example
    deliver(subject: "Wall colour of room 4", from: "Helena Sarmento <helena.sarmento@lanternquay.example>")
    click_link "Front"
    open_message("Wall colour of room 4")
    press("x")
    click_button "come straight in"
    assert_text "Made the example “Wall colour of room 4”."
    click_button "Dismiss"
  end
end
