# frozen_string_literal: true

# A draft tried while somebody types: each key is a draft of its own, and each is asked for whole, as the page does.
class Trying
  include UpFront

  WORDS = %w[border proof humidity catalogue invoice courier].freeze
  SIZES = [10, 200].freeze
  PLAIN = 500 # messages that the plain way decides anew

  # @param clock [#now] by which the mail came in
  def initialize(figures, clock, seed:)
    @figures = figures
    @seed = seed
    @clock = clock
    @now = clock.now
  end

  def call
    drawing
    SIZES.each { |size| with_rules(size) }
  end

  private

  # A round dragged down the morning in steps of five minutes, each a plan of its own.
  def drawing
    rulebook = Store::CurrentRulebook.rulebook
    plan = rulebook.document["plan"]
    times = (0..20).map do |step|
      rounds = plan["rounds"].each_with_index.map do |round, index|
        (index == 1) ? round.merge("at" => Core::Clockface.of(9 * 60 + step * 5)) : round
      end
      @figures.measure {
        Desk::PlanPreview.new(rulebook, rulebook.document.merge("plan" => plan.merge("rounds" => rounds)), @now, days: 90)
          .then { [_1.figures, _1.held] }
      }.seconds
    end
    @figures.add("what a plan does, 90 days, #{Store::MatchIndex.at(@now).size} messages", times.sort[times.size / 2] * 1000, "ms",
      budget: "500 ms")
    @figures.add("  the first, nothing at hand", times.first * 1000, "ms")
  end

  def with_rules(size)
    Desk::ImportRulebook.new(@clock)
      .call(Store::CurrentRulebook.document.merge("rules" => Rules.new(seed: @seed).rulebook(size).document["rules"]))
    Store::MatchIndex.forget
    rulebook = Store::CurrentRulebook.rulebook
    first = @figures.measure { try(drafts.first, rulebook) }.seconds
    times = drafts.map { |draft| @figures.measure { try(draft, rulebook) }.seconds }.sort
    count = Store::MatchIndex.at(@now).size
    plain = @figures.measure { Store::Message.to_core(Store::Message.limit(PLAIN).pluck(:id)).each_value { rulebook.decide(_1) } }
      .seconds / PLAIN * count
    @figures.add("trying a draft, a key each, #{size} rules, #{count} messages", times[times.size / 2] * 1000, "ms",
      ratio: plain / times[times.size / 2], beside: "faster than deciding all anew", budget: "300 ms")
    @figures.add("  the slowest of #{times.size} keys", times.last * 1000, "ms")
    @figures.add("  the very first, nothing at hand", first * 1000, "ms")
    @figures.add("  a draft that matches everything", @figures.median(5) { try(draft({"all" => []}), rulebook) } * 1000, "ms")
  end

  def try(body, rulebook) = Web::Pages::TryRule.new(body, rulebook, @now, days: 90).to_h

  def draft(condition)
    {"name" => "A draft", "when" => condition, "then" => {"timing" => {"now" => true}, "priority" => "high", "alert" => {"level" => "tap"}}}
  end

  def leaf(fact, op, *value) = {"fact" => fact, "op" => op, "value" => value}

  # Words typed letter by letter, alone and beside a sender.
  def drafts
    @drafts ||= WORDS.each_with_index.flat_map do |word, index|
      (1..word.size).map do |letters|
        typed = leaf(%w[subject subject_or_body anywhere].at(index % 3), "mentions", word[0, letters])
        draft({%w[all any].at(index % 2) => [typed, leaf("from", "is", "group:Lenders")].first(1 + index % 2)})
      end
    end
  end
end
