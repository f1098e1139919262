# frozen_string_literal: true

require_relative "../support/desk_helper"

# Things to do: made, done, moved, taken out, each with its undo; what rules' follow-ups ask for among them; and how they come.
class TasksTest < Minitest::Test
  include DeskHelper

  def setup
    super
    set_up(rules: [rule("Owed", when: leaf("subject", "mentions", ["loan"]),
      then: {"timing" => {"now" => true}, "follow_up" => {"in" => "P1D"}})])
    @message = take(subject: "A loan")
    @plain = take(subject: "Frames")
    @page = -> { Web::Pages::Today.new(Store::CurrentRulebook.rulebook, clock.now).to_h }
  end

  def tasks = Desk::ChangeTasks.new(clock)
  def make(given = {}, **more) = tasks.make({"words" => "Call Ana"}.merge(given), **more)

  def row(key)
    @page.call[:sections].flat_map { |section| section[:tasks].map { _1.merge(section: section[:title]) } }.find { _1[:id] == key }
  end

  def where(key) = row(key)&.slice(:section, :words, :when)&.values

  def test_it_is_made_of_a_message_and_the_message_stays
    before = Store::State.find(@plain.id).attributes
    2.times { |n| make({"words" => "Step #{n}", "on" => "2027-03-10", "at" => "14:00"}, message_id: @plain.id) }
    assert_equal [["Tomorrow", "Step 0", "Wednesday 10 March 14:00"], ["Tomorrow", "Step 1", "Wednesday 10 March 14:00"]],
      Store::Task.ids.map { where("t#{_1}") }
    assert_equal before, Store::State.find(@plain.id).attributes
    assert_equal 2, Web::Pages::Sheet.new(@plain, Store::CurrentRulebook.rulebook, clock.now).to_h[:tasks].size
    assert_equal "Frames", tasks.make({"words" => " "}, message_id: @plain.id).result.words, "without words it is called as its message"
  end

  def test_a_rules_follow_up_is_one_and_becomes_the_persons_own
    key = "f#{@message.id}"
    assert_equal ["Tomorrow", "Follow up: A loan", "Wednesday 10 March 09:14"], where(key)
    moved = tasks.move([key], "2027-03-12")
    own = "t#{Store::Task.last.id}"
    assert_equal [nil, ["Friday 12 March", "Follow up: A loan", "Friday 12 March 09:14"], "Owed"], [where(key), where(own), row(own)[:rule]]
    Desk::Undo.new(clock).call(moved.undo_id)
    assert_equal ["Tomorrow", nil], [where(key)&.first, where(own)]
    tasks.done([key])
    clock.now = at("10:00", "2027-03-10")
    refute Store::MessageStates.of([@message.id], clock.now)[@message.id].follow_up_due?, "done is done"
  end

  def test_a_follow_up_of_what_is_done_with_is_none
    Desk::Clear.new(clock).call([@message.id])
    assert_nil where("f#{@message.id}")
    assert_raises(Desk::Act::Impossible) { tasks.done(["f#{@message.id}"]) }
  end

  # Whatever is done, and taken back the other way round, leaves all as it was.
  def test_acts_at_random_are_taken_back
    seed = Integer(ENV.fetch("TASK_SEED", rand(1_000)))
    random = Random.new(seed)
    4.times { |n| make({"words" => "Task #{n}", "on" => [nil, "2027-03-09", "2027-03-12"].sample(random: random)}) }
    steps = []
    seen = []
    20.times do
      keys = [*Store::Task.ids.map { "t#{_1}" }, "f#{@message.id}"].sample(2, random: random)
      seen << shown
      done = begin
        case random.rand(5)
        when 0 then tasks.done(keys)
        when 1 then tasks.done(keys, on: false)
        when 2 then tasks.move(keys, [nil, "2027-03-10"].sample(random: random))
        when 3 then tasks.change(keys.first, {"at" => "16:00", "on" => "2027-03-11", "note" => "n#{random.rand(9)}"})
        else tasks.drop(keys.first(1))
        end
      rescue Desk::Act::Impossible
        nil
      end
      done&.undo_id ? steps << done.undo_id : seen.pop
    end
    steps.zip(seen).reverse_each do |step, before|
      Desk::Undo.new(clock).call(step)
      assert_equal before, shown, "seed #{seed}"
    end
  end

  def shown = @page.call[:sections].map { |each| [each[:title], each[:tasks].map { _1.except(:when) }.sort_by { |task| task[:id] }] }

  def test_it_comes_at_its_moment_once_and_sounds_once
    make({"on" => "2027-03-09", "at" => "10:00", "alert" => "call_out"})
    make({"words" => "Quiet", "on" => "2027-03-09", "at" => "10:00"})
    assert_empty Desk::TasksCome.new(clock).call
    clock.now = at("10:00")
    assert_equal 2, Desk::TasksCome.new(clock).call.size
    assert_empty Desk::TasksCome.new(clock).call
    assert_equal [["Call Ana"], []], Array.new(2) { Desk::TakeAlerts.new(clock).call.tasks.map(&:words) }
    assert_equal 1, Store::Task.calling(clock.now).count
    clock.now = at("10:05")
    assert_equal 1, Desk::TasksCome.new(clock).call.size, "unanswered, it calls again"
    Desk::TakeAlerts.new(clock).call
    tasks.answer(Store::Task.first.id, "again")
    assert_empty Store::Task.calling(clock.now)
    clock.now = at("10:10")
    Desk::TasksCome.new(clock).call
    assert_equal 1, Desk::TakeAlerts.new(clock).call.tasks.size
    tasks.answer(Store::Task.first.id, "done")
    clock.now = at("11:00")
    assert_empty Desk::TasksCome.new(clock).call
  end

  def test_what_alerts_waits_for_the_end_of_heads_down
    make({"on" => "2027-03-09", "at" => "10:00", "alert" => "tap"})
    Desk::GoHeadsDown.new(clock).call(at("11:00"))
    clock.now = at("10:30")
    assert_empty Desk::TasksCome.new(clock).call
    assert_equal 1, Web::Pages::Front.new(Store::CurrentRulebook.rulebook, clock.now).to_h[:tasks].size, "it stands there"
    clock.now = at("11:00")
    assert_equal 1, Desk::TasksCome.new(clock).call.size
  end

  # In the owner's zone: over the clock change, and where another zone comes to hold.
  def test_its_time_is_the_owners
    task = make({"on" => "2027-03-29", "at" => "09:00"}).result
    assert_equal at("08:00", "2027-03-29"), task.due_at.to_time, "summer time"
    Desk::SaveZone.new(clock).call("Asia/Tokyo")
    assert_equal at("00:00", "2027-03-29"), task.reload.due_at.to_time
    Desk::Undo.new(clock).last
    assert_equal at("08:00", "2027-03-29"), task.reload.due_at.to_time
  end

  def test_what_was_announced_is_not_announced_again_when_it_is_taken_back
    task = make({"on" => "2027-03-09", "at" => "09:20", "alert" => "tap"}).result
    clock.now = at("09:20")
    Desk::TasksCome.new(clock).call
    Desk::TakeAlerts.new(clock).call
    moved = tasks.move(["t#{task.id}"], "2027-03-10")
    Desk::Undo.new(clock).call(moved.undo_id)
    assert_equal [[], []], [Desk::TasksCome.new(clock).call, Desk::TakeAlerts.new(clock).call.tasks]
  end

  def test_what_cannot_be_is_said
    problems = [{"words" => "  "}, {"on" => "2027-02-30"}, {"on" => "3027-01-01"}, {"on" => "2027-03-10", "at" => "25:00"},
      {"on" => "2027-03-10", "alert" => "tap"}].map { |given| assert_raises(Desk::Act::Impossible) { make(given) }.message }
    assert_equal ["Say what is to be done.", "“2027-02-30” is no day; give one such as 2027-03-09.", "3027-01-01 is too far from today.",
      "“25:00” is no time of day.", "An alert wants a time: give one, or leave the alert."], problems
  end

  def test_it_outlives_its_message
    task = make({}, message_id: @plain.id).result
    Desk::Discard.new(clock).call([@plain.id])
    Desk::EmptyDiscarded.new(clock).call
    assert_equal [nil, "Call Ana"], task.reload.values_at(:message_id, :words)
  end
end
