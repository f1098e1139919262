# frozen_string_literal: true

require "json_schemer"
require_relative "../support/desk_helper"

# A fact defined in one place is everywhere: in the matcher, in SQL (with its column, filled in for the mail
# already here), in the schema, in the vocabulary of the editor, in a sentence.
class FactColumnsTest < Minitest::Test
  include DeskHelper

  SHOUTED = UpFront::Core::Fact.new(name: "shouted", type: UpFront::Core::Types::Flag, columns: %i[shouted], words: "its subject shouts", denial: "its subject does not shout") do |message|
    message.subject.match?(/\p{Lu}{4}/)
  end

  def with_fact(fact)
    known = Core::Facts.all
    Core::Facts.instance_variable_set(:@all, known.merge(fact.name => fact).freeze)
    yield
  ensure
    Core::Facts.instance_variable_set(:@all, known)
    Store::Intake.instance_variable_set(:@message_insert, nil)
    Store::Message.reset_column_information
  end

  def test_a_new_fact_touches_one_file
    set_up
    take(subject: "WAKE up")
    with_fact(SHOUTED) do
      assert_equal [SHOUTED], Store::FactColumns.ensure!
      assert_empty Store::FactColumns.ensure!
      Store::Intake.instance_variable_set(:@message_insert, nil)
      loud = take(subject: "HELP me")
      take(subject: "please")
      condition = leaf("shouted", "is", true)
      node = Core::Condition.read(condition, Core::Check.new, Store::CurrentRulebook.rulebook.names)
      assert_equal [Store::Message.first.id, loud.id], Store::SQLReader.messages(node).order(:id).pluck(:id)
      assert Core::Matcher.holds?(node, Core::Reading.new(loud.to_core))
      assert JSONSchemer.schema(Core::RulebookSchema.new.to_h).valid?(document(rules: [rule(when: condition)]))
      assert_equal "flag", Web::Pages::Vocabulary.new(Store::CurrentRulebook.rulebook).to_h[:facts].find { _1[:name] == "shouted" }[:shape]
      assert_equal "(its subject shouts)", Core::Sentence.condition(node)
    end
  end

  def test_a_message_comes_back_from_the_store_as_the_rules_saw_it
    set_up
    source = raw(subject: "Grüße", headers: ["Cc: J <j@z.example>", "References: <r@x>", "X-Ship: Gull", "Content-Type: text/csv; name=\"a.csv\""], id: "<1@x>")
    letter = Post::Letter.new(source)
    id = Desk::TakeIn.new(clock).call(letter, account: Store::Account.first).id
    assert_equal letter.message(account: "Work", mailbox: "INBOX", arrived_at: clock.now, first_contact: true), Store::Message.find(id).to_core
  end
end
