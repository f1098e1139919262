# frozen_string_literal: true

require_relative "../support/desk_helper"
require_relative "../../demo/demo"

# The matcher and the SQL reader give one answer, for every condition and every message.
class SQLReaderTest < Minitest::Test
  include DeskHelper

  AWKWARD = ["", "Loan", "LOÁN 14", "100 % sure", "o'clock \"quoted\"", "a_b-c", "grüße Straße", "emoji 🗺️ map", "שלום עולם", "مرحبا",
    "x" * 5_000, "loan\nready", "; DROP TABLE rules; --", "ﬁne ﬂags", "²³", "𞤀𞤣𞤤 map", "ᲐᲑგ", "Ꭰꮹ loan", "Łukasz ǾRSTED", "æon"].freeze
  PEOPLE = ["ana@casadomar.example", "x@sub.northgate.example", "Wren@lanternquay.example", "weird'%_@b.example", "a@müller.example"].freeze

  def setup
    super
    set_up
    @random = Random.new(7)
    @values = {}
  end

  def pick(list) = list[@random.rand(list.size)]

  # The store's own writing is under test, so messages go in as values.
  def keep(mail, number)
    reading = Core::Reading.new(mail)
    @values[Store::Intake.write(reading, account: Store::Account.first, digest: number.to_s, raw: "x", unreadable: false,
      names: Store::CurrentRulebook.rulebook.names)] = mail
  end

  # Most of it in the index of words, the newest not yet.
  def draw_awkward_mail
    60.times { |number| keep(awkward(number), number) }
    Store::SearchIndex.step(limit: 45)
  end

  def awkward(number)
    mail(
      from: @random.rand(8).zero? ? [] : [address(pick(PEOPLE), pick([nil, "Ána Férro", "Wren", "Øyvind Łoś"]))],
      to: Array.new(@random.rand(3)) { pick(PEOPLE) }, cc: Array.new(@random.rand(2)) { pick(PEOPLE) },
      subject: pick(AWKWARD), body: "#{pick(AWKWARD)} #{pick(AWKWARD)}", arrived_at: at("00:00", "2027-03-01") + @random.rand(14 * 86_400),
      message_id: "<#{number}@x>",
      date: pick([nil, at("23:59", "2027-03-08"), at("00:00")]),
      headers: pick([{}, {"x-ship" => ["Gull", "loan tern"]}, {"list-id" => ["<l>"]}, {"importance" => ["high"]},
        {"auto-submitted" => ["auto-generated"]}]),
      attachments: Array.new(@random.rand(3)) { Core::Attachment.new(name: pick(["a.pdf", "Löan.CSV"]), type: "x/y", bytes: 1) },
      size: @random.rand(100), mailbox: pick(%w[INBOX Sent]), first_contact: @random.rand(2).zero?
    )
  end

  WORDS = ["loan", "lo*", "loán 14", "gr* str*", "map", "100", "straße", "quoted", "fine", "l* r*", "שלום", "𞤢𞤣*", "აბგ", "ᎠᎹ", "ﬂ*"].freeze
  LETTERS = ["oan", "%", "_", "'", "\"", "ß", "🗺", "DROP TABLE", "x" * 300, "-", "ﬁ"].freeze

  def leaves
    texts = %w[subject body subject_or_body attachment_name anywhere header:X-Ship].flat_map { |fact|
      WORDS.map { leaf(fact, "mentions", [_1]) } + [leaf(fact, "mentions_all", %w[loan map])] +
        %w[contains is starts_with ends_with].flat_map do |op|
          LETTERS.map { leaf(fact, op, [_1]) }
        end
    }
    people = %w[from to cc recipients reply_to].flat_map do |fact|
      [["@northgate.example"], ["me"], ["group:Lenders", "a@MÜLLER.example"], ["my_organisation"]].map { leaf(fact, "is", _1) } +
        %w[ana férro % wren'].map do
          leaf(fact, "contains", [_1])
        end
    end
    others = %w[only_to to cc not_named].map { leaf("my_role", "is", [_1]) } +
      %w[has_attachment first_contact from_me to_list automatic].flat_map { |fact| [true, false].map { leaf(fact, "is", _1) } } +
      [leaf("kind", "is", %w[list notice]), leaf("sender_importance", "is", ["high"]), leaf("size", "at_least", 50),
        leaf("attachment_count", "at_most", 1), leaf("recipient_count", "at_least", 2), leaf("mailbox", "is", ["sent"]),
        leaf("account", "is", ["work"])] +
      %w[before after on].flat_map { |op| [leaf("sent_on", op, "2027-03-08"), leaf("arrived_on", op, "2027-03-09")] } +
      [leaf("arrival", "within", {"days" => %w[mon fri], "from" => "18:00", "to" => "08:00"}), leaf("in_window", "is", %w[Night Morning])]
    texts + people + others
  end

  def agree(condition, names = Store::CurrentRulebook.rulebook.names)
    check = Core::Check.new
    node = Core::Condition.read(condition, check, names)
    assert_empty check.faults
    expected = @values.select { |_, mail| Core::Matcher.holds?(node, Core::Reading.new(mail)) }.keys
    assert_equal expected, Store::SQLReader.messages(node).order(:id).pluck(:id), condition.inspect
    asked_each = Store::Message.where(Store::SQLReader.new(few: true).sql(node))
    assert_equal expected, asked_each.order(:id).pluck(:id), "each by itself: #{condition.inspect}"
    expected.size
  end

  def test_every_leaf_and_its_denial
    draw_awkward_mail
    found = leaves.map { agree(_1) + agree(_1.merge("not" => true)) }
    assert(found.all? { _1 == @values.size })
  end

  def test_random_trees
    draw_awkward_mail
    all = leaves
    grow = ->(depth) {
      (depth.zero? || @random.rand(3)
          .zero?) ? all[@random.rand(all.size)] : {pick(%w[all any none]) => Array.new(@random.rand(4)) { grow.call(depth - 1) }}
    }
    120.times { agree(grow.call(3)) }
  end

  def test_the_whole_of_the_demos_mail
    scenario = Demo::Scenario.new
    (scenario.history + scenario.today).each_with_index do |item, number|
      letter = Post::Letter.new(item.raw)
      keep(letter.message(account: "Work", mailbox: item.folder || "INBOX", arrived_at: item.at), number)
    end
    book = Core::Rulebook.parse(File.read(Demo::World::RULEBOOK))
    book.rules.each { |rule| agree(rule.when.to_h, book.names) && rule.unless && agree(rule.unless.to_h, book.names) }
    [leaf("anywhere", "mentions", ["crate", "Kalnin*", "grüße"]), leaf("body", "contains", ["ö", "%"]), leaf("my_role", "is", %w[only_to]),
      leaf("kind", "is", %w[list notice]), leaf("in_window", "is", ["Night"]),
      leaf("arrival", "within", {"days" => %w[sat sun], "from" => "10:00", "to" => "18:00"}), leaf("header:Precedence", "is", ["bulk"])]
      .each { agree(_1, book.names) }
  end
end
