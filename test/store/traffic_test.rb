# frozen_string_literal: true

require_relative "../support/desk_helper"

# What the store keeps of each message's day is what has happened to it: after acts at random it agrees with whoever looked on all the
# time, and the figures of senders and of reports with counting everything anew in plain Ruby.
class TrafficTest < Minitest::Test
  include DeskHelper

  STEPS = 70
  ZONE = Core::Zone.new("Europe/Lisbon")
  Seen = Struct.new(:sender, :list, :arrived, :kind, :mine, :came, :first, :opened, :answered, :put_offs)

  def setup
    super
    set_up(rules: [
      rule("Now", when: leaf("subject", "mentions", ["now"]),
        then: {"timing" => {"now" => true}, "priority" => "high", "alert" => {"level" => "tap"}}),
      rule("Never", when: leaf("subject", "mentions", ["never"]), then: {"timing" => {"off_front" => true}}),
      rule("Gone", when: leaf("subject", "mentions", ["gone"]), then: {"discard" => true}),
      rule("Read", when: leaf("subject", "mentions", ["read"]), then: {"mark_read" => true})
    ])
  end

  PEOPLE = ["Ana <ana@b.example>", "Bo <bo@b.example>", "Cy <cy@news.example>", "Wren <wren@lanternquay.example>"].freeze
  NEWS = ["List-Id: Cy's <cy.news.example>", "List-Unsubscribe: <mailto:stop@news.example>", "Precedence: bulk"].freeze

  # Somebody who looks on, and notes for each message what becomes of it.
  def arrives(mailbox: "INBOX", from: PEOPLE.sample(random: @random), answers: nil, at: clock.now)
    id = "<m#{@seen.size}@x.example>"
    headers = [*(NEWS if from.include?("news")), *(["In-Reply-To: #{answers}"] if answers)]
    message = take(from: from, subject: %w[now plain never gone read plain].sample(random: @random), id: id, headers: headers,
      mailbox: mailbox, date: at)
    mine = from.include?("wren")
    @seen[message.id] = Seen.new(message.sender_key, from.include?("news") ? "cy.news.example" : nil, message.arrived_at.to_i,
      message.kind, mine,
      state(message.id).came, nil, nil, nil, 0)
    asked = answers && Store::Message.find_by(message_id: answers)
    @seen[asked.id].answered ||= message.arrived_at.to_i if asked && mine && !@seen[asked.id].mine
  end

  def state(id) = Store::State.find(id)

  def put_off(ids)
    before = ids.to_h { [_1, state(_1).put_off_at] }
    Desk::BringBack.new(clock, clock.now + 1_800).call(ids)
    ids.each { |id| @seen[id].put_offs += 1 if state(id).put_off_at != before[id] }
  end

  def undo
    step = Store::UndoStep.reversible.last or return
    before = @seen.keys.to_h { |id| [id, state(id).slice(:put_off_at, :let_in_at)] }
    Desk::Undo.new(clock).call(step.id)
    before.each do |id, was|
      now = state(id).slice(:put_off_at, :let_in_at)
      @seen[id].put_offs -= 1 if was[:put_off_at] != now[:put_off_at]
      @seen[id].first = nil if now.values.none? # by how it stands: what was taken back has not been
      @seen[id].first = nil if [state(id).discarded_at, state(id).cleared_at].compact.any? {
        _1.to_i < @seen[id].first.to_i
      } # not after all
      @seen[id].opened = nil if state(id).opened_at.nil?
    end
  rescue Desk::Act::Impossible
    nil
  end

  def step
    some = @seen.keys.sample(2, random: @random)
    [-> { Desk::Clear.new(clock).call(some) }, -> { Desk::LetIn.new(clock).call(some) }, -> { Desk::Discard.new(clock).call(some) },
      -> { Desk::Discard.new(clock, on: false).call(some) }, -> { put_off(some) }, -> { undo }, -> { undo },
      -> {
        some.each { |id|
          @seen[id].opened ||= clock.now.to_i if state(id).unread
        } && Desk::MarkRead.new(clock, opening: true).call(some)
      },
      -> { Desk::MarkRead.new(clock, read: false).call(some) }, -> { arrives }, -> { arrives },
      -> { arrives(from: PEOPLE.last, mailbox: "Sent", answers: "<m#{@random.rand(@seen.size)}@x.example>") },
      -> { clock.now += 1_200 }, -> { clock.now += 86_400 * @random.rand(3) },
      -> { Desk::SetThreadPreference.new(clock).call(some.first, %w[muted followed].sample(random: @random)) },
      -> { Desk::MoveToMoment.new(clock, clock.now + 4_000).call(some) }, -> {
                                                                            Desk::Announce.new(clock).call
                                                                          }].sample(random: @random).call
    look
  end

  # What has come since he looked last.
  def look
    stands = Store::MessageStates.of(@seen.keys, clock.now)
    @seen.each do |id, seen|
      seen.first ||= state(id).surface_at.to_i if stands[id].comes? && state(id).surface_at <= clock.now
    end
  end

  def kept = Store::Record.connection.select_all("SELECT * FROM traffic").to_a.to_h { [_1["message_id"], _1] }

  def test_what_is_kept_is_what_happened
    [3, 21, 34].each do |seed|
      @random = Random.new(seed)
      @seen = {}
      6.times { arrives }
      look
      STEPS.times do
        step
        rows = kept
        @seen.each do |id, seen|
          row = rows.fetch(id)
          came = (row["comes_at"] && row["comes_at"] <= clock.now.to_i) ? row["comes_at"] : nil
          assert_equal [seen.first, seen.opened, seen.answered, seen.put_offs, seen.mine ? 1 : 0, seen.list],
            [came, row["opened_at"], row["answered_at"], row["put_offs"], row["mine"], row["list"]], "message #{id}, seed #{seed}"
        end
      end
      assert_equal senders_anew, senders_kept
      report_is_recounted
      Store::Message.delete_all
    end
  end

  def senders_kept
    Store::Senders.at(ZONE, clock.now).by("address").to_h do |sender|
      [sender.key,
        [sender.counts.values, sender.kind, sender.read, sender.answered, sender.looks, sender.straight, sender.unsubscribe, sender.alerts]]
    end
  end

  # In plain Ruby, from the messages and their states alone.
  def senders_anew
    since = [7, 30, 90].map { ZONE.instant(ZONE.date(clock.now) - _1 + 1, 0).to_i }
    rows = kept
    mine = @seen.reject { |_, seen| seen.mine || seen.came == "quiet" || seen.arrived < since.last }
    mine.group_by { |_, seen| seen.sender }.to_h do |key, of|
      ids = of.map(&:first)
      looks = of.filter_map { |id, seen| seen.opened - rows[id]["comes_at"] if seen.opened && rows[id]["comes_at"] }
      read = ids.count { |id| state(id).opened_at || (!state(id).unread && !Store::Claim.find(id).mark_read) }
      [key, [since.map { |from| of.count { |_, seen| seen.arrived >= from } }, kind(of), read, of.count { |_, seen| seen.answered },
        looks.select { _1 >= 0 }.sort, ids.count { rows[_1]["way"] == "straight" }, of.any? { |_, seen| seen.list },
        Store::Alert.where(message_id: ids, silenced_by: nil).count]]
    end
  end

  def kind(of) = of.map { |_, seen| seen.kind }.tally.max_by { |kind, count| [count, -Core::Sender::KINDS.index(kind)] }.first

  def report_is_recounted
    first = ZONE.date(clock.now) - 10
    report = Desk::DaysReport.new(Store::CurrentRulebook.rulebook, first, ZONE.date(clock.now), clock.now).report
    from = ZONE.instant(first, 0).to_i
    theirs = @seen.reject { |_, seen| seen.mine || seen.came == "quiet" || seen.arrived < from }
    assert_equal theirs.size, report.to_h[:mail]
    assert_equal theirs.values.sum(&:put_offs), report.to_h[:put_off][:times]
    assert_equal @seen.count { |_, seen| seen.answered && seen.answered >= from }, report.to_h[:answers][:count]
    assert_equal interruptions(from), report.to_h[:interruptions]
  end

  def interruptions(from)
    moments = @seen.filter_map { |id, seen| seen.first if seen.first && seen.first >= from && kept[id]["way"] != "hand" }
    moments.map {
      ZONE.local(Time.at(_1))
    }.select { _1.wday.between?(1, 5) && (9...17).cover?(_1.hour) && _1.to_date != Date.new(2027, 3, 19) }
      .map { _1.strftime("%F %H:%M") }.uniq.size
  end

  # What is kept from one question to the next is as if asked anew.
  def test_following_is_counting_anew
    @random = Random.new(8)
    @seen = {}
    6.times { arrives }
    60.times do
      step
      by = %w[address domain list].to_h { |each| [each, Store::Senders.at(ZONE, clock.now).by(each).map(&:to_h).sort_by(&:to_s)] }
      report = day_report
      [Store::Senders, Store::DayDigests].each(&:forget)
      assert_equal day_report, report
      by.each { |each, kept| assert_equal Store::Senders.at(ZONE, clock.now).by(each).map(&:to_h).sort_by(&:to_s), kept, each }
    end
  end

  def day_report
    last = ZONE.date(clock.now)
    Desk::DaysReport.new(Store::CurrentRulebook.rulebook, last - 5, last, clock.now).report.then { [_1.to_h, _1.days] }
  end

  # Mail of a version that kept nothing of this is told as if it had just been taken in.
  def test_filling_in_is_as_taking_in
    @random = Random.new(4)
    @seen = {}
    12.times { arrives }
    20.times { arrives(from: PEOPLE.last, mailbox: "Sent", answers: "<m#{@random.rand(@seen.size)}@x.example>") if @random.rand < 0.4 }
    Desk::LetIn.new(clock).call(@seen.keys.first(3))
    Desk::MarkRead.new(clock, opening: true).call(@seen.keys.first(6))
    before, people = kept, Store::Record.connection.select_rows("SELECT key, domain, name, first_at, last_at FROM senders ORDER BY key")
    Store::Record.connection.execute("DELETE FROM senders")
    Store::Setting[Store::Traffic::KEY] = nil
    assert Store::Traffic.ensure!
    assert_equal people, Store::Record.connection.select_rows("SELECT key, domain, name, first_at, last_at FROM senders ORDER BY key")
    assert_equal before.transform_values { _1.except("sender_id") }, kept.transform_values { _1.except("sender_id") }
    refute Store::Traffic.ensure!
  end

  def test_an_answer_that_is_removed_answers_nothing
    @random = Random.new(1)
    @seen = {}
    asked = take(from: PEOPLE.first, id: "<asked@x.example>").id
    answer = take(from: PEOPLE.last, mailbox: "Sent", headers: ["In-Reply-To: <asked@x.example>"]).id
    assert kept[asked]["answered_at"]
    Store::Removal.call([answer])
    assert_nil kept[asked]["answered_at"]
  end

  def test_whose_mail_it_is_follows_who_the_owner_is
    asked = take(from: PEOPLE.first, id: "<asked@x.example>").id
    own = take(from: "w@home.example", headers: ["In-Reply-To: <asked@x.example>"]).id
    assert_nil kept[asked]["answered_at"]
    Store::OwnMail.follow(Store::CurrentRulebook.rulebook.names)
    document = Store::CurrentRulebook.document
    owner = document["owner"].merge("addresses" => document["owner"]["addresses"] + ["w@home.example"])
    Store::CurrentRulebook.put(document.merge("owner" => owner))
    Store::OwnMail.follow(Store::CurrentRulebook.rulebook.names)
    assert_equal [1, kept[own]["arrived_at"]], [kept[own]["mine"], kept[asked]["answered_at"]]
  end
end
