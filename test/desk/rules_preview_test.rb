# frozen_string_literal: true

require_relative "../support/desk_helper"
require_relative "../support/random_rules"

# What is said beforehand is what happens: without reading a text again, by looking up which rules hold.
class RulesPreviewTest < Minitest::Test
  include DeskHelper

  def setup
    super
    Store::MatchIndex.forget
    @random = Random.new(Minitest.seed)
    @rules = RandomRules.new(@random, forward: [])
  end

  def random_rulebook(count) = Array.new(count) { |index| @rules.rule("R#{index}").tap { _1["then"].delete("forward") } }

  FROM = ["Ana <ana@casadomar.example>", "x@northgate.example", "wren@lanternquay.example", "A.B+c@d-e.example"].freeze

  def some_mail(count)
    Array.new(count) do |index|
      at = clock.now - @random.rand(20 * 86_400)
      take(from: FROM.sample(random: @random), subject: RandomRules::WORDS.sample(random: @random).tr("\n", " "), text: "to do: and",
        date: at, id: "<m#{index}@x>", as_new: true,
        headers: [[], ["List-Id: <l>"], ["Cc: desk@lanternquay.example"]].sample(random: @random))
    end
  end

  def assert_same_claim(expected, claim)
    fields = Core::Claim::FIELDS - %i[message_id trace proposals] + [:round]
    assert_equal fields.to_h { [_1, expected.public_send(_1)] }, fields.to_h { [_1, claim.public_send(_1)] }
  end

  def others(rules) = rulebook(rules: rules, forward_to: [])

  def replace_rules(rules) = Desk::ImportRulebook.new(clock).call(Store::CurrentRulebook.document.merge("rules" => rules))

  def test_claims_without_texts_are_those_of_the_rules
    set_up
    mail = some_mail(15).to_h { [_1.id, _1.to_core] }
    seen = 5.times.sum do
      replace_rules(random_rulebook(6))
      before = Store::CurrentRulebook.rulebook
      after = Store::CurrentRulebook.other(before.document.merge("rules" => random_rulebook(6)))
      agreed = some_answers(mail.keys, before.rules)
      preview = Desk::RulesPreview.new(before, after.rules, touched: before.rules + after.rules, now: clock.now)
      preview.items.each do |item|
        assert_same_claim before.decide(mail.fetch(item.id), agreed: agreed.fetch(item.id, [])), item.before
        assert_same_claim after.decide(mail.fetch(item.id), agreed: agreed.fetch(item.id, [])), item.after
      end.size
    end
    assert_operator seen, :>, 15
  end

  # @return [Hash{Integer=>Array<Integer>}] by message, the rules to which the person has said yes
  def some_answers(ids, rules)
    Store::ProposalAnswer.delete_all
    ids.to_h { |id| [id, rules.map(&:id).sample(@random.rand(4), random: @random)] }
      .each { |id, agreed| agreed.each { Store::ProposalAnswer.create!(message_id: id, rule_id: _1, answer: "done", at: clock.now) } }
  end

  def test_new_mail_and_new_members_count_at_once
    set_up
    first = take(from: "x@northgate.example")
    lenders = others([rule(when: leaf("from", "is", ["group:Lenders"]))]).rules.first
    matching = ->(book) { Desk::RulesPreview.new(book, [lenders], touched: [lenders], now: clock.now).items.map(&:id) }
    assert_equal [first.id], matching.call(Store::CurrentRulebook.rulebook)
    second = take(from: "ana@casadomar.example")
    take(from: "me@elsewhere.example")
    take(from: "ana@casadomar.example", mailbox: "Sent")
    assert_equal [first, second].map(&:id), matching.call(Store::CurrentRulebook.rulebook).sort
  end

  def test_what_is_said_of_held_mail_is_what_then_happens
    set_up
    ids = %w[loan loan loan lunch].each_with_index.map { |subject, index| take(subject: subject, from: "p#{index}@b.example").id }
    assert_equal ids, held.sort
    bodies = [rule("In", when: leaf("subject", "mentions", ["loan"]), then: {"timing" => {"now" => true}}),
      rule("Never", when: leaf("subject", "mentions", ["lunch"]), then: {"timing" => {"off_front" => true}}),
      rule("Later", when: leaf("from", "is", ["p2@b.example"]), then: {"timing" => {"until" => {"days" => 1, "at" => "09:00"}}})].rotate(-1)
    after = others(bodies).rules
    told = Desk::RulesPreview.new(Store::CurrentRulebook.rulebook, after, touched: after, now: clock.now).held
    assert_equal [2, 1, 0, 1], told.to_a
    assert_equal "Two held messages would come in now, one held message would wait longer and one held message would never come in by " \
      "itself.", told.to_s
    done = replace_rules(bodies)
    assert_equal "Brought in a rulebook. Two held messages came in.", done.message
    assert_equal [ids.first(2), [ids[2]]], [on_front, held]
    Desk::Undo.new(clock).call(done.undo_id)
    assert_equal [[], ids], [on_front, held.sort]
  end

  # Whatever is in a group: what is shown of putting somebody into it is what the rules then decide.
  def test_another_rulebook_is_shown_as_it_decides
    groups = [{"name" => "Often", "members" => ["x@northgate.example"]}]
    named = rule("Named", when: leaf("from", "is", ["group:Often"]), then: {"timing" => {"now" => true}, "priority" => "high"})
    set_up(rules: [named, rule("Loans", when: leaf("subject", "mentions", ["loan"]), then: {"labels" => ["Loans"]})], groups: groups)
    some_mail(30)
    before = Store::CurrentRulebook.rulebook
    after = Store::CurrentRulebook.other(Desk::GroupSenders.document(before.document, "address", ["ana@casadomar.example"], "often"))
    index = Store::MatchIndex.at(clock.now)
    items = Desk::BooksPreview.new(before, after, index).items(index.everything)
    messages = Store::Message.to_core(items.map(&:id))
    items.each do |item|
      [[before, item.before], [after, item.after]].each do |book, claim|
        assert_equal substance(book.decide(messages.fetch(item.id))), substance(claim)
      end
    end
    assert_operator items.count { substance(_1.before) != substance(_1.after) }, :positive?
  end

  def substance(claim) = [claim.surface_at, claim.held, claim.priority, claim.labels]
end
