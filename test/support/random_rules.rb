# frozen_string_literal: true

# Rules drawn at random from everything that the rulebook allows, with awkward texts and names.
class RandomRules
  WORDS = ["loan", "Zoll*", "to do:", "a “quoted” one", "back\\slash", "it is, or (not)", "line\nbreak", "ünï", "  spaced  ",
    "\"straight\"", "and", "日本語", "lukasz orst*", "æ", "when it: x. It is off."].freeze
  PEOPLE = ["me", "my_organisation", "contacts", "group:Lenders", "ana@casadomar.example", "@northgate.example", "o'brien,x@b.example",
    "@Ünder.example", "A.B+c@d-e.example"].freeze
  DAYS = UpFront::Core::Weekdays::ALL

  # @param random [Random] @param names [Hash] what the rulebook holds that rules may name
  def initialize(random, windows: %w[Night Morning], rounds: %w[First Mid], labels: %w[Loans Border], inks: %w[Copper],
    templates: %w[Thanks], forward: ["accounts@lanternquay.example"])
    @random = random
    @windows = windows
    @rounds = rounds
    @labels = labels
    @inks = inks
    @templates = templates
    @forward = forward
  end

  def rule(name = "R#{rand(1_000)}")
    {"name" => name, "enabled" => flag, "when" => condition(3), "unless" => [nil, condition(2)].sample(random: @random), "then" => effects,
     "last_word" => flag, "ask_first" => flag,
     "from_date" => [nil, "2027-03-01"].sample(random: @random), "until_date" => [nil, "2027-04-01"].sample(random: @random),
     "heading" => [nil, "Loans", "the rest"].sample(random: @random)}
  end

  def condition(depth)
    return leaf if depth.zero? || rand(3).zero?

    {one("all", "any", "none") => Array.new(rand(4)) { condition(depth - 1) }}
  end

  def fact = one(*UpFront::Core::Facts.all.values, UpFront::Core::Facts.find("header:X-Thing"), UpFront::Core::Facts.find("header:x,y!"))

  def leaf(fact = self.fact)
    op = one(*fact.type.ops.keys)
    {"fact" => fact.name, "op" => op, "value" => value(fact, op)}.merge(rand(3).zero? ? {"not" => true} : {})
  end

  def effects
    all = {
      "timing" => one({"now" => true}, {"next_round" => true}, {"off_front" => true}, {"round" => one(*@rounds)},
        {"until" => {"days" => rand(4), "at" => "09:30"}}, {"until" => {"weekday" => one(*DAYS), "at" => "07:05"}},
        {"until" => {"after" => duration}}),
      "priority" => one(*UpFront::Core::Priority::LEVELS, {"raise" => rand(1..3)}, {"lower" => rand(1..3)}), "alert" => alert,
      "ink" => one(*@inks), "labels" => @labels.sample(rand(1..2), random: @random),
      "mark_words" => some(WORDS), "keep_at_top" => flag, "flag" => flag, "mark_read" => flag, "discard" => flag,
      "follow_up" => {"in" => duration}, "forward" => @forward, "forward_inline" => flag, "reply" => one(*@templates)
    }
    all.to_a.sample(rand(all.size), random: @random).to_h
  end

  private

  def rand(count) = @random.rand(count)
  def one(*among) = among.sample(random: @random)
  def flag = rand(2).zero?
  def some(among) = Array.new(rand(1..3)) { one(*among) }
  def duration = one("PT2H", "P1W", "P7D", "P1DT2H30M", "PT01H", "PT90M", "P0D")

  def alert
    one("none", {"level" => one(*UpFront::Core::AlertEffect::LEVELS)},
      {"level" => "tap", "text" => one(*WORDS), "sound" => one("Bell", "two tones"), "desktop" => flag, "break_through" => flag})
  end

  def value(fact, op)
    case fact.type
    when UpFront::Core::Types::Choice then return fact.type.choices ? some(fact.type.choices.keys) : some(["Work", "the desk", "INBOX"])
    end
    return some(fact.type.choices.keys) if fact.type.choices
    return flag if fact.denial

    {UpFront::Core::Types::People => -> { (op == "is") ? some(PEOPLE) : some(WORDS) },
     UpFront::Core::Types::Number => -> { one(0, 3, 2.5, 20_000_000, 1e20) },
     UpFront::Core::Types::Day => -> { "2027-03-09" }, UpFront::Core::Types::Window => -> { some(@windows) },
     UpFront::Core::Types::Span => -> {
       {"days" => one(DAYS, DAYS.first(5), DAYS.last(2), %w[tue mon], %w[wed]), "from" => "18:00",
        "to" => one("08:00", "24:00")}
     }}.fetch(fact.type) { -> { some(WORDS) } }.call
  end
end
