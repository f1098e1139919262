# frozen_string_literal: true

require_relative "../support/stand_in_helper"

# Who writes, what is wanted of their mail, and asking them to send no more, through the API.
class SendersAPITest < Minitest::Test
  include StandInHelper

  ANA = "ana@casadomar.example"
  NEWS = "news@diary.example"
  SIGNED = ["List-Unsubscribe: <https://diary.example/leave?u=1>, <mailto:stop@diary.example>",
    "List-Unsubscribe-Post: List-Unsubscribe=One-Click",
    "DKIM-Signature: v=1; h=list-unsubscribe:list-unsubscribe-post; b=x"].freeze

  def setup
    super
    set_up(rules: [rule("Loans", when: leaf("subject", "mentions", ["loan"]), then: {"labels" => ["Loans"]})])
    sends_by
    2.times { |n| writes(ANA, "Loan #{n}", id: "<ana#{n}@x>") }
    take(from: "wren@lanternquay.example", mailbox: "Sent", headers: ["In-Reply-To: <ana0@x>"])
    3.times { |n| writes("Diary <#{NEWS}>", "Diary #{n}", headers: ["List-Id: Diary <diary.example.list>", *SIGNED]) }
    writes("Bo <bo@casadomar.example>", "Hello", headers: ["List-Unsubscribe: <mailto:stop@casadomar.example?subject=leave>"])
    writes("Cy <cy@page.example>", "Page", headers: ["List-Unsubscribe: <https://page.example/leave>"])
  end

  def writes(from, subject, **more) = take(from: from, subject: subject, **more)
  def list(query = "") = ask(:get, "/senders?by=address#{query}")
  def row(key) = list["senders"].find { _1["key"] == key }

  def choose(choice, keys = [ANA], by: "address", path: "choices", **more)
    ask(:post, "/senders/#{path}", {by: by, keys: keys, choice: choice}, **more)
  end

  def rules = ask(:get, "/rules")["rules"].map { _1["name"] }

  def test_everyone_who_writes_with_figures_that_say_of_what
    found = list
    assert_equal [4, 4], [found["total"], found["senders"].size]
    assert_match(/\AFour senders wrote seven messages in the last 90 days, and you have answered 1 of them\./, found["lead"])
    assert_match(/Counted since Tuesday 9 March, when your mail here begins/, found["since"])
    assert_equal [[2, 2, 2], 1, "person", 0, [0] * 12 + [2]], row(ANA).values_at("counts", "answered", "kind", "straight", "weeks")
    assert_equal [{"id" => Store::Rule.first.id, "name" => "Loans", "count" => 2}], row(ANA)["rules"]
    assert_equal ["newsletter", true], row(NEWS).values_at("kind", "unsubscribe")
  end

  def test_gathered_narrowed_and_put_in_order
    assert_equal({"casadomar.example" => 2, "diary.example" => 1, "page.example" => 1},
      ask(:get, "/senders?by=domain")["senders"].to_h { [_1["key"], _1["members"]] })
    assert_equal [%w[diary.example.list Diary]], ask(:get, "/senders?by=list")["senders"].map { _1.values_at("key", "name") }
    assert_equal [NEWS, "bo@casadomar.example", "cy@page.example"], list("&kinds=newsletter&which=never_read")["senders"].map { _1["key"] }
    assert_equal %w[ana@casadomar.example bo@casadomar.example], list("&text=CASADOMAR&order=name&falling=false")["senders"].map {
      _1["key"]
    }
    assert_equal [ANA], list("&rule=#{Store::Rule.first.id}")["senders"].map { _1["key"] }
    ask(:get, "/senders?by=everyone", status: 400)
    ask(:get, "/senders?by=address&which=nice", status: 400)
  end

  def test_one_of_them_opened
    opened = ask(:get, "/senders/one?by=address&key=#{ANA}")
    assert_equal [["Loan 1", "Loan 0"], 2, 2], [opened["messages"].map {
      _1["subject"]
    }, opened["hours"].flatten.sum, opened["row"]["counts"][2]]
    assert_match(/Nothing has come from them/, ask(:get, "/senders/one?by=address&key=nobody%40x.example", status: 404)["detail"])
  end

  # What the preview says is what is so afterwards, for every choice.
  def test_each_choice_is_shown_made_and_taken_back
    before = rules
    Core::SenderChoice::ALL.each do |choice, about|
      preview = choose(choice, path: "choices/preview")
      assert_equal [{"name" => about.name, "new" => true, "gone" => false}], preview["rules"].map { _1.slice("name", "new", "gone") }
      done = choose(choice)
      assert_equal [about.name, *before], rules
      assert_equal [choice], row(ANA)["choices"]
      arrived = Store::State.find(writes(ANA, "After #{choice}").id)
      assert_equal choice == "never_again", !arrived.discarded_at.nil?, choice
      assert_match(/is so already/, choose(choice, status: 409)["detail"])
      ask(:post, "/undo/#{done["undo_id"]}")
      assert_equal before, rules
    end
  end

  def test_what_would_have_been
    assert_equal "In the last 90 days two messages came from them: all waited. With this, all would have been discarded.",
      choose("never_again", path: "choices/preview")["said"]
    assert_match(/\AYou have answered one message of theirs in the last 90 days, the last of Tuesday 9 March\.\z/,
      choose("never_again", path: "choices/preview")["warning"])
    assert_nil choose("never_again", [NEWS], path: "choices/preview")["warning"]
    assert_match(/all would have come straight in\.\z/, choose("let_in", path: "choices/preview")["said"])
    assert_match(/and would have with this too/, choose("raise", path: "choices/preview")["said"])
    assert_match(/\ANothing came in the last 90 days/, choose("hold", ["new@x.example"], path: "choices/preview")["said"])
  end

  def test_one_rule_grows_and_another_choice_takes_out_of_it
    choose("hold", [ANA])
    choose("hold", [NEWS])
    choose("off_front", ["casadomar.example"], by: "domain")
    assert_equal ["Kept off the Front", "Held for a round", "Loans"], rules
    assert_equal %w[hold off_front], row(ANA)["choices"].sort, "of an address, and of its domain"
    choose("never_again", ["diary.example.list"], by: "list")
    assert_equal true,
      Store::State.find(writes("Other <o@other.example>", "x", headers: ["List-Id: <diary.example.list>"]).id).discarded_at.present?
    choose("none", [ANA, NEWS])
    refute_includes rules, "Held for a round"
  end

  def test_all_that_a_question_finds
    ask(:post, "/senders/choices", {by: "address", question: {kinds: "newsletter"}, choice: "off_front"})
    assert_equal [["off_front"], []], [row(NEWS)["choices"], row(ANA)["choices"]]
    assert_match(/Choose somebody/,
      ask(:post, "/senders/choices", {by: "address", question: {text: "zzz"}, choice: "hold"}, status: 422)["detail"])
  end

  def test_a_rule_made_into_more_takes_nobody
    choose("hold")
    id = Store::Rule.in_order.first.id
    Desk::SaveRule.new(clock).call(
      rule("Held for a round", when: {"all" => [leaf("kind", "is", ["newsletter"])]}, then: {"timing" => {"next_round" => true}}), id: id
    )
    assert_match(/was made into more than a list of senders/, choose("hold", [NEWS], status: 409)["detail"])
    assert_match(/was made into more/, choose("hold", [NEWS], path: "choices/preview", status: 409)["detail"])
  end

  def test_the_list_of_the_week_and_that_of_senders_are_one
    Desk::LetThrough.new(clock).call([ANA], ["border"])
    choose("let_in", ["diary.example.list"], by: "list")
    assert_equal({people: [ANA], words: ["border"]}, Desk::LetThrough.list.slice(:people, :words))
    Desk::LetThrough.new(clock).call([NEWS], ["border"])
    assert_equal ["<diary.example.list>"], Core::SenderList.read(Desk::LetThrough.rule.today["when"]).lists
  end

  def test_who_is_kept_away_and_how_much_of_theirs
    assert_empty ask(:get, "/senders/blocked")["rows"]
    later(60)
    choose("never_again", [NEWS]) # the three that were held are discarded with it
    2.times { |n| writes("Diary <#{NEWS}>", "Again #{n}") }
    blocked = -> { ask(:get, "/senders/blocked")["rows"] }
    assert_equal [{"by" => "address", "key" => NEWS, "since" => "Tuesday 9 March", "kept_away" => 5}], blocked.call
    Desk::EmptyDiscarded.new(clock).call
    assert_equal [5], blocked.call.map { _1["kept_away"] }, "what was removed for good was kept away too"
    writes("Diary <#{NEWS}>", "Once more")
    assert_equal [NEWS], list("&which=blocked")["senders"].map { _1["key"] }
    choose("none", [NEWS])
    assert_nil Store::State.find(writes(NEWS, "Let again").id).discarded_at
  end

  def test_the_check_up_tells_of_one_who_is_kept_away_and_answered
    choose("never_again", ["casadomar.example"], by: "domain")
    found = ask(:get, "/check-up")["findings"].find { _1["kind"] == "kept_away_answered" }
    assert_match(/keeps casadomar\.example away, and you have answered them/, found["said"])
  end

  # Whoever comes into a group, the rules that name it speak on their mail.
  def test_a_group_is_shown_first_with_what_rules_make_of_it
    Desk::SaveThing.new(clock).call("groups", {"name" => "Often", "members" => ["x@y.example"]})
    Desk::SaveRule.new(clock).call(rule("They come", when: leaf("from", "is", ["group:Often"]), then: {"timing" => {"now" => true}}))
    assert_match(/Nothing is written here yet/, choose("group", [NEWS], path: "choices/preview", status: 422)["detail"])
    preview = ask(:post, "/senders/choices/preview", {by: "address", keys: [NEWS], choice: "group", name: "often"})
    assert_match(/three messages came from them: all waited\. With this, all would have come straight in\./, preview["said"])
    assert_equal ["They come"], preview["rules"].map { _1["name"] }
    ask(:post, "/senders/group", {by: "address", keys: [NEWS], group: "often"})
    assert_equal 3, row(NEWS)["straight"]
    assert_match(/\AIt shows two messages of the last 90 days/, choose("view", path: "choices/preview")["said"])
  end

  def test_the_same_twice_and_in_another_case_is_one
    choose("hold", ["Ana@CasaDoMar.example", ANA, "ANA@casadomar.example"])
    assert_equal [ANA], Core::SenderList.read(Store::Rule.in_order.first.today["when"]).people
  end

  def test_into_a_group_and_a_view
    ask(:post, "/senders/group", {by: "address", keys: [ANA, NEWS], group: "Often"})
    assert_equal [ANA, NEWS], Store::CurrentRulebook.document["groups"].find { _1["name"] == "Often" }["members"]
    ask(:post, "/senders/group", {by: "domain", keys: ["page.example"], group: "OFTEN"})
    assert_equal [ANA, NEWS, "@page.example"], Store::CurrentRulebook.document["groups"].find { _1["name"] == "Often" }["members"]
    assert_match(/already/, ask(:post, "/senders/group", {by: "address", keys: [ANA], group: "often"}, status: 409)["detail"])
    assert_match(/mailing list cannot/,
      ask(:post, "/senders/group", {by: "list", keys: ["diary.example.list"], group: "A"}, status: 422)["detail"])
    ask(:post, "/senders/view", {by: "list", keys: ["diary.example.list"], name: "The diary"})
    view = Store::CurrentRulebook.rulebook.views.find { _1.name == "The diary" }
    assert_equal 3, Store::ViewQuery.new(view, clock.now, LISBON).count
    ask(:post, "/senders/view", {by: "list", keys: ["diary.example.list"], name: " "}, status: 422)
  end

  def asking(*keys, by: "address", path: "", **more) = ask(:post, "/senders/asking#{path}", {by: by, keys: keys}, **more)
  def asked = ask(:get, "/senders/asked")["asked"]

  def test_before_it_goes_it_is_said_which_address_is_told_what
    ways = asking(NEWS, "bo@casadomar.example", "cy@page.example", ANA, path: "/preview")["asked"].to_h { [_1["key"], _1] }
    assert_equal ["one_click", true], ways[NEWS].values_at("way", "possible")
    assert_equal "Posts “List-Unsubscribe=One-Click” to https://diary.example/leave?u=1, and nothing else of you goes along.",
      ways[NEWS]["said"]
    assert_equal "Writes “leave” from wren@lanternquay.example to stop@casadomar.example.", ways["bo@casadomar.example"]["said"]
    assert_equal ["page", "https://page.example/leave", false], ways["cy@page.example"].values_at("way", "target", "possible")
    assert_equal [nil, "none of its messages says how"], ways[ANA].values_at("way", "reason")
  end

  def test_by_one_click_after_a_moment_and_once
    stand_in = Post::StandInLists.new.start
    done = asking(NEWS)
    assert_equal "Diary is asked to send no more.", done["message"]
    due = Desk::AskDue.new(clock, stand_in: ["127.0.0.1", stand_in.port])
    refute due.call, "it can be taken back for a moment"
    later(11)
    due = Desk::AskDue.new(clock, stand_in: ["127.0.0.1", stand_in.port])
    assert due.call
    refute due.call
    assert_equal [["diary.example", "/leave?u=1", "List-Unsubscribe=One-Click"]], stand_in.taken.map(&:to_a)
    assert_equal ["asked", "Asked to stop on Tuesday 9 March; nothing has come since."], asked.first.values_at("state", "said")
    assert_match(/asked already/, asking(NEWS, status: 409)["detail"])
    assert_match(/asked already; that cannot be taken back/, ask(:post, "/undo/#{done["undo_id"]}", status: 409)["detail"])
  ensure
    stand_in.stop
  end

  def test_by_mail_through_the_outbox
    asking("bo@casadomar.example")
    assert_equal "You asked Bo to send no more.", ask(:get, "/outbox")["open"].first["why"]
    later(11)
    go_out
    letter = come_to("stop@casadomar.example").first
    assert_equal ["leave", ["wren@lanternquay.example"]], [letter.subject, letter.from]
    assert_equal "asked", asked.first["state"]
  end

  def test_taken_back_in_time
    done = asking(NEWS, "bo@casadomar.example")
    assert_equal "Two senders are asked to send no more.", done["message"]
    ask(:post, "/undo/#{done["undo_id"]}")
    assert_empty asked
    later(11)
    refute Desk::AskDue.new(clock, client: ->(_) { flunk }).call
    go_out
    assert_empty come_to("stop@casadomar.example")
  end

  # Of several, what has gone has gone; the others are not asked.
  def test_taken_back_when_some_have_gone
    done = asking(NEWS, "bo@casadomar.example")
    later(11)
    Desk::AskDue.new(clock, client: ->(_) {}).call
    assert_equal "Undone: Two senders are asked to send no more. One of them was asked already.",
      ask(:post, "/undo/#{done["undo_id"]}")["message"]
    go_out
    assert_empty come_to("stop@casadomar.example")
  end

  def test_what_fails_is_told_and_asked_again
    asking(NEWS)
    later(11)
    Desk::AskDue.new(clock, client: ->(_) { raise Post::OneClick::Failed, "diary.example refused it (403)." }).call
    assert_equal ["failed", "Not asked: diary.example refused it (403)."], asked.first.values_at("state", "said")
    asking(NEWS)
    assert_equal "waiting", asked.first["state"]
  end

  # A stop between the asking and its note: they are asked again, which the standard has them take as once.
  def test_what_a_stop_left_under_way_goes_again
    asking(NEWS)
    later(11)
    Store::Unsubscribing.update_all(state: "sending")
    went = []
    Desk::AskDue.new(clock, client: ->(address) { went << address }).call
    assert_equal [["https://diary.example/leave?u=1"], "asked"], [went, asked.first["state"]]
  end

  def test_who_writes_after_ten_days_is_told_until_they_are_kept_away
    asking(NEWS)
    later(11)
    Desk::AskDue.new(clock, client: ->(_) {}).call
    later(3 * 86_400)
    2.times { writes("Diary <#{NEWS}>", "On its way") }
    assert_equal ["Asked to stop on Tuesday 9 March; has written twice since.", false], asked.first.values_at("said", "again")
    later(8 * 86_400)
    writes("Diary <#{NEWS}>", "Still")
    assert_equal [true, 1], asked.first.values_at("again", "late")
    kinds = -> { ask(:get, "/check-up")["findings"].map { _1["kind"] } }
    assert_includes kinds.call, "writes_still"
    choose("never_again", [NEWS])
    refute_includes kinds.call, "writes_still"
  end

  def test_all_of_a_domain_and_a_list
    assert_equal ["bo@casadomar.example"], asking("casadomar.example", by: "domain", path: "/preview")["asked"].map { _1["key"] }
    asking("diary.example.list", by: "list")
    assert_equal %w[list diary.example.list], asked.first.values_at("by", "key")
  end

  def test_nobody_is_left_out_without_a_word
    201.times { |n| writes("p#{n}@many.example", "Letter #{n}", headers: ["List-Unsubscribe: <mailto:stop@many.example>"]) }
    many = Array.new(201) { "p#{_1}@many.example" }
    said = /Those are 201 senders; 200 are asked at once/
    assert_match(said, asking(*many, status: 422)["detail"])
    assert_match(said, asking("many.example", by: "domain", path: "/preview", status: 422)["detail"])
  end

  def test_without_a_server_mail_cannot_ask
    Store::MailServer.delete_all
    assert_match(/no server is given/, asking("bo@casadomar.example", status: 409)["detail"])
  end

  def test_look_alikes_are_marked
    Store::Message.first # of Ana, who is answered
    writes("ana <ana@elsewhere.example>", "Me again") # her shown name is her address' own: no name to go by
    writes("Ana Ferro <ana2@casadomar.example>", "Hello", id: "<af@x>")
    take(from: "wren@lanternquay.example", mailbox: "Sent", headers: ["In-Reply-To: <af@x>"])
    writes("Ana Ferro <ferro@elsewhere.example>", "Urgent")
    writes("X <x@lanternquаy.example>", "Urgent") # with a Cyrillic letter
    assert_match(/is also the name of ana2@casadomar\.example, whom you answer/, row("ferro@elsewhere.example")["caution"])
    assert_nil row("ana2@casadomar.example")["caution"]
    assert_match(/looks like lanternquay\.example/, list("&text=x").fetch("senders").find { _1["name"] == "X" }["caution"])
  end

  def test_ten_thousand_are_asked_for_in_parts
    columns = (Store::Message.column_names - %w[id digest sender_key]).join(", ")
    many = "senders WHERE senders.domain = 'many.example'"
    Store::Record.with_connection do |here|
      250.times do |n|
        here.execute("INSERT INTO senders (key, domain, name, first_at, last_at) VALUES ('p#{n}@many.example', 'many.example', 'P', 1, 1)")
      end
      here.execute("INSERT INTO messages (#{columns}, digest, sender_key) SELECT #{columns}, 'd' || senders.id, senders.key " \
        "FROM messages, #{many} AND messages.id = (SELECT min(id) FROM messages)")
      here.execute("INSERT INTO traffic (message_id, sender_id, arrived_at, mine, kind, size, unsubscribe, came) SELECT messages.id, " \
        "senders.id, #{clock.now.to_i}, 0, 'person', 1, 0, 'arrived' FROM messages, #{many} AND senders.key = messages.sender_key")
    end
    page = list("&text=many&order=name&falling=false&offset=200")
    assert_equal [250, 50, 200], [page["total"], page["senders"].size, page["offset"]]
    assert_empty list("&text=many&offset=5000")["senders"]
  end
end
