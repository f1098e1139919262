# frozen_string_literal: true

require_relative "../support/api_helper"

# Who the owner is can be said again at any time: what it changes is told first, mail that is here follows, and it is undone.
class AboutAPITest < Minitest::Test
  include APIHelper

  def about(**more) = ask(:get, "/about").then { |page| given(page).merge(more.transform_keys(&:to_s)) }

  def given(page)
    page.merge("accounts" => page["accounts"].map { _1.slice("id", "name", "addresses") })
  end

  def save(**more) = ask(:put, "/about", about(**more))
  def facts = Store::Message.order(:id).pluck(:from_me, :reply_to_mine, :account_key)

  def test_another_address_makes_earlier_mail_ones_own
    set_up(rules: [rule("Mine", when: leaf("from_me", "is", true))])
    sent = take(from: "w.adeyemi@casadomar.example", subject: "Loan", id: "<1@x>")
    take(subject: "Re: Loan", id: "<2@x>", headers: ["In-Reply-To: <1@x>"])
    before = facts
    more = {addresses: ["Wren Adeyemi <wren@lanternquay.example>, w.adeyemi@casadomar.example"]}
    told = ask(:post, "/about/preview", about(**more))
    assert_equal ["Of all mail here, one message counts as sent by you then; now none do.", "“Mine” asks who you are, and follow."],
      told["says"].map { _1.sub("zero", "none").sub("0 do", "none do") }
    done = save(**more)
    assert_equal [[true, false], [false, true]], facts.map { _1.first(2) }
    assert Store::Message.find(sent.id).from_me
    ask(:post, "/undo/#{done["undo_id"]}")
    assert_equal before, facts
  end

  def test_an_account_gets_another_name_and_rules_views_and_mail_follow
    set_up(rules: [rule("Work", when: leaf("account", "is", ["Work"]))])
    take
    ask(:post, "/views", {body: {"name" => "W", "when" => {"all" => []}, "accounts" => ["work"]}})
    done = save(accounts: [{"id" => 1, "name" => "Museum", "addresses" => ["wren@lanternquay.example"]},
      {"name" => "Desk", "addresses" => ["exhibitions@lanternquay.example"]}])
    assert_equal [["Museum"], ["Museum"], "museum"],
      [Store::Rule.first.body["when"]["value"], Store::View.first.body["accounts"], facts[0][2]]
    assert_equal %w[Museum Desk], ask(:get, "/about")["accounts"].map { _1["name"] }
    Store::Source.create!(path: "/x", kind: "maildir", account_id: Store::Account.last.id)
    assert_match(/mail has come into it/, ask(:post, "/undo/#{done["undo_id"]}", status: 409)["detail"])
    Store::Source.delete_all
    ask(:post, "/undo/#{done["undo_id"]}")
    assert_equal [["Work"], "work"], [Store::Account.pluck(:name), facts[0][2]]
    other = about(accounts: [{"name" => "Other", "addresses" => ["a@b.example"]}])
    assert_match(/holds mail or is read from a folder/, ask(:put, "/about", other,
      status: 409)["detail"])
  end

  def test_two_tabs_and_an_account_that_goes_and_comes_back
    set_up
    here = about
    save(accounts: [*here["accounts"], {"name" => "Second", "addresses" => ["b@b.example"]}])
    assert_match(/changed elsewhere/, ask(:put, "/about", here.merge("name" => "Late"), status: 409)["detail"])
    done = save(accounts: here["accounts"])
    assert_equal ["Work"], Store::Account.pluck(:name)
    ask(:post, "/undo/#{done["undo_id"]}")
    assert_equal %w[Work Second], ask(:get, "/about")["accounts"].map { _1["name"] }
  end

  def test_two_accounts_may_change_names_with_each_other
    set_up(rules: [rule("Both", when: {"any" => [leaf("account", "is", ["Work"]), leaf("account", "is", ["Desk"])]})])
    save(accounts: [*about["accounts"], {"name" => "Desk", "addresses" => ["b@b.example"]}])
    swapped = about["accounts"].zip(%w[Desk Work]).map { |account, name| account.merge("name" => name) }
    done = save(accounts: swapped)
    names = -> { Store::Rule.first.body["when"]["any"].map { _1["value"] } }
    assert_equal [["Desk"], ["Work"]], names.call
    ask(:post, "/undo/#{done["undo_id"]}")
    assert_equal [[["Work"], ["Desk"]], %w[Work Desk]], [names.call, Store::Account.order(:id).pluck(:name)]
  end

  WRONG = {
    {addresses: ["wren@lanternquay"]} => "“wren@lanternquay” is not whole: it has no ending such as .example.",
    {addresses: []} => "Give at least one address of yours.",
    {addresses: ["@b.example"]} => "“b.example” is a whole domain: give your address there.",
    {organisation: ["a@b.example"]} => "“a@b.example” is an address: give the domain alone, b.example.",
    {name: " "} => "Nothing is written here yet.", {time_zone: "Lisbon"} => "Choose a time zone of the list, such as Europe/Lisbon.",
    {accounts: []} => "One account has to stay."
  }.freeze

  def test_what_cannot_be_right_is_told_in_words
    set_up
    WRONG.each do |more, words|
      %i[put post].zip(["/about", "/about/preview"]) { |verb, path|
        assert_includes ask(verb, path, about(**more), status: 422)["detail"], words
      }
    end
    assert_empty Store::UndoStep.all
  end

  def test_people_are_read_as_they_are_pasted
    set_up
    take
    assert_equal({"terms" => ["group:Lenders", "ana@casadomar.example"], "unread" => ["x"]},
      ask(:post, "/people/read", {text: "lenders; ana ferro\nx"}))
    ask(:put, "/things/groups", {thing: {name: "Pasted", members: ["Ana <a@b.example>", "*@c.example"]}})
    assert_equal ["a@b.example", "@c.example"], ask(:get, "/things")["groups"].last["members"]
  end

  def test_the_first_run_refuses_an_address_that_is_not_whole_and_begins_with_views
    given = {name: "Wren", addresses: ["wren@lanternquay"], organisation: [], time_zone: "Europe/Lisbon"}
    ask(:post, "/setup", given, status: 422)
    ask(:post, "/setup", given.merge(addresses: ["wren@lanternquay.example"]))
    assert_equal ["All mail", "Unread", "I wait for an answer"], Store::View.in_order.map(&:name)
  end

  def test_the_first_run_may_begin_with_a_rulebook
    get "/api/rulebook"
    assert_equal 409, last_response.status
    file = JSON.generate(document(rules: [rule("One")], accounts: [{"name" => "Work", "addresses" => ["wren@lanternquay.example"]}]))
    ask(:post, "/rulebook", {text: file, way: "add"})
    assert_equal [["One"], ["Work"]], [Store::Rule.in_order.map(&:name), Store::Account.pluck(:name)]
  end
end
