# frozen_string_literal: true

require_relative "../support/core_helper"
require_relative "../support/random_rules"
require_relative "../support/random_mail"

# What is called proved holds of every message; what is called broken is shown by one on which it is.
class PromisesTest < Minitest::Test
  include CoreHelper

  FROM = Date.new(2027, 3, 1)
  ANA = {"fact" => "from", "op" => "is", "value" => ["ana@casadomar.example"]}.freeze
  OFFICE = {"days" => WORKING, "from" => "08:00", "to" => "18:00"}.freeze
  NIGHT = {"days" => Core::Weekdays::ALL, "from" => "18:00", "to" => "07:00"}.freeze

  def promise(holds, **more) = {"name" => "P", "holds" => holds, **more.transform_keys(&:to_s)}

  def answer(rules, promise, steps: Core::Prover::STEPS, **more)
    book = rulebook(rules: rules, promises: [promise], **more)
    answered = Core::Prover.new(book, from: FROM, steps: steps).answer(book.promises.first)
    assert_broken(book, answered) if answered.answer == "broken"
    answered
  end

  # What is shown is decided as it is said to be, and breaks the promise.
  def assert_broken(book, answered)
    assert answered.promise.about?(Core::Reading.new(answered.message), book.plan)
    assert_equal book.decide(answered.message), answered.claim
    refute answered.promise.kept?(answered.claim, book.plan)
  end

  def answers(rules, promise, **more) = answer(rules, promise, **more).answer

  def test_it_comes_in_in_time
    soon = promise({"comes_in" => "PT30M"}, when: ANA, arriving: OFFICE)
    in_at_once = rule("In", when: ANA, then: {"timing" => {"now" => true}})
    shown = answer([], soon)
    assert_equal ["broken", "09:00"], [shown.answer, shown.message.arrived_at.getutc.strftime("%H:%M")], "the Morning window begins"
    assert_equal "ana@casadomar.example", shown.message.from.first.email
    assert_equal "proved", answers([in_at_once], soon)
    off = rule("Lists", when: leaf("to_list", "is", true), then: {"timing" => {"off_front" => true}})
    assert_equal "proved", answers([in_at_once, off], soon)
    shown = answer([off, in_at_once], soon)
    assert_equal ["broken", nil], [shown.answer, shown.claim.surface_at]
    assert_predicate shown.message.header("list-id"), :any?
    assert_equal "broken", answers([in_at_once.merge("enabled" => false)], soon)
    assert_equal "broken", answers([in_at_once.merge("ask_first" => true)], soon)
    assert_equal "broken", answers([in_at_once.merge("until_date" => "2027-04-01")], soon)
    gone = rule("Gone", when: leaf("subject", "mentions", ["offer"]), then: {"discard" => true})
    assert_equal "broken", answers([in_at_once, gone], soon)
    assert_equal "proved", answers([in_at_once.merge("last_word" => true), gone], soon)
  end

  # Whatever of it holds mail: two rules that together take all of it in serve as well as one.
  def test_what_several_rules_do_together
    halves = [leaf("has_attachment", "is", true), leaf("has_attachment", "is", false)]
    rules = halves.map.with_index { |half, n| rule("R#{n}", when: {"all" => [ANA, half]}, then: {"timing" => {"now" => true}}) }
    assert_equal "proved", answers(rules, promise({"comes_in" => "PT1M"}, when: ANA))
    shown = answer(rules.first(1), promise({"comes_in" => "PT1M"}, when: ANA))
    assert_equal ["broken", []], [shown.answer, shown.message.attachments]
    assert_equal "proved", answers(rules.first(1), promise({"comes_in" => "PT1M"}, when: ANA, unless: halves.last))
  end

  def test_how_loud_and_whether_on_the_front
    chime = rule("Chime", when: leaf("subject", "mentions", ["crate"]), then: {"alert" => {"level" => "chime"}})
    quiet = rule("Quiet", when: ANA, then: {"alert" => "none"})
    assert_equal %w[broken proved], [[chime, quiet], [quiet, chime]].map { answers(_1, promise({"loudest" => "tap"}, when: ANA)) }
    assert_equal "proved", answers([chime], promise({"loudest" => "chime"}))
    assert_equal "proved", answers([chime.merge("until_date" => "2027-02-01")], promise({"loudest" => "tap"})), "its days are over"
    assert_equal "broken", answers([chime.merge("from_date" => "2028-02-01")], promise({"loudest" => "tap"})), "its days are to come"
    off = rule("Off", when: leaf("kind", "is", ["newsletter"]), then: {"timing" => {"off_front" => true}})
    assert_equal "proved", answers([off], promise({"on_front" => true}, when: leaf("kind", "is", ["person"])))
    assert_equal "broken", answers([off], promise({"on_front" => true}, when: ANA))
    assert_equal "broken", answers([rule("Gone", when: ANA, then: {"discard" => true})], promise({"on_front" => true}))
  end

  # The plan of the tests holds mail from six in the evening to eight; a rule may let it in at night.
  def test_silence_at_night
    silent = promise({"silent" => NIGHT})
    ring = rule("Ring", when: ANA, then: {"alert" => {"level" => "call_out"}})
    nightly = {"windows" => [{"name" => "Night", "days" => Core::Weekdays::ALL, "from" => "18:00", "to" => "08:00"}], "rounds" => []}
    assert_equal "proved", answers([ring], silent, plan: nightly)
    assert_equal "broken", answers([ring], silent, plan: {"windows" => [], "rounds" => []})
    assert_equal "broken", answers([ring, rule("In", when: leaf("subject", "mentions", ["fire"]), then: {"timing" => {"now" => true}})],
      silent, plan: nightly)
    assert_equal "proved", answers([ring.merge("then" => {"alert" => {"level" => "tap"}})], silent, plan: {"windows" => [], "rounds" => []})
    later = rule("Later", when: ANA, then: {"timing" => {"until" => {"after" => "PT2H"}}, "alert" => {"level" => "chime"}})
    quarter = promise({"silent" => {"days" => ["mon"], "from" => "12:07", "to" => "12:09"}})
    assert_equal "broken", answers([later], quarter)
  end

  def test_how_long_anything_waits_and_how_often_it_alerts
    long = answer([], promise({"waits" => "P1DT12H"}))
    assert_equal ["broken", "2027-03-18T18:00:00+00:00"], [long.answer, long.message.arrived_at.iso8601.sub("Z", "+00:00")],
      "the Friday after is a day off"
    assert_equal "proved", answers([], promise({"waits" => "P4D"}))
    assert_equal "proved", answers([], promise({"alerts_a_day" => 0}))
    ring = rule("Ring", when: ANA, then: {"alert" => {"level" => "tap"}})
    assert_equal "not_decided", answers([ring], promise({"alerts_a_day" => 4}))
    assert_equal "proved", answers([ring], promise({"alerts_a_day" => 0}, when: leaf("from", "is", ["@far.example"]), unless: ANA))
  end

  def mends(rules, promise)
    book = rulebook(rules: rules, promises: [promise])
    answered = Core::Prover.new(book, from: FROM).answer(book.promises.first)
    Core::Mends.new(book, answered, from: FROM).to_a.map { [_1.rule&.name, _1.body.slice("when", "unless", "then")] }
  end

  # Each was tried; the exception to the one rule before a rule that is read before all.
  def test_what_would_mend_it
    off = rule("Lists", when: leaf("to_list", "is", true), then: {"timing" => {"off_front" => true}})
    keep = promise({"on_front" => true}, when: ANA)
    exception, first = mends([off], keep)
    assert_equal ["Lists", {"any" => [ANA]}], [exception[0], exception[1]["unless"]]
    assert_equal [nil, {"when" => ANA, "then" => {"timing" => {"now" => true}}}], first
    discards = rule("Gone", when: leaf("subject", "mentions", ["offer"]), then: {"discard" => true})
    assert_empty mends([off, discards], keep), "neither alone would do"
    assert_equal ["Gone"], mends([discards], keep).map(&:first)
    chime = rule("Chime", when: leaf("subject", "mentions", ["crate"]), then: {"alert" => {"level" => "chime"}})
    assert_equal ["Chime", nil], mends([chime], promise({"loudest" => "tap"}, when: ANA)).map(&:first)
    assert_equal [[nil, {"when" => {"all" => []}, "then" => {"alert" => "none"}}]], mends([chime], promise({"loudest" => "none"}))
    soon = mends([], promise({"comes_in" => "PT30M"}, when: ANA, arriving: OFFICE, unless: leaf("to_list", "is", true)))
    assert_equal [nil, %w[all]], [soon[0][0], soon[0][1]["when"].keys]
    assert_equal 3, soon[0][1]["when"]["all"].size
  end

  def test_at_random_nothing_is_proved_that_is_not_so
    random = Random.new(Minitest.seed)
    rules = RandomRules.new(random)
    mail = RandomMail.new(random).messages(150)
    told = Hash.new(0)
    60.times do
      condition = random.rand(3).zero? ? {"all" => []} : rules.condition(1)
      made = Array.new(random.rand(1..5)) { |n| rules.rule("R#{n}").merge("enabled" => true, "when" => rules.condition(1)) }
      given = promise(holds(random), when: condition, unless: (rules.condition(0) if random.rand(4).zero?),
        arriving: (OFFICE if random.rand(3).zero?))
      answered = answer(made, given, steps: [5, 15, 40, 1_500].sample(random: random)) # given up early, nothing more is said
      told[answered.answer] += 1
      next unless answered.answer == "proved"

      book = rulebook(rules: made)
      mail.select { answered.promise.about?(Core::Reading.new(_1), book.plan) }.each do |message|
        refute_equal false, answered.promise.kept?(book.decide(message), book.plan), "#{JSON.generate(given)} of #{JSON.generate(made)}"
      end
    end
    assert_operator told["proved"], :>, 5
    assert_operator told["broken"], :>, 5
  end

  def holds(random)
    [{"comes_in" => %w[PT0S PT30M P2D].sample(random: random)}, {"waits" => %w[PT12H P3D P5D].sample(random: random)},
      {"loudest" => Core::Promise::LOUDEST.sample(random: random)}, {"on_front" => true}, {"silent" => NIGHT}].sample(random: random)
  end

  # What is kept of a rulebook is what would be answered of the next, whatever has changed in it.
  def test_at_random_what_is_kept_is_as_if_it_were_asked_anew
    random = Random.new(Minitest.seed)
    rules = RandomRules.new(random)
    known = Core::KnownAnswers.new
    8.times do
      given = promise(holds(random), when: rules.condition(0))
      made = Array.new(4) { |n| rules.rule("R#{n}").merge("enabled" => true, "when" => rules.condition(1)) }
      4.times do
        made[random.rand(4)] = rules.rule("R9").merge("enabled" => random.rand(4).positive?, "when" => rules.condition(1))
        book = rulebook(rules: made.each_with_index.map { |rule, n| rule.merge("name" => "R#{n}") }, promises: [given])
        kept, anew = Array.new(2) { Core::Prover.new(book, from: FROM) }
        one = known.answer(kept, book.promises.first, Core::KnownAnswers::Stand.new(book, FROM))
        other = anew.answer(book.promises.first)
        assert_broken(book, one) if one.answer == "broken"
        assert_equal other.answer, one.answer, JSON.generate([made, given]) unless [one, other].any? { _1.answer == "not_decided" }
      end
    end
  end

  def test_only_what_it_hangs_on_is_asked_again
    asked = 0
    counting = Class.new(Core::Prover) { define_method(:answer) { |promise| (asked += 1) && super(promise) } }
    known = Core::KnownAnswers.new
    ask = lambda do |rules, given, **more|
      book = rulebook(rules: rules, promises: [given], **more)
      known.answer(counting.new(book, from: FROM), book.promises.first, Core::KnownAnswers::Stand.new(book, FROM))
      asked
    end
    waits = promise({"waits" => "P4D"})
    label = rule("Label", when: ANA, then: {"labels" => ["Loans"]})
    assert_equal [1, 1, 1], [ask[[], waits], ask[[label], waits], ask[[label.merge("name" => "L")], waits.merge("name" => "Q")]]
    assert_equal 2, ask[[label.merge("last_word" => true)], waits]
    assert_equal 3, ask[[label, rule("In", when: ANA, then: {"timing" => {"now" => true}})], waits]
    assert_equal 4, ask[[label], waits, plan: {"windows" => [], "rounds" => []}]
    assert_equal [5, 5], [ask[[label], promise({"loudest" => "tap"})], ask[[], promise({"loudest" => "tap"})]]
  end

  # By priority, and by whatever rule may say when: none waits longer than is said.
  def test_at_random_nothing_waits_longer_than_is_said
    random = Random.new(Minitest.seed)
    rules = RandomRules.new(random)
    mail = RandomMail.new(random).messages(60)
    12.times do
      made = Array.new(random.rand(1..5)) { |n| rules.rule("R#{n}").merge("enabled" => true, "when" => rules.condition(1)) }
      book = rulebook(rules: made)
      lines = Core::WaitsByPriority.new(book, from: FROM).lines.to_h { [_1.priority, _1] }
      mail.each do |message|
        claim = book.decide(message)
        next if message.from.size > 1 || (claim.surface_at.nil? && !claim.held)

        waits = claim.surface_at ? claim.surface_at - claim.arrived_at : Float::INFINITY
        assert_operator waits, :<=, lines.fetch(claim.priority).longest&.seconds || 0, JSON.generate(made)
      end
    end
  end

  # Ana's mail is of top priority, and comes straight in; loans are too, and wait.
  def test_the_worst_waits_by_priority
    ana = rule("Ana", when: ANA, then: {"priority" => "top", "timing" => {"now" => true}})
    lines = ->(*made) { Core::WaitsByPriority.new(rulebook(rules: made), from: FROM).lines.to_h { [_1.priority, _1] } }
    only = lines[ana]
    assert_equal [nil, "top", "normal"], only.keys
    assert_nil only["top"].longest
    assert_equal only[nil].longest, only["normal"].longest
    office = leaf("arrival", "within", OFFICE)
    loans = rule("Loans", when: {"all" => [leaf("subject", "mentions", ["loan"]), office]},
      then: {"priority" => "top", "timing" => {"until" => {"after" => "PT3H"}}})
    both = lines[ana, loans]["top"]
    assert_equal 3 * 3_600, both.longest.seconds
    at = both.week.to_h
    assert_equal [0, 3 * 3_600, 0], at.values_at(0, 8 * 60, 18 * 60), "at night nothing is a loan's"
    raised = rule("Raised", when: leaf("has_attachment", "is", true), then: {"priority" => {"raise" => 1}})
    assert_equal only[nil].longest, lines[ana, raised]["high"].longest
    after = rule("After", when: ANA, then: {"timing" => {"until" => {"after" => "P9D"}}})
    assert_nil lines[ana, after]["top"].longest, "it is outranked"
  end

  # Two hundred rules and twenty promises, while one writes.
  def test_in_good_time
    rules = Array.new(200) do |n|
      rule("Rule #{n}", when: {"all" => [leaf("from", "is", ["p#{n}@house#{n % 7}.example", "@h#{n}.example"]),
        leaf("subject", "mentions", ["word#{n}"])]}, then: [{"timing" => {"now" => true}}, {"alert" => {"level" => "tap"}},
          {"timing" => {"next_round" => true}}, {"labels" => ["Loans"]}][n % 4])
    end
    promises = Array.new(20) do |n|
      given = [{"comes_in" => "PT1M"}, {"loudest" => "tap"}, {"waits" => "P5D"}, {"on_front" => true}][n % 4]
      asked = [leaf("from", "is", ["p#{n * 4}@house#{n * 4 % 7}.example"]), leaf("subject", "mentions", ["word#{n * 4}"])]
      promise(given, when: {"all" => asked}).merge("name" => "P#{n}")
    end
    book = rulebook(rules: rules, promises: promises)
    told = nil
    took = cpu_seconds { told = Core::Prover.new(book, from: FROM).then { |prover| book.promises.map { prover.answer(_1).answer } } }
    assert_equal ["proved"], told.uniq
    assert_operator took, :<, 2
  end
end
