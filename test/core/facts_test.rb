# frozen_string_literal: true

require_relative "../support/core_helper"

# A row for each fact and operator: what holds, and what nearly does.
class FactsTest < Minitest::Test
  include CoreHelper

  def check(condition, holds:, fails:)
    holds.each { |fields| assert holds?(condition, mail(**fields)), "#{condition} should hold for #{fields}" }
    fails.each { |fields| refute holds?(condition, mail(**fields)), "#{condition} should fail for #{fields}" }
  end

  def attachment(name) = Core::Attachment.new(name: name, type: "application/pdf", bytes: 9)

  def test_texts
    check leaf("subject", "mentions", %w[loan crate]), holds: [{subject: "The loan"}, {subject: "crate"}], fails: [{subject: "loans"}, {}]
    check leaf("subject", "mentions_all", %w[loan crate]), holds: [{subject: "crate of the loan"}], fails: [{subject: "loan"}]
    check leaf("body", "contains", ["ate"]), holds: [{body: "crated"}], fails: [{subject: "crate"}]
    check leaf("subject", "is", ["Réading"]), holds: [{subject: " reading "}], fails: [{subject: "readings"}]
    check leaf("subject", "starts_with", ["Alarm"]), holds: [{subject: "alarm: store B"}], fails: [{subject: "an alarm"}]
    check leaf("attachment_name", "ends_with", [".pdf"]), holds: [{attachments: [attachment("a.PDF")]}],
      fails: [{attachments: [attachment("pdf.txt")]}, {}]
    check leaf("subject_or_body", "mentions", ["loan ready"]), holds: [{body: "loan ready"}], fails: [{subject: "loan", body: "ready"}]
    check leaf("subject_or_body", "mentions_all", %w[loan ready]), holds: [{subject: "loan", body: "ready"}], fails: [{subject: "loan"}]
    check leaf("anywhere", "contains", ["casadomar"]), holds: [{}], fails: [{from: "x@y.example"}]
    check leaf("header:X-Ship", "mentions", ["gull"]), holds: [{headers: {"x-ship" => ["tern", "the Gull"]}}],
      fails: [{headers: {"x-ship" => ["tern"]}}, {}]
  end

  def test_people
    check leaf("from", "is", ["ANA@casadomar.example"]), holds: [{}], fails: [{from: "ana@sub.casadomar.example"}, {from: []}]
    check leaf("from", "is", ["group:lenders"]), holds: [{}, {from: "x@a.northgate.example"}], fails: [{from: "x@casadomar.example"}]
    check leaf("from", "is", ["me"]), holds: [{from: "desk@lanternquay.example"}], fails: [{}]
    check leaf("from", "is", ["my_organisation"]), holds: [{from: "x@hr.lanternquay.example"}], fails: [{}]
    check leaf("from", "is", ["contacts"]), holds: [{}], fails: [{from: "x@y.example"}]
    check leaf("from", "contains", ["férro"]), holds: [{from: [address("a@b.example", "Ana Ferro")]}, {from: "férro@b.example"}],
      fails: [{from: "ferro@b.example"}].drop(1)
    check leaf("cc", "is", ["@y.example"]), holds: [{cc: ["x@y.example"]}], fails: [{to: ["x@y.example"]}]
    check leaf("recipients", "is", ["@y.example"]), holds: [{cc: ["x@y.example"]}, {to: ["x@y.example"]}], fails: [{}]
    check leaf("reply_to", "is", ["@casadomar.example"]), holds: [{reply_to: [address("a@casadomar.example")]}], fails: [{}]
  end

  def test_role
    me, other = "wren@lanternquay.example", "x@y.example"
    check leaf("my_role", "is", ["only_to"]), holds: [{to: [me]}, {to: [me, "desk@lanternquay.example"]}],
      fails: [{to: [me, other]}, {to: [me], cc: [other]}]
    check leaf("my_role", "is", ["to"]), holds: [{to: [me]}, {to: [me, other]}], fails: [{to: [other], cc: [me]}]
    check leaf("my_role", "is", ["cc"]), holds: [{to: [other], cc: [me]}], fails: [{to: [me], cc: [me]}]
    check leaf("my_role", "is", ["not_named"]), holds: [{to: [other]}, {to: []}], fails: [{cc: [me]}]
  end

  def test_flags
    check leaf("has_attachment", "is", true), holds: [{attachments: [attachment("a")]}], fails: [{}]
    check leaf("first_contact", "is", false), holds: [{}], fails: [{first_contact: true}]
    check leaf("reply_to_mine", "is", true), holds: [{reply_to_mine: true}], fails: [{}]
    check leaf("from_me", "is", true), holds: [{from: "wren@lanternquay.example"}], fails: [{}]
    check leaf("to_list", "is", true), holds: [{headers: {"list-id" => ["<x>"]}}, {headers: {"precedence" => ["List"]}}],
      fails: [{headers: {"precedence" => ["bulk"]}}]
    check leaf("has_unsubscribe", "is", true), holds: [{headers: {"list-unsubscribe" => ["<x>"]}}], fails: [{}]
    check leaf("automatic", "is", true),
      holds: [{headers: {"auto-submitted" => ["auto-generated"]}}, {headers: {"precedence" => ["junk"]}}, {from: "No-Reply@x.example"}],
      fails: [{headers: {"auto-submitted" => ["no"]}}, {headers: {"precedence" => ["list"]}}]
  end

  def test_kind_is_the_first_that_holds
    list = {"list-id" => ["<x>"], "list-unsubscribe" => ["<y>"], "list-post" => ["<z>"]}
    {
      "auto_reply" => {headers: {"auto-submitted" => ["auto-replied; x"]}}, "invitation" => {calendar_method: true, headers: list},
      "newsletter" => {headers: {"list-unsubscribe" => ["<x>"]}}, "list" => {headers: list}, "notice" => {from: "noreply@x.example"},
      "person" => {}
    }.each { |kind, fields| check leaf("kind", "is", [kind]), holds: [fields], fails: [(kind == "person") ? {calendar_method: true} : {}] }
  end

  def test_importance_reads_the_first_header_that_is_there
    check leaf("sender_importance", "is", ["high"]),
      holds: [{headers: {"importance" => ["High"]}}, {headers: {"x-priority" => ["1 (Highest)"]}}, {headers: {"priority" => ["urgent"]}}],
      fails: [{headers: {"importance" => ["normal"], "x-priority" => ["1"]}}, {}]
  end

  def test_numbers_accounts_and_dates
    check leaf("size", "at_least", 10), holds: [{size: 10}], fails: [{size: 9}]
    check leaf("recipient_count", "at_most", 1), holds: [{to: %w[a@b.example A@B.example]}], fails: [{to: %w[a@b.example c@d.example]}]
    check leaf("account", "is", ["WORK"]), holds: [{}], fails: []
    check leaf("mailbox", "is", ["Sent"]), holds: [{mailbox: "sent"}], fails: [{}]
    check leaf("sent_on", "before", "2027-03-09"), holds: [{date: at("23:59", "2027-03-08")}], fails: [{date: at("00:00")}, {}]
    check leaf("sent_on", "before", "2027-03-09", not: true), holds: [{}], fails: [{date: at("23:59", "2027-03-08")}]
    check leaf("arrived_on", "on", "2027-03-09"), holds: [{}], fails: [{arrived_at: at("00:00", "2027-03-10")}]
  end

  def test_arrival_spans_are_half_open_and_run_past_midnight
    night = {"days" => ["mon"], "from" => "18:00", "to" => "08:00"}
    check leaf("arrival", "within", night), holds: [{arrived_at: at("18:00", "2027-03-08")}, {arrived_at: at("07:59")}],
      fails: [{arrived_at: at("08:00")}, {arrived_at: at("18:00")}]
    check leaf("in_window", "is", ["morning"]), holds: [{arrived_at: at("09:00")}], fails: [{arrived_at: at("12:00")}]
  end

  def test_groups
    yes, no = leaf("size", "at_least", 0), leaf("size", "at_least", 1)
    {{"all" => []} => true, {"any" => []} => false, {"none" => []} => true, {"all" => [yes, no]} => false, {"any" => [no, yes]} => true,
     {"none" => [no]} => true, {"none" => [no, yes]} => false, {"all" => [{"any" => [no, {"none" => [no]}]}]} => true}
      .each { |condition, expected| assert_equal expected, holds?(condition, mail), condition.inspect }
  end
end
