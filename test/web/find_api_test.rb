# frozen_string_literal: true

require_relative "../support/api_helper"

class FindAPITest < Minitest::Test
  include APIHelper

  def setup
    super
    set_up(rules: [rule("Loans", when: leaf("subject", "mentions", ["loan"]), then: {"timing" => {"now" => true}, "labels" => ["Loans"]})])
    take(subject: "Condition report for the chart", text: "Long before that.\n#{"Nothing here. " * 40}The loan agreement is signed.")
    take(subject: "A loan", text: "The agreement, and 100 % of it. 🗺")
    take(subject: "Lunch", from: "Marta Quíst <marta@lanternquay.example>", text: "Soup; agreements can wait")
    take(subject: "Sent by me", from: "wren@lanternquay.example", to: "a@b.example", mailbox: "Sent", text: "agreement")
    take(subject: "Old", date: at("09:00", "2027-01-04"), text: "agreement of January")
  end

  def find(text, **narrowed) = ask(:get, "/find?#{Rack::Utils.build_query({text: text, **narrowed})}")
  def subjects(...) = find(...)["messages"].map { _1["subject"] }

  def test_words_phrases_beginnings_people_and_signs
    assert_equal ["A loan", "Condition report for the chart"], subjects("agreement loan")
    assert_equal ["Condition report for the chart"], subjects("\"loan agreement\"")
    assert_equal 5, subjects("agree").size
    assert_equal ["Lunch"], subjects("marta quis")
    assert_equal ["Lunch"], subjects("QUÍST")
    assert_equal [["A loan"], ["A loan"]], [subjects("🗺"), subjects("100 %")]
    ["\"", "AND", "NOT (", "a* OR \"b", "subject:loan", "\u0000loan", "NEAR(loan agreement)", "-", "'; DROP TABLE messages", "^loan", "{",
      "“half"].each do |text|
      find(text)
    end
    assert_equal [["A loan"]] * 2, [subjects("loan AND"), subjects("and loan")], "a sign of any query language is just text"
    assert_equal ["Condition report for the chart"], subjects("NOT loan")
  end

  def test_it_says_where_each_is_and_shows_the_words
    found = find("agreement")
    assert_equal({"A loan" => "on the Front", "Condition report for the chart" => "held", "Old" => "cleared", "Sent by me" => "Sent",
      "Lunch" => "held"}, found["messages"].to_h { [_1["subject"], _1["because"].split(" · ").last] })
    report = found["messages"].find { _1["subject"].start_with?("Condition") }
    assert_match(/\A… .*loan agreement is signed/, report["excerpt"])
    assert_includes report["excerpt_pieces"], ["agreement", true]
    assert_equal "Five messages found.", found["lead"]
  end

  def test_narrowing_by_sender_label_month_and_account
    facets = ask(:get, "/find/facets?text=agreement")["facets"].to_h do |facet|
      [facet["key"], facet["choices"].map { _1.values_at("value", "count") }]
    end
    assert_equal [["ana@casadomar.example", 3], [["Loans", 1]], [["2027-03", 4], ["2027-01", 1]], [["Work", 5]]],
      [facets["sender"][0], facets["label"], facets["month"], facets["account"]]
    assert_equal ["Old"], subjects("agreement", month: "2027-01")
    assert_equal ["A loan"], subjects("agreement", label: "Loans", sender: "ana@casadomar.example", account: "Work")
    assert_equal "One message found, of five messages.", find("agreement", label: "Loans")["lead"]
  end

  # The whole of what is shown becomes the view or the rule, what it was narrowed by too.
  def test_what_is_narrowed_is_kept_narrowed
    narrowed = {sender: "ana@casadomar.example", month: "2027-03", account: "Work"}
    found = find("agreement", **narrowed)
    id = ask(:post, "/views", {body: {name: "Found", when: found["condition"], sent: true}})["id"]
    assert_equal [2, 2, true], [found["count"], ask(:get, "/views/#{id}")["count"], found["for_rules"]]
    draft = {name: "F", when: found["condition"], then: {flag: true}}
    assert_equal found["count"], ask(:post, "/rules/dry-run", {body: draft, days: 90})["matches"]
    labelled = find("agreement", label: "Loans")
    assert_equal false, labelled["for_rules"], "no rule may ask which labels it wears"
    other = ask(:post, "/views", {body: {name: "Labelled", when: labelled["condition"], sent: true}})["id"]
    assert_equal 1, ask(:get, "/views/#{other}")["count"]
  end

  def test_a_condition_of_the_written_language_is_heard_and_anything_may_become_a_view
    found = find("the subject mentions “loan” and it is on the Front")
    assert_equal [["A loan"], "the subject mentions “loan” and it is on the Front", false],
      [found["messages"].map { _1["subject"] }, *found.values_at("heard", "for_rules")]
    plain = find("agreement \"loan agreement\"")
    assert_equal [nil, {"fact" => "anywhere", "op" => "mentions_all", "value" => ["agreement*", "loan agreement"]}, true],
      plain.values_at("heard", "condition", "for_rules")
    id = ask(:post, "/views", {body: {name: "Found", when: plain["condition"], sent: true}})["id"]
    assert_equal plain["count"], ask(:get, "/views/#{id}")["count"]
    assert_equal [], find("the subject mentions")["messages"], "half a condition is words"
  end

  def hints(text) = ask(:get, "/find/hints?#{Rack::Utils.build_query({text: text})}")["hints"].map { _1.values_at("kind", "label", "text") }

  def test_people_labels_accounts_days_and_states_are_offered_while_one_types
    assert_equal [["person", "Marta Quíst · marta@lanternquay.example", "the sender is marta@lanternquay.example"]], hints("quís")
    assert_equal [["label", "Loans", "its label is Loans and anything in it mentions all of “signed*”"]], hints("signed loa")
    assert_equal [["date", "Yesterday", "it arrived on 2027-03-08"]], hints("yest")
    assert_equal [["date", "January 2027", "it arrived after 2026-12-31 and it arrived before 2027-02-01"]], hints("january")
    assert_equal [["date", "4 January 2027", "it arrived on 2027-01-04"]], hints("4 jan")
    assert_equal [["account", "Work", "its account is Work"]], hints("wor")
    assert_includes hints("held"), ["state", "It is held", "it is held"]
    ["", " ", "\"a", "99", "🗺"].each { assert_empty hints(_1) }
    ["quís", "signed loa", "yest", "january", "wor", "held"].each do |typed|
      hints(typed).each { |*, text| assert find(text)["heard"], text }
    end
  end

  def test_bytes_that_are_no_text_are_just_text
    paths = %w[find find/facets find/hints].product(["%FF", "loan%FF", "loan%00", "%E2%80%9Chalf", "%22loan&sender=%FF"])
    assert_equal [200], paths.map { |path, text| get("/api/#{path}?text=#{text}").status }.uniq
    assert_equal ["A loan"], ask(:get, "/find?text=a%FFloan")["messages"].map { _1["subject"] }
  end

  def test_pages_go_through_all_that_is_found_without_doubling_any
    Store::SearchIndex.catch_up
    120.times { |n| take(subject: n.even? ? "Portolan #{n}" : "Chart #{n}", text: "portolan", date: clock.now - n) }
    Store::SearchIndex.step(limit: 70)
    ids = [0, 50, 100, 150].flat_map { |offset| ask(:get, "/find?text=portolan&offset=#{offset}")["messages"].map { _1["id"] } }
    assert_equal [120, 120], [ids.size, ids.uniq.size]
    indexed = Store::Message.where(id: ids.drop(50)).pluck(:id, :subject).to_h
    assert_equal ids.drop(50), ids.drop(50).sort_by { |id| [indexed[id].start_with?("Portolan") ? 0 : 1, -id] },
      "the subject counts more than the text"
  end

  def test_new_mail_is_found_at_once
    take(subject: "Crate 74")
    take(subject: "Crate 7")
    take(subject: "Crate 75")
    Store::SearchIndex.catch_up
    assert_equal [["Crate 7"], ["Crate 7", "Crate 74", "Crate 75"]], [subjects("crate 7"), subjects("crat").sort], "a number is whole"
    assert_empty subjects("portolan")
    take(subject: "Portolan with a torn neck")
    assert_equal ["Portolan with a torn neck"], subjects("portolan torn")
  end

  def test_what_is_found_is_narrowed_by_how_it_stands_and_put_in_order_of_date
    files = ["MIME-Version: 1.0", "Content-Type: multipart/mixed; boundary=b"]
    take(subject: "Portolan one", headers: files, text: "--b\nContent-Type: application/pdf; name=a.pdf\n\nx\n--b--")
    two, three = take(subject: "Two", text: "portolan", date: clock.now - 60), take(subject: "Portolan three", date: clock.now - 120)
    Desk::Discard.new(clock).call([two.id])
    Desk::MarkRead.new(clock).call([three.id])
    Store::SearchIndex.catch_up
    assert_equal ["Portolan three", "Portolan one", "Two"], subjects("portolan")
    newest = ask(:get, "/find?text=portolan&order=newest")["messages"].map { _1["subject"] }
    assert_equal ["Portolan one", "Two", "Portolan three"], newest
    {"read=read" => ["Portolan three"], "files=with" => ["Portolan one"], "state=discarded" => ["Two"],
     "state=sent" => []}.each do |by, found|
      assert_equal found, ask(:get, "/find?text=portolan&#{by}")["messages"].map { _1["subject"] }, by
    end
    facets = ask(:get, "/find/facets?text=portolan&all=true")["facets"].to_h { |one|
      [one["key"], one["choices"].to_h {
                     _1.values_at("value", "count")
                   }]
    }
    assert_equal [3, {"with" => 1, "without" => 2}, 1], [facets["read"].values.sum, facets["files"], facets["state"]["discarded"]]
    kept = ask(:get, "/find?text=portolan&files=with&read=unread")
    assert_equal [["has_attachment", "unread"], false], [kept["condition"]["all"].map { _1["fact"] }.drop(1).sort, kept["for_rules"]]
  end
end
