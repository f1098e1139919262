# frozen_string_literal: true

require "stringio"
require_relative "../support/core_helper"
require_relative "../support/random_rules"
require_relative "../support/command_helper"

# What is shown to break a promise is a letter on which the commands say the same.
class ProveTest < Minitest::Test
  include CoreHelper

  NOW = Time.utc(2027, 3, 9, 8)
  NIGHT = {"days" => Core::Weekdays::ALL, "from" => "18:00", "to" => "07:00"}.freeze

  def prove(book, json: true)
    out = StringIO.new
    broken = false
    begin
      CLI::Prove.new(book, now: NOW, json: json, out: out).call
    rescue CLI::Prove::Broken
      broken = true
    end
    [json ? JSON.parse(out.string) : out.string, broken]
  end

  # As `decide` has it, of a letter that arrives then.
  def decided(book, shown)
    letter = Post::Letter.new(shown["message"])
    fields = letter.fields
    book.decide(letter.message(account: "", mailbox: "INBOX", arrived_at: Time.iso8601(shown["at"]).utc,
      first_contact: fields.fetch(:from, []).any?, reply_to_mine: false))
  end

  def test_what_is_shown_breaks_the_promise_as_a_letter
    random = Random.new(Minitest.seed)
    rules = RandomRules.new(random)
    told = Hash.new(0)
    25.times do
      made = Array.new(4) { |n| rules.rule("R#{n}").merge("enabled" => true, "when" => rules.condition(1)) }
      promises = [{"comes_in" => "PT30M"}, {"loudest" => "none"}, {"on_front" => true}, {"silent" => NIGHT}].map.with_index do |holds, n|
        {"name" => "P#{n}", "holds" => holds, "when" => rules.condition(1)}
      end
      book = rulebook(rules: made, promises: promises)
      answers, broken = prove(book)
      assert_equal answers["promises"].any? { _1["answer"] == "broken" }, broken
      answers["promises"].zip(book.promises) do |answer, promise|
        told[answer["answer"]] += 1
        assert_equal answer["answer"] == "broken", !answer["counterexample"].nil?
        next unless answer["counterexample"]

        refute promise.kept?(decided(book, answer["counterexample"]), book.plan), answer.inspect
      end
    end
    assert_operator told["broken"], :>, 10
    assert_operator told["broken"], :>, told["not_decided"], told.inspect
  end

  def test_it_is_told_to_be_read
    lists = {"fact" => "to_list", "op" => "is", "value" => true}
    off = rule("Lists", when: lists, then: {"timing" => {"off_front" => true}})
    keep = {"name" => "Never off", "holds" => {"on_front" => true}}
    out, broken = prove(rulebook(rules: [off], promises: [keep, {"name" => "Quiet", "holds" => {"loudest" => "none"}}]), json: false)
    assert broken
    assert_match(/\Abroken: “Never off”\. All mail is never taken off the Front\.$/, out)
    assert_match(/^  List mail from someone@elsewhere\.example that arrives on \w+day \d+ \w+ at \d\d:\d\d is taken off/, out)
    assert_match(/ is taken off the Front by “Lists”\.$/, out)
    assert_match(/^proved: “Quiet”\. All mail never alerts\.$/, out)
    assert_equal ["Nothing is promised of this rulebook.\n", false], prove(rulebook, json: false)
  end

  def test_examples_are_kept_or_not
    message = mail(subject: "A loan", arrived_at: at("09:14"), headers: {"list-id" => ["<x>"]},
      attachments: [Core::Attachment.new(name: "a.pdf", type: "application/pdf", bytes: 3).freeze])
    shall = {"comes" => "straight_in", "labels" => ["loans"], "alert" => "none"}
    examples = [Core::Example.document("Loan", message, shall), Core::Example.document("Other", message, {"comes" => "off_front"})]
    rules = [rule("In", when: leaf("to_list", "is", true), then: {"timing" => {"now" => true}, "labels" => ["Loans"]})]
    book = rulebook(rules: rules, examples: examples)
    assert_equal message, book.examples.first.message
    assert_equal({"promises" => [], "examples" => [{"name" => "Loan", "kept" => true}, {"name" => "Other", "kept" => false}]},
      prove(book)[0])
    assert_equal ["Loans"], book.document["examples"][0]["shall"]["labels"]
    assert_equal %w[comes labels], rulebook(rules: [], examples: examples).examples.first.broken(rulebook.decide(message))
  end

  def test_what_cannot_be_promised_is_refused
    refused = {
      "/promises/0/holds" => [{"loudest" => "tap", "on_front" => true}, {}, 3], "/promises/0/holds/loudest" => [{"loudest" => "call_out"}],
      "/promises/0/holds/comes_in" => [{"comes_in" => "soon"}], "/promises/0/holds/on_front" => [{"on_front" => false}],
      "/promises/0/holds/alerts_a_day" => [{"alerts_a_day" => 2_000}, {"alerts_a_day" => -1}]
    }
    refused.each do |pointer, holds|
      holds.each { |given| assert_equal [pointer], faults(document(promises: [{"name" => "P", "holds" => given}])).map(&:first).uniq }
    end
    assert_equal ["/examples/0/shall", "/examples/1/message/arrived_at", "/examples/2/shall/labels/0"],
      faults(document(examples: [{"name" => "A", "message" => {"arrived_at" => "2027-03-09T09:14:00Z"}, "shall" => {}},
        {"name" => "B", "message" => {}, "shall" => {"alert" => "none"}},
        {"name" => "C", "message" => {"arrived_at" => "2027-03-09T09:14:00Z"}, "shall" => {"labels" => ["Nope"]}}])).map(&:first)
  end
end
