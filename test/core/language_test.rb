# frozen_string_literal: true

require_relative "../support/core_helper"
require_relative "../support/random_rules"

class LanguageTest < Minitest::Test
  include CoreHelper

  ROOT = File.expand_path("../..", __dir__)

  def hear(text) = Core::Language.hear_rule(text)

  def test_what_is_said_is_heard_again_whatever_the_rule
    random = RandomRules.new(Random.new(Minitest.seed))
    400.times do
      body = random.rule
      rule = rulebook(rules: [body]).rules.first
      text = Core::Language.say([rule])
      assert_equal [rule.to_h], Core::Language.hear(text), text
    end
  end

  VIEW = {"discarded" => [true, false], "sent" => [true, false], "compact" => [true, false], "favourite" => [true, false],
          "opens_first" => [true, false], "accounts" => [[], ["Work"], ["Work", "the desk"]],
          "sort" => [nil, {"by" => "follow_up", "descending" => false}, {"by" => "size", "descending" => true},
            {"by" => "time", "descending" => false}],
          "group_by" => [nil, *UpFront::Core::View::GROUPS], "badge" => %w[unread all none], "mark" => [nil, "⚓", "“”"],
          "colour" => [nil, "#2F6B4F"], "heading" => [nil, "Loans", "view “x”"], "key" => [nil, 3],
          "review" => [[], [{"days" => %w[fri], "at" => "15:00"}, {"days" => UpFront::Core::Weekdays::ALL, "at" => "09:00"},
            {"days" => %w[mon wed], "at" => "24:00"}].first(2)],
          "band" => [nil, {"limit" => 3}, {"limit" => 12, "unread_only" => true, "leave_out" => false, "fold_when_empty" => false}]}.freeze

  def test_a_view_that_is_said_is_heard_again
    random = RandomRules.new(Random.new(Minitest.seed))
    draw = Random.new(Minitest.seed)
    read = ->(bodies) {
      rulebook(accounts: [{"name" => "Work", "addresses" => ["a@b.example"]},
        {"name" => "the desk", "addresses" => ["c@d.example"]}], views: bodies).views
    }
    views = 150.times.map do |n|
      {"name" => "view #{n}\nView “of” loans", "when" => (n % 9).zero? ? {"all" => []} : random.condition(2),
       **VIEW.transform_values { |choices| choices.sample(random: draw) }}.compact
    end
    before = read[views].map(&:to_h)
    text = Core::Language.say_views(read[views])
    assert_equal before, read[Core::Language.hear_views(text)].map(&:to_h)
    before.each do |view|
      assert_equal view.except("name"), read[[Core::Language.hear_view(Core::ViewSentence.view(read[[view]].first)).merge("name" => "x")]]
        .first.to_h.except("name")
    end
  end

  def test_a_view_that_cannot_be_heard_says_where
    told = ->(text) { assert_raises(Core::Language::Misread) { Core::Language.hear_views(text) }.message }
    assert_match(/said twice/, told["View “a”\nAll mail. It is compact. It is compact."])
    assert_match(/\A(?:line )?2\b|line 2/, told["View “a”\nAll mail. It is sorted by colour."])
    assert_match(/line 5/, told["View “a”\nAll mail.\n\nView “b”\nMail where it is unred."])
  end

  def test_a_promise_that_is_said_is_heard_again
    random = Random.new(Minitest.seed)
    rules = RandomRules.new(random)
    span = {"days" => %w[mon wed], "from" => "18:00", "to" => "07:00"}
    holds = [{"comes_in" => "PT30M"}, {"waits" => "P1DT12H"}, {"loudest" => "none"}, {"loudest" => "chime"}, {"on_front" => true},
      {"silent" => span}, {"alerts_a_day" => 4}]
    200.times do
      body = {"when" => rules.condition(2), "unless" => [nil, rules.condition(1)].sample(random: random),
              "holds" => holds.sample(random: random), "arriving" => [nil, span].sample(random: random)}.compact
      promise = rulebook(promises: [body.merge("name" => "P")]).promises.first
      said = Core::PromiseSentence.promise(promise)
      heard = rulebook(promises: [Core::Language.hear_promise(said).merge("name" => "P")]).promises.first
      assert_equal promise.to_h.compact, heard.to_h.compact, said
    end
    missed = assert_raises(Core::Language::Misread) { Core::Language.hear_promise("All mail: it sings.") }
    assert_match(/such as “it never alerts”/, missed.message)
  end

  def test_two_different_conditions_never_print_alike
    random = RandomRules.new(Random.new(Minitest.seed))
    printed = {}
    600.times do
      body = random.condition(3)
      words = Core::Sentence.condition(rulebook(rules: [rule(when: body)]).rules.first.when)
      assert_equal printed.fetch(words, body), body, words
      printed[words] = body
    end
  end

  def test_brackets_say_how_conditions_stand_together
    same = {
      "the sender is me or it came through a list" => {"any" => [leaf("from", "is", ["me"]), leaf("to_list", "is", true)]},
      "the sender is me" => {"all" => [leaf("from", "is", ["me"])]},
      "(the sender is me)" => leaf("from", "is", ["me"]),
      "none of (it is a newsletter or list mail, it has no attachment)" => nil,
      "none of (it is a newsletter or list mail or it has no attachment)" => {"none" => [leaf("kind", "is", %w[newsletter list]),
        leaf("has_attachment", "is", false)]},
      "(the sender is me or it came through a list) and anything holds" => {"all" => [{"any" => [leaf("from", "is", ["me"]),
        leaf("to_list", "is", true)]}, {"all" => []}]},
      "it is not true that it came through a list" => {"all" => [leaf("to_list", "is", true, not: true)]}
    }
    same.compact.each { |words, condition| assert_equal condition, hear("When #{words}: straight in.")["when"], words }
  end

  def test_it_is_read_however_it_is_laid_out
    laid = "when the  sender\n is \"ana@casadomar.example\" ,\n unless it came through a list :\n straight in , high priority . It asks " \
      "first. It has the last word ."
    assert_equal [{"all" => [leaf("from", "is", ["ana@casadomar.example"])]}, {"any" => [leaf("to_list", "is", true)]}, true, true],
      hear(laid).values_at("when", "unless", "ask_first", "last_word")
  end

  def misread(text)
    hear(text)
    flunk "#{text} was read"
  rescue Core::Language::Misread => misread
    misread
  end

  def test_a_misreading_points_at_the_word_and_offers_the_nearest
    told = {
      "When the sendr is me: straight in." => ["sendr", "sender"],
      "When the sender is me, unles it came through a list: straight in." => ["unles", "unless"],
      "When the subject mentoins “a”: straight in." => ["mentoins", "mentions"],
      "When the sender is me: strait in." => ["strait", "straight in"],
      "When the sender is me: high prioity." => ["prioity.", "priority"],
      "When the sender is me: straight in. It hs the last word." => ["hs", "has the last word"],
      "Wen the sender is me: straight in." => ["Wen", "When"]
    }
    told.each do |text, (found, nearest)|
      assert_equal [found, nearest, text.index(found)], misread(text).then { [_1.found, _1.nearest, _1.place.from] }, text
    end
  end

  def test_a_misreading_says_what_was_expected
    assert_includes misread("When the subject mentions a: straight in.").message,
      "column 27: “a” cannot stand here; expected a text in quotes"
    assert_includes misread("When the sender is me: straight in").message, "the text ends, and expected “,” or “.”"
    assert_includes misread("When the sender is me: straight in, off the Front.").message, "timing is said twice"
    assert_includes misread("When #{"(" * 50}the sender is me").message, "brackets"
    assert_includes misread("When the subject mentions “#{"a" * 20_001}”: straight in.").message, "letters"
    assert_equal ["«", []], misread("When the sender is me and «: straight in.").then { [_1.found, _1.nearest.to_a] }
  end

  # Each example prints back as it stands there.
  def test_the_examples_of_the_document
    examples = File.read(File.join(ROOT, "docs", "language.md")).scan(/^```rule\n(.+?)^```/m).flatten
    assert_operator examples.size, :>=, 7
    examples.each do |text|
      bodies = Core::Language.hear(text)
      names = {groups: [{"name" => "Lenders", "members" => []}, {"name" => "Couriers", "members" => []}],
               inks: [{"name" => "Copper", "colour" => "#9A4A12"}], labels: [{"name" => "Loans", "colour" => "#2F6B4F"}]}
      plan = {"windows" => ["Night", "Early Monday"].map { {"name" => _1, "days" => ["mon"], "from" => "00:00", "to" => "08:00"} },
              "rounds" => []}
      assert_equal text, Core::Language.say(rulebook(rules: bodies, plan: plan, **names).rules)
    end
  end

  def test_a_file_of_rules_names_the_line
    good = "Rule “One”\nWhen the sender is me: straight in.\n\nRule “Two, of “quotes\\”\nRule of thumb”\nWhen it is a newsletter: "
    assert_equal ["One", "Two, of “quotes”\nRule of thumb"], Core::Language.hear("#{good}low priority.\n").map { _1["name"] }
    error = assert_raises(Core::Language::Misread) { Core::Language.hear("#{good}low prority.\n") }
    assert_match(/\Aline 6, column 30: “prority/, error.message)
    assert_raises(Core::Language::Misread) { Core::Language.hear("") }
  end
end
