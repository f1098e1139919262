# frozen_string_literal: true

require "json_schemer"
require "yaml"
require_relative "../support/core_helper"

# The documents are true: the schema is the one that the facts make, every example runs, and nothing that the
# rulebook may hold is without one.
class RulebookDocsTest < Minitest::Test
  include CoreHelper

  DOCS = File.join(UpFront::ROOT, "docs")
  EXAMPLES = YAML.safe_load_file(File.join(DOCS, "rulebook-examples.yaml"))
  SCHEMA = JSONSchemer.schema(JSON.parse(File.read(File.join(DOCS, "rulebook.schema.json"))))

  def test_the_schema_is_the_one_that_the_facts_make
    assert_equal JSON.pretty_generate(Core::RulebookSchema.new.to_h), File.read(File.join(DOCS, "rulebook.schema.json")).chomp
    assert JSONSchemer.valid_schema?(Core::RulebookSchema.new.to_h)
  end

  def test_the_table_of_facts_is_the_one_that_the_facts_make
    shown = File.read(File.join(DOCS,
      "rulebook.md"))[/#{Regexp.escape(Core::FactTable::START)}\n\n(.*?)\n\n#{Regexp.escape(Core::FactTable::FINISH)}/mo, 1]
    assert_equal Core::FactTable.to_s, shown
  end

  def letter_of(text)
    letter = Post::Letter.new("#{text}\n#{"\n" unless text.include?("\n\n")}")
    fields = letter.fields
    letter.message(account: "Work", mailbox: "INBOX", arrived_at: (text.start_with?("Received") ? letter.arrival : at("09:14")),
      first_contact: fields[:from].first&.local == "new", reply_to_mine: fields[:references].include?("<mine@lanternquay.example>"))
  end

  def test_every_example_of_a_fact_holds_and_fails_as_it_says
    EXAMPLES["facts"].each do |example|
      condition = example["condition"]
      assert_empty SCHEMA.validate(document(rules: [rule(when: condition)])).to_a.map { _1["error"] }
      assert holds?(condition, letter_of(example["holds"])), "should hold: #{example}"
      refute holds?(condition, letter_of(example["fails"])), "should fail: #{example}" if example["fails"]
    end
  end

  def test_every_fact_operator_and_effect_has_an_example
    shown = EXAMPLES["facts"].map { _1["condition"] }
    assert_empty Core::Facts.all.keys - shown.map { _1["fact"] }
    assert_empty Core::Facts.all.values.flat_map { _1.type.ops.keys }.uniq - shown.map { _1["op"] }
    assert_empty Core::Effects.topics - EXAMPLES["effects"].flat_map { _1["then"].keys }
    assert_empty Core::Timing::KINDS - EXAMPLES["effects"].filter_map { _1["then"]["timing"]&.keys&.first }
  end

  def test_every_example_of_an_effect_makes_its_claim
    EXAMPLES["effects"].each do |example|
      given = document(rules: [rule(then: example["then"])])
      assert_empty SCHEMA.validate(given).to_a.map { _1["error"] }
      claim = Core::ClaimReport.new(Core::Rulebook.read(given).decide(letter_of("Subject: x")), LISBON).to_h
      assert_equal example["claim"], claim.slice(*example["claim"].keys), example["then"].inspect
    end
  end

  # What the schema refuses, the reader refuses too, at the same place.
  WRONG = [
    [%w[rules 0 then], {"shout" => 1}], [%w[rules 0 when], {"fact" => "subject", "op" => "mentions", "value" => []}],
    [%w[rules 0 when], {"all" => [], "any" => []}],
    [%w[plan windows 0 from], "24:00"], [%w[plan days_off 0], "tomorrow"], [%w[labels 0 colour], "red"], [%w[owner], {"name" => "x"}],
    [%w[version], 2], [%w[extra], 1],
    [%w[rules 0 then], {"timing" => {"now" => true, "off_front" => true}}], [%w[rules 0 then], {"priority" => {"raise" => 0}}],
    [%w[rules 0 when], {"fact" => "header:", "op" => "is", "value" => ["x"]}]
  ].freeze

  def test_schema_and_reader_refuse_alike
    WRONG.each do |path, value|
      given = JSON.parse(JSON.generate(document(rules: [rule])))
      path[0..-2].reduce(given) { |node, key| node[node.is_a?(Array) ? key.to_i : key] }.then do |node|
        node[node.is_a?(Array) ? path.last.to_i : path.last] = value
      end
      refute SCHEMA.valid?(given), path.inspect
      refute_empty faults(given), path.inspect
    end
  end

  def test_the_demos_rulebook_is_valid
    assert SCHEMA.valid?(JSON.parse(File.read(File.join(UpFront::ROOT, "demo", "rulebook.json"))))
  end
end
