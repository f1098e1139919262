# frozen_string_literal: true

require_relative "../support/desk_helper"

# The matcher and the SQL reader give one answer for every fact of state too, however a message stands.
class StateTest < Minitest::Test
  include DeskHelper

  FACTS = UpFront::Core::StateFacts

  def setup
    super
    chime = {"level" => "chime"}
    set_up(rules: [rule("Loans", when: leaf("subject", "mentions", ["loan"]),
      then: {"timing" => {"now" => true}, "labels" => ["loans"], "ink" => "COPPER", "alert" => chime, "follow_up" => {"in" => "PT1H"},
             "keep_at_top" => true}),
      rule("Top", when: leaf("subject", "mentions", ["top"]), then: {"priority" => "top", "timing" => {"off_front" => true}}),
      rule("Now", when: leaf("subject", "mentions", ["now"]), then: {"timing" => {"now" => true}}),
      rule("Gone", when: leaf("subject", "mentions", ["gone"]), then: {"discard" => true})])
    @random = Random.new(11)
    clock.now = at("08:00")
    @ids = live
    Desk::Announce.new(clock).call
    clock.now = at("09:40")
    states, messages = Store::MessageStates.of(@ids, clock.now), Store::Message.to_core(@ids)
    @readings = @ids.to_h { [_1, Core::Reading.new(messages.fetch(_1), state: states.fetch(_1))] }
  end

  ME = "Wren <wren@lanternquay.example>"

  # Mail of every kind, and everything that can be done to it, at random.
  def live
    ids = ["A loan", "now", "top", "gone", "plain", "A loan now"].flat_map do |subject|
      4.times.map { |n| take(subject: subject, id: "<#{subject.tr(" ", "-")}#{n}@x>", date: clock.now - n * 86_400, as_new: n.even?).id }
    end
    ids << take(subject: "asked", from: ME, to: "ana@casadomar.example", id: "<asked@x>", mailbox: "Sent")
      .id << take(subject: "asked too", from: ME, to: "b@c.example", id: "<asked2@x>", mailbox: "Sent")
        .id << take(subject: "note", from: ME, id: "<note@x>").id
    ids << take(subject: "an answer", from: "b@c.example", headers: ["In-Reply-To: <asked2@x>"])
      .id << take(subject: "my answer", from: ME, to: "a@b.example", headers: ["References: <now0@x>"], mailbox: "Sent").id
    follow_through(ids)
    acts.each { |act| act.call(ids.sample(5, random: @random)) }
    clock.now = at("09:10")
    ids << take(subject: "plain, in a window").id
  end

  # Answers awaited, one of them overdue; questions to the owner, one answered; things to do.
  def follow_through(ids)
    2.times do |n|
      ids << take(subject: "sent #{n}", from: ME, to: "ana@casadomar.example", mailbox: "Sent").id
      Desk::Expect.new(clock).call(ids.last, n.zero? ? at("23:59") : clock.now - 60)
      ids << take(subject: "a question #{n}", text: "Could you tell me more?", to: "wren@lanternquay.example", id: "<q#{n}@x>").id
      Desk::ChangeTasks.new(clock).make({"words" => "Look"}, message_id: ids.last)
    end
    ids << take(subject: "to all", text: "Who comes?", to: "others@lanternquay.example", id: "<q2@x>").id
    ids << take(subject: "mine", from: ME, to: "a@b.example", headers: ["References: <q1@x>"], mailbox: "Sent").id
  end

  def acts(kept = at("09:00"), back = at("09:30"), later = at("12:00"))
    [->(ids) { Desk::MarkRead.new(clock).call(ids) }, ->(ids) { Desk::Flag.new(clock).call(ids) },
      ->(ids) { Desk::Clear.new(clock).call(ids.first(2)) }, ->(ids) { Desk::LetIn.new(clock).call(ids) },
      ->(ids) { Desk::ChangePriority.new(clock, 1).call(ids) },
      ->(ids) { Desk::ChangePriority.new(clock, -1).call(ids) },
      ->(ids) { Desk::ChangeLabels.new(clock, on: ["Border"], off: ["Loans"]).call(ids) },
      ->(ids) { Desk::ChangeLabels.new(clock, on: ["Loans"]).call(ids.first(2)) },
      ->(ids) { Desk::KeepAtTop.new(clock, until_at: kept).call(ids) }, ->(ids) { Desk::KeepAtTop.new(clock).call(ids.first(2)) },
      ->(ids) { Desk::KeepAtTop.new(clock, on: false).call(ids.first(2)) },
      ->(ids) { Desk::BringBack.new(clock, back).call(ids.first(2)) },
      ->(ids) { Desk::BringBack.new(clock, later).call(ids.first(2)) }]
  end

  LEAVES = [
    *FACTS::FLAG_LABELS.keys.flat_map { |name| [true, false].map { |value| [name.to_s, "is", value] } },
    ["priority", "is", %w[top low]], ["priority", "at_least", "high"], ["label", "is", ["Loans"]], ["label", "is", %w[BORDER Loans]],
    ["ink", "is", ["Copper"]], ["decided_by", "is", ["loans"]], ["decided_by", "is", ["Now", "nobody"]],
    ["arrived", "within_last", "P1D"], ["arrived", "longer_ago_than", "PT2H"],
    ["awaits_mine_since", "within_last", "P1D"], ["subject", "mentions", ["loan"]]
  ].freeze

  def agree(condition)
    node = Core::Condition.read(condition, check = Core::Check.new, Store::CurrentRulebook.rulebook.names, state: true)
    assert_empty check.faults
    expected = @readings.select { |_, reading| Core::Matcher.holds?(node, reading) }.keys
    [false, true].each do |few|
      asked = Store::Message.joins(:state, :claim).where(Store::SQLReader.new(clock.now, few: few).sql(node))
      assert_equal expected.sort, asked.order(:id).pluck(:id) & @ids, "#{condition.inspect}, few: #{few}"
    end
    expected.size
  end

  def test_every_fact_of_state_and_its_denial
    counts = LEAVES.map { |given| [agree(leaf(*given)), agree(leaf(*given, not: true))] }
    assert(counts.all? { _1.sum == @ids.size })
    never = LEAVES.zip(counts).select { |_, (held, denied)| held.zero? || denied.zero? }.map { _1[0] }
    assert_empty never, "the mail drawn asks nothing of these"
  end

  def test_random_trees
    grow = ->(depth) {
      (depth.zero? || @random.rand(3).zero?) ? leaf(*LEAVES.sample(random: @random), not: @random.rand(3)
        .zero?) : {%w[all any none].sample(random: @random) => Array.new(@random.rand(4)) { grow.call(depth - 1) }}
    }
    60.times { agree(grow.call(3)) }
  end

  # However many of the newest are looked through first, and whatever a page is grouped by.
  def test_a_page_is_a_stretch_of_the_whole_order
    rulebook = Store::CurrentRulebook.rulebook
    LEAVES.each do |given|
      body = {"name" => "V", "when" => leaf(*given), "sent" => true, "group_by" => "priority"}
      query = Store::ViewQuery.new(Core::View.read(body, Core::Check.new, rulebook.names), clock.now, rulebook.zone)
      [nil, "normal", "high"].each do |group|
        whole = query.ordered(group).pluck(:message_id)
        offset, limit, near = @random.rand(3), @random.rand(1..4), @random.rand(1..@ids.size)
        assert_equal whole[offset, limit].to_a, query.page(offset, limit, group: group, near: near).map(&:message_id),
          [given, group, offset, limit, near].inspect
        sought = @ids.sample(4, random: @random)
        assert_equal whole & sought, query.among(sought) unless group
      end
    end
  end

  def test_what_is_asked_of_state_can_be_written_and_heard
    names = Store::CurrentRulebook.rulebook.names
    hear = ->(condition) {
      Core::Language.hear_condition(Core::Sentence.condition(Core::Condition.read(condition, Core::Check.new, names,
        state: true)))
    }
    whole = ->(condition) { Core::Condition.read(condition, Core::Check.new, names, state: true).to_h }
    LEAVES.flat_map { |given| [false, true].map { |denied| leaf(*given, not: denied) } }.each do |condition|
      assert_equal whole[condition], whole[hear[condition]], condition.inspect
    end
    together = {"all" => LEAVES.values_at(0, 11, 22, 24, 26, 28, 29).map { leaf(*_1) }}
    assert_equal whole[together], whole[hear[together]]
    assert_equal whole[{"all" => [leaf("unread", "is", true), leaf("priority", "at_least", "high")]}],
      whole[Core::Language.hear_condition("mail where it is unread and its priority is at least high")]
  end

  # Where it was not changed again since.
  def undo_something
    of_views = Store::UndoChange.where(model: "View").select(:undo_step_id)
    Store::UndoStep.reversible.where.not(id: of_views).last&.then { Desk::Undo.new(clock).call(_1.id) }
  rescue Desk::Act::Impossible
    nil
  end

  # Each leaf as a view with its number; acts, arrivals and time in between.
  def test_badges_kept_current_are_those_that_one_would_count_anew
    views = LEAVES.each_with_index.map do |given, n|
      {"name" => "View #{n}", "when" => leaf(*given), "badge" => n.even? ? "all" : "unread", "sent" => n % 3 == 0,
       "discarded" => n % 5 == 0}
    end
    Desk::ImportRulebook.new(clock).call(Store::CurrentRulebook.document.merge("views" => views))
    steps = [-> { clock.now += 600 }, -> { Desk::Announce.new(clock).call },
      -> { acts(*[600, 1200, 40_000].map { clock.now + _1 }).sample(random: @random).call(@ids.sample(4, random: @random)) },
      -> { @ids << take(subject: "A loan now", headers: ["References: <asked@x>"], from: "b@c.example").id },
      -> { undo_something },
      -> { follow_through(@ids = @ids.dup) },
      -> {
        given = {"on" => [nil, "2027-03-09"].sample(random: @random), "at" => "09:50"}
        Desk::ChangeTasks.new(clock).make({"words" => "Do"}.merge(given), message_id: @ids.sample(random: @random))
      },
      -> { Store::Task.open.ids.sample(random: @random)&.then { Desk::ChangeTasks.new(clock).done(["t#{_1}"]) } },
      -> { Store::Awaited.open.ids.sample(random: @random)&.then { Desk::Expect.new(clock).drop(_1) } },
      -> { take(subject: "old", as_new: false, date: clock.now - 40 * 86_400) },
      -> { Desk::SetThreadPreference.new(clock).call(@ids.sample(random: @random), "muted") }, -> { clock.now += 86_400 / 2 },
      -> { Desk::Discard.new(clock).call(@ids.sample(2, random: @random)) && Desk::EmptyDiscarded.new(clock).call }]
    24.times do |turn|
      Store::BadgeCounts.counts(Store::CurrentRulebook.rulebook, clock.now)
      (turn < steps.size) ? steps[turn].call : steps.sample(random: @random).call
      @ids &= Store::Message.ids
      assert_equal counted_anew, Store::BadgeCounts.counts(Store::CurrentRulebook.rulebook, clock.now), "after turn #{turn}"
    end
  end

  def counted_anew
    rulebook = Store::CurrentRulebook.rulebook
    rulebook.views.to_h do |view|
      [view.id, Store::ViewQuery.new(view, clock.now, rulebook.zone).then { (view.badge == "all") ? _1.count : _1.unread }]
    end
  end

  def test_a_rule_that_asks_about_state_is_refused
    refused = faults(document(rules: [rule(when: leaf("unread", "is", true))]))
    assert_equal [["/rules/0/when/fact", "a fact that does not change; only views may ask about state"]], refused
  end
end
