# frozen_string_literal: true

require_relative "../support/api_helper"

class APITest < Minitest::Test
  include APIHelper

  def test_an_empty_database_asks_whose_mail_it_is
    refute ask(:get, "/status")["ready"]
    assert_match(/does not know its owner/, ask(:get, "/front", status: 409)["detail"])
    assert_includes ask(:get, "/zones")["zones"], "Europe/Lisbon"
    wrong = ask(:post, "/setup", {name: "Wren", addresses: ["nobody"], organisation: [], time_zone: "Mars/Base"}, status: 422)
    assert_equal %w[/addresses /time_zone], wrong["errors"].map { _1["pointer"] }
    ask(:post, "/setup", {name: "Wren", addresses: ["w@q.example"], organisation: ["q.example"], time_zone: "Europe/Lisbon"})
    assert_equal ["Nothing needs you. The Front is clear.", "Nothing is held. The 12:00 round is next."], ask(:get, "/front")
      .values_at("lead", "waiting")
  end

  def test_the_front_by_priority_and_by_round
    set_up(rules: [rule("Top", when: leaf("subject", "mentions", ["border"]), then: {"timing" => {"now" => true}, "priority" => "top"}),
      rule("Low", when: leaf("subject", "mentions", ["report"]), then: {"priority" => "low"})])
    take(subject: "At the border", date: at("09:10"))
    take(subject: "Hourly report", date: at("07:00"))
    take(subject: "Round", date: at("07:30"))
    take(subject: "Straight", date: at("08:30"))
    take(subject: "Yesterday", date: at("08:30", "2027-03-08"))
    take(subject: "Held", date: at("09:12"))
    page = ask(:get, "/front")
    assert_equal ["One message needs you now.", "One message waits for the 10:30 round."], page.values_at("lead", "waiting")
    assert_equal [["Now", ["At the border"]], ["Straight in today", ["Straight"]],
      ["Came with the 08:00 round", ["Round", "Hourly report"]], ["From Monday 8 March", ["Yesterday"]]],
      page["sections"].map { |section| [section["title"], section["messages"].map { _1["subject"] }] }
  end

  def test_held_says_until_when_and_why
    set_up(rules: [rule("Friday", when: leaf("subject", "mentions", ["news"]),
      then: {"timing" => {"until" => {"weekday" => "fri", "at" => "16:00"}}})])
    take(subject: "Held")
    take(subject: "News")
    groups = ask(:get, "/held")["groups"]
    assert_equal [["The 10:30 round", "in 1 h 16 min", "Morning window"], ["Until Fri 16:00", "in 3 days 6 h", "by rule Friday"]],
      groups.map {
        [_1["title"], _1["wait"], _1["messages"][0]["because"]]
      }
  end

  def test_the_day_in_minutes
    set_up
    take
    day = ask(:get, "/day")
    assert_equal ["Tuesday 9 March", "Next round in 1 h 16 min", 554], day.values_at("title", "next_round", "now")
    windows = day["windows"].map { _1.values_at("name", "from", "to") }.sort_by { _1[1] }
    assert_equal [["Night", 0, 480], ["Morning", 540, 720], ["Night", 1080, 1440]], windows
    assert_equal [["08:00", true, 0], ["10:30", false, 1]], day["rounds"].map { _1.values_at("time", "done", "count") }
    assert_equal 1, ask(:get, "/rounds?at=2027-03-09T10:30:00Z")["messages"].size
  end

  def test_a_sheet_explains_itself_and_says_where_it_lives
    set_up(rules: [rule("Ana", when: leaf("from", "is", ["group:Lenders"]), then: {"priority" => "high"})])
    sheet = ask(:get, "/messages/#{take(subject: "Papers", headers: ["Cc: Joost <j@z.example>"]).id}")
    assert_equal ["to you, copied to Joost", "In INBOX of wren@lanternquay.example, where it stays", true],
      sheet.values_at("addressed", "place", "held")
    assert_equal "Waits for the 10:30 round, high priority.", sheet["why"]["summary"]
    assert_equal Store::Rule.first.id, sheet["why"]["lines"].find { _1["rule"] == "Ana" }["rule_id"]
  end

  def test_html_is_shown_apart_and_safe_and_files_are_downloads
    set_up
    body = ["Content-Type: multipart/mixed; boundary=B", "", "--B", "Content-Type: text/html", "",
      "<p>Hi<script>x</script><img src='https://t.example/p'></p>", "--B", "Content-Type: text/html; name=\"évil.html\"", "",
      "<script>x</script>", "--B--"]
    letter = Post::Letter.new("From: a@b.example\nDate: #{clock.now.rfc2822}\n#{body.join("\n")}\n")
    id = Desk::TakeIn.new(clock).call(letter, account: Store::Account.first).id
    get "/api/messages/#{id}/html"
    assert_includes last_response.headers["content-security-policy"], "sandbox"
    refute_match(/script>|t\.example/, last_response.body)
    assert ask(:get, "/messages/#{id}/remote")["left_out"]
    get "/api/messages/#{id}/attachments/0"
    assert_equal ["application/octet-stream", "attachment; filename*=UTF-8''%C3%A9vil.html", "nosniff"],
      last_response.headers.values_at("content-type", "content-disposition", "x-content-type-options")
    assert_equal 404, ask(:get, "/messages/999", status: 404)["status"]
    get "/api/messages/#{id}/raw"
    assert_equal letter.raw, last_response.body.b
  end

  def test_acts_and_undo
    set_up
    id = take(date: at("08:30")).id
    done = ask(:post, "/acts", {act: "clear", messages: [id]})
    assert_equal 0, ask(:get, "/front")["count"]
    ask(:post, "/undo/#{done["undo_id"]}")
    assert_equal 1, ask(:get, "/front")["count"]
  end

  def test_a_rule_from_a_message
    set_up
    3.times { take(subject: "Papers for the customs") }
    starts = ask(:get, "/messages/#{Store::Message.first.id}/starts")
    assert_equal [["from Ana Ferro", 3], ["from anyone at casadomar.example", 3]], starts["starts"].first(2).map {
      _1.values_at("label", "count")
    }
    condition = {all: [starts["starts"][0]["condition"]]}
    made = ask(:post, "/rules", {body: {name: "Ana", when: condition, then: {timing: {now: true}}}}, status: 201)
    assert_equal "When the sender is ana@casadomar.example: straight in.", made["rule"]["sentence"]
    changed = ask(:put, "/rules/#{made["rule"]["id"]}", {version: 1, body: made["rule"]["body"].merge("name" => "Ana Ferro")})
    assert_match(/changed elsewhere/,
      ask(:put, "/rules/#{made["rule"]["id"]}", {version: 1, body: changed["rule"]["body"]}, status: 409)["detail"])
    assert_equal "One rule is read in this order.", ask(:get, "/rules")["lead"]
    ask(:delete, "/rules/#{made["rule"]["id"]}")
    assert_equal [], ask(:get, "/rules")["rules"]
  end

  def test_the_vocabulary_follows_from_the_facts
    set_up
    facts = ask(:get, "/vocabulary")["facts"]
    assert_equal Core::Facts.all.keys, facts.map { _1["name"] }
    assert(facts.all? { |fact| fact["ops"].any? && (fact["shape"] != "flag" || fact["denial"]) })
  end

  def bring(name, text, status: 200)
    custom_request("POST", "/api/imports?name=#{name}", {}, :input => text, "CONTENT_TYPE" => "application/octet-stream")
    assert_equal status, last_response.status, last_response.body
    JSON.parse(last_response.body)
  end

  def test_files_are_brought_in
    set_up
    assert_equal [1, 1, 0], bring("a.eml", raw(id: "<1@x>", date: at("08:30"))).values_at("taken", "arrived", "doubles")
    assert_equal [0, 1], bring("b.eml", raw(id: "<1@x>", date: at("08:30"))).values_at("taken", "doubles")
    assert_match(/c.pdf is no mail/, bring("c.pdf", "%PDF", status: 422)["detail"])
    assert_match(/d.eml is empty/, bring("d.eml", "", status: 422)["detail"])
    assert_equal 1, ask(:get, "/sources")["messages"]
  end

  def test_the_door
    set_up
    assert_equal 400, ask(:post, "/acts", {act: "zap", messages: [1]}, status: 400)["status"]
    assert_equal 404, ask(:post, "/acts", {act: "clear", messages: [99]}, status: 404)["status"]
    assert_equal 409, ask(:patch, "/clock", {rate: 1}, status: 409)["status"]
    header "Origin", "http://elsewhere.example"
    post "/api/acts", JSON.generate(act: "clear", messages: [1]), "CONTENT_TYPE" => "application/json"
    assert_equal 403, last_response.status
    header "Host", "elsewhere.example"
    get "/api/front"
    assert_equal 403, last_response.status
  end

  def test_what_is_sent_is_compressed_and_a_part_of_the_page_that_is_gone_is_not_another_page
    header "Accept-Encoding", "gzip"
    fetch_raw("/api/vocabulary")
    assert_equal "gzip", last_response.headers["content-encoding"]
    assert_kind_of Hash, JSON.parse(Zlib.gunzip(last_response.body))
    header "Accept-Encoding", nil
    fetch_raw("/api/vocabulary")
    assert_nil last_response.headers["content-encoding"]
    fetch_raw("/assets/index-gone.js")
    assert_equal [404, false], [last_response.status, last_response.body.include?("<html")]
  end

  def fetch_raw(path) = custom_request("GET", path, {}, {})
end
