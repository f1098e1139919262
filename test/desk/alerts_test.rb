# frozen_string_literal: true

require_relative "../support/desk_helper"

# Alerts in the journal: each once, at the right time, and none lost.
class DeskAlertsTest < Minitest::Test
  include DeskHelper

  CALLS = {"name" => "Alarms", "when" => {"fact" => "subject", "op" => "mentions", "value" => ["alarm"]},
           "then" => {"timing" => {"now" => true}, "alert" => {"level" => "call_out", "text" => "{sender}: {subject}!"}}}.freeze
  TAPS = {"name" => "Ana", "when" => {"fact" => "from", "op" => "is", "value" => ["ana@casadomar.example"]},
          "then" => {"alert" => {"level" => "tap"}}}.freeze
  NOW_TOO = {"name" => "Now", "when" => {"fact" => "subject", "op" => "mentions", "value" => ["now"]},
             "then" => {"timing" => {"now" => true}}}.freeze

  def setup
    super
    set_up(rules: [CALLS, NOW_TOO, TAPS])
  end

  def announce = Desk::Announce.new(clock).call
  def taken = Desk::TakeAlerts.new(clock).call
  def alerts = Store::Alert.order(:id).to_a

  def test_a_held_message_alerts_when_it_surfaces_and_one_cleared_before_never
    held, cleared = take(subject: "One"), take(subject: "Two")
    announce
    assert_empty alerts
    Desk::Clear.new(clock).call([cleared.id])
    clock.now = at("10:30")
    3.times { announce }
    assert_equal [[held.id, "Ana Ferro: One", "Ana", at("10:30")]], alerts.map { [_1.message_id, _1.text, _1.rule, _1.at.to_time] }
  end

  def test_it_is_given_to_the_page_that_asks_first_and_what_had_no_page_waits
    take(subject: "It is now")
    announce
    assert_equal [1, 0], [taken.fresh.size, taken.fresh.size]
    clock.now = at("09:40")
    take(subject: "Then: now")
    take(subject: "Then: alarm")
    announce
    clock.now = at("09:44")
    found = taken
    assert_equal [[], %w[call_out tap]], [found.fresh, found.missed.map(&:level)]
    assert_empty taken.missed
  end

  def test_a_call_out_calls_again_until_it_is_answered
    id = take(subject: "Alarm").id
    announce
    taken
    Desk::AlertSettings.new(clock).call("again_minutes" => 10)
    call = ->(time) { (clock.now = at(time)) && Desk::CallAgain.new(clock).call }
    assert_equal [[], 1], [call["09:18"], call["09:19"].size]
    assert_equal [1, 2], [taken.fresh.size, alerts[0].calls]
    Desk::AnswerAlert.new(clock).call(alerts[0].id, "again")
    assert_empty Store::Alert.showing(clock.now)
    assert_equal [0, 1], [call["09:23"].size, call["09:24"].size]
    taken
    assert_equal [id], Store::Alert.showing(clock.now).pluck(:message_id)
    Desk::Clear.new(clock).call([id])
    assert_equal [[], []], [call["10:00"], Store::Alert.unanswered.to_a], "clearing the message answers it"
  end

  def test_an_unanswered_call_out_waits_for_the_end_of_heads_down
    take(subject: "Alarm")
    announce
    Desk::GoHeadsDown.new(clock).call(at("11:00"))
    call = ->(time) { (clock.now = at(time)) && Desk::CallAgain.new(clock).call.size }
    assert_equal [0, 0, 1], [call["09:19"], call["10:59"], call["11:00"]]
  end

  def test_what_is_silenced_is_in_the_journal_with_what_silenced_it
    Desk::GoHeadsDown.new(clock).call(at("11:00"))
    id = take(subject: "Quiet").id
    Desk::LetIn.new(clock).call([id])
    announce
    assert_equal [["let_in"], []], [alerts.map(&:silenced_by), taken.fresh]
  end

  def test_a_burst_is_told_as_one
    6.times { take(subject: "It is now #{_1}") }
    announce
    assert_equal [nil] + ["burst"] * 5, alerts.map(&:silenced_by)
    time_format = Core::TimeFormat.new(Store::CurrentRulebook.rulebook.zone, clock.now)
    assert_equal ["6 messages from Ana Ferro"], Web::Pages::Alert.of(taken.fresh, time_format).map { _1.to_h[:text] }
    take(subject: "It is now, once more")
    announce
    assert_equal "7 messages from Ana Ferro", Web::Pages::Alert.of([alerts[0]], time_format)[0].to_h[:text]
  end

  def test_a_louder_alert_in_a_burst_names_itself_and_all_the_others
    Desk::SaveRule.new(clock).call(rule("Taps", when: leaf("subject", "mentions", ["now"]), then: {"alert" => {"level" => "tap"}}))
    chime = rule("Humid", when: leaf("subject", "mentions", ["humidity"]),
      then: {"timing" => {"now" => true}, "alert" => {"level" => "chime"}})
    Desk::SaveRule.new(clock).call(chime)
    5.times { take(subject: "It is now #{_1}", from: "Sender #{_1} <s#{_1}@b.example>") }
    announce
    clock.now += 30
    take(subject: "Store B: humidity", from: "Store-room monitor <m@b.example>")
    announce
    loud = alerts.last
    assert_equal [nil, true], [loud.silenced_by, loud.heads_burst]
    time_format = Core::TimeFormat.new(Store::CurrentRulebook.rulebook.zone, clock.now)
    assert_match(/humidity.*, and five more alerts from Sender 0, Sender 1, Sender 2 and two others\z/,
      Web::Pages::Alert.of([loud], time_format)[0].to_h[:text])
  end

  def test_sounds_are_hushed_by_the_switch_and_in_quiet_hours_and_the_alert_shows
    settings = Desk::AlertSettings.new(clock)
    settings.call("quiet" => [{"days" => %w[tue], "from" => "09:00", "to" => "10:00"}])
    take(subject: "Alarm one")
    announce
    settings.call("quiet" => [], "sounds" => false)
    take(subject: "Alarm two")
    announce
    assert_equal %w[quiet_hours switch], alerts.map(&:hushed_by)
    assert_equal 2, taken.fresh.size
    assert_raises(Core::Refused) { settings.call("quiet" => [{"days" => ["someday"], "from" => "09:00", "to" => "25:00"}]) }
  end

  def test_opening_the_message_answers_and_is_timed
    id = take(subject: "Alarm").id
    announce
    clock.now = at("09:16")
    Desk::AnswerAlert.new(clock).opened([id])
    assert_equal ["opened after 2 min", []],
      [Web::Pages::Alerts.new(Store::CurrentRulebook.rulebook, clock.now).journal[:days][0][:alerts][0][:became],
        Store::Alert.unanswered.to_a]
  end

  def test_a_rule_is_made_quieter_step_by_step
    rule = Store::Rule.in_order.first
    levels = 3.times.map do
      Desk::Quieten.new(clock).call(rule.id) && rule.reload.today["then"]["alert"].then do |alert|
        alert.is_a?(Hash) ? alert["level"] : alert
      end
    end
    assert_equal %w[chime tap none], levels
    assert_raises(Desk::Act::Impossible) { Desk::Quieten.new(clock).call(rule.id) }
  end

  WAV = ["RIFF", 36, "WAVEfmt "].pack("a4Va8") + "\0" * 24

  def test_a_sound_file_is_what_its_content_says
    keep = Desk::KeepSound.new(clock)
    assert_equal "Kept the sound “Ship's bell”.", keep.call("Ship's bell", WAV).message
    assert_equal %w[audio/wav audio/mpeg audio/ogg audio/flac], [WAV, "ID3\x03", "OggS\0", "fLaC"].map { Post::SoundFile.new(_1).type }
    ["<html><script>alert(1)</script>", "", "RIFFxxxxAVI ", "x" * (1024 * 1024 + 1)].each do |bytes|
      assert_raises(Desk::Act::Impossible) { keep.call("other", bytes) }
    end
    ["ship's BELL", "bell", "  "].each { |name| assert_raises(Desk::Act::Impossible) { keep.call(name, WAV) } }
    assert_equal "/api/sounds/#{Store::Sound.first.id}", Web::Pages::Alert.sound("chime", "Ship's bell")
    assert_equal ["/sounds/lantern.wav", "/sounds/gull.wav", nil], [["chime", "nobody knows"], %w[call_out gull], %w[tap Bell]].map {
      Web::Pages::Alert.sound(*_1)
    }
  end
end
