# frozen_string_literal: true

# Run with a copy of lib to which a file of facts and one of an effect were added, on a database that an unchanged lib has
# filled: says as JSON where they show.
lib, database = ARGV
require "bundler/setup"
require File.join(lib, "up_front")

# What is asked of each new fact, and of the new effect.
class Look
  include UpFront

  VALUES = {
    "crate" => ["mentions", ["seven"]], "desk" => ["is", ["@lanternquay.example"]], "shouted" => ["is", true], "length" => ["at_least", 12],
    "tone" => ["is", ["loud"]], "hall" => ["is", ["HALL B"]], "due_on" => ["on", "2027-03-12"],
    "sent_within" => ["within", {"days" => %w[tue], "from" => "09:00", "to" => "10:00"}], "sent_in" => ["is", ["morning"]]
  }.freeze
  Fixed = Struct.new(:now)

  def initialize(database)
    Store::Database.open(database)
    @book = Store::CurrentRulebook.rulebook
    @clock = Fixed.new(Time.iso8601("2027-03-09T09:30:00Z"))
    Desk::TakeIn.new(@clock).call(Post::Letter.new(LATER), account: Store::Account.first)
    @messages = Store::Message.order(:id).map(&:to_core)
  end

  LATER = "From: a@b.example\nTo: wren@lanternquay.example\nSubject: CRATE again!\nX-Crate: crate seven\nX-Desk: " \
    "loans@lanternquay.example\nX-Hall: Hall b\n" \
    "X-Due: 2027-03-12T10:00:00Z\nDate: Tue, 09 Mar 2027 09:30:00 +0000\nMessage-ID: <later@x>\n\nText\n"

  def call = {facts: VALUES.to_h { |name, (op, value)| [name, fact(name, op, value)] }, effect: effect}

  private

  def fact(name, op, value)
    condition = {"fact" => name, "op" => op, "value" => value}
    node = Core::Condition.read(condition, check = Core::Check.new, @book.names) or return {faults: check.faults.map(&:to_s)}
    rule = {"name" => "R", "when" => condition, "then" => {"priority" => "top"}}
    book = Core::Rulebook.read(@book.document.merge("rules" => [rule]))
    said = Core::Sentence.rule(book.rules.first)
    {
      matched: @messages.map { Core::Matcher.holds?(node, Core::Reading.new(_1)) },
      asked: Store::Message.order(:id).ids.map { Store::SQLReader.messages(node).ids.include?(_1) },
      decided: @messages.map { book.decide(_1).priority == "top" },
      looked_up: book.candidates.for(Core::Reading.new(@messages.first.with(subject: "", headers: {}, date: nil))).size,
      heard: Core::Language.hear_rule(said)["when"] == {"all" => [node.to_h]} || Core::Language.hear_rule(said)["when"] == node.to_h,
      schema: schema?(rule), shape: vocabulary[:facts].find { _1[:name] == name }&.fetch(:shape),
      evidence: Core::Evidence.of(node, Core::Reading.new(@messages.last), "/when")[0]["found"],
      completed: Web::Pages::Completions.new(name, "", @book).to_a.map { _1[:value] }, table: Core::FactTable.to_s.include?("`#{name}`")
    }
  end

  def effect
    rule = {"name" => "R", "when" => {"all" => []}, "then" => {"shelve" => true}}
    Desk::SaveRule.new(@clock).call(rule)
    book = Store::CurrentRulebook.rulebook
    id = Desk::TakeIn.new(@clock).call(Post::Letter.new(LATER.sub("later@x", "last@x")), account: Store::Account.first).id
    before, after = [@book, book].map { _1.decide(@messages.first) }
    {
      claimed: [before.shelve, after.shelve], stored: Store::Claim.order(:message_id).pluck(:shelve), last: Store::Claim.find(id).shelve,
      said: Core::Sentence.rule(book.rules.first),
      heard: Core::Language.hear_rule("For every message: shelve it.")["then"], schema: schema?(rule),
      difference: Core::ClaimDifference.new(before, after, nil).changes.map(&:to_a),
      menu: vocabulary[:effects].select { _1[:topic] == "shelve" }.map { _1[:value] }, editor: vocabulary[:editors]["shelve"][:shape],
      report: Core::ClaimReport.new(after, book.zone).to_h["shelve"]
    }
  end

  def vocabulary = @vocabulary ||= Web::Pages::Vocabulary.new(@book).to_h
  def schema?(rule) = JSONSchemer.schema(Core::RulebookSchema.new.to_h).valid?(@book.document.merge("rules" => [rule]))
end

require "json_schemer"
puts JSON.generate(Look.new(database).call)
