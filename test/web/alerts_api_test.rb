# frozen_string_literal: true

require_relative "../support/api_helper"

class AlertsAPITest < Minitest::Test
  include APIHelper

  CHIME = {"level" => "chime", "text" => "{sender} & <b>{subject}</b>", "sound" => "Gull", "desktop" => true}.freeze

  def setup
    super
    set_up(rules: [rule("Loud", when: {"fact" => "subject", "op" => "mentions", "value" => ["loan"]},
      then: {"timing" => {"now" => true}, "alert" => CHIME, "ink" => "Copper"})])
  end

  def arrives(subject = "A loan", **more) = take(subject: subject, **more).tap { Desk::Announce.new(clock).call }

  def test_taken_seen_opened_and_kept_in_the_journal
    id = arrives.id
    found = ask(:post, "/alerts/take")
    alert = found["fresh"][0]
    assert_equal ["Ana Ferro & <b>A loan</b>", "/sounds/gull.wav", "Loud", true, 5],
      [*alert.values_at("text", "sound", "rule", "desktop"), found["settings"]["again_minutes"]]
    assert_equal [[], []], ask(:post, "/alerts/take").values_at("fresh", "missed")
    became = -> { ask(:get, "/alerts")["days"][0]["alerts"][0]["became"] }
    assert_equal "not seen yet", became.call
    ask(:post, "/alerts/seen", {alerts: [alert["id"]]})
    assert_equal "seen, not opened", became.call
    assert ask(:get, "/messages/#{id}")["alerted"]
    ask(:post, "/alerts/opened", {messages: [id]})
    assert_equal ["opened after less than a minute", false], [became.call, ask(:get, "/messages/#{id}")["alerted"]]
    assert_equal [[1, 1, 0, true]], ask(:get, "/alerts/loudness")["rules"].map { _1.values_at("count", "soon", "never", "quieter") }
    assert_equal "“Loud” raises a tap from now on.", ask(:post, "/rules/#{Store::Rule.first.id}/quieter")["message"]
    refute ask(:get, "/alerts/loudness")["rules"][0]["quieter"]
  end

  def test_the_journal_pages
    120.times do |n|
      Store::Alert.create!(message_id: take(subject: "N#{n}").id, rule: "R", level: "tap", text: "N#{n}", at: clock.now,
        called_at: clock.now)
    end
    page = ask(:get, "/alerts")
    older = ask(:get, "/alerts?before=#{page["next_before"]}")
    assert_equal [100, 20, nil], [page, older].map { |each| each["days"].sum { _1["alerts"].size } } + [older["next_before"]]
  end

  def test_settings_are_checked
    ask(:put, "/alerts/settings", {volume: 20, now_most: 2})
    assert_equal [20, 2, true], ask(:get, "/alerts/showing")["settings"].values_at("volume", "now_most", "sounds")
    ask(:put, "/alerts/settings", {volume: 101}, status: 400)
    assert_includes ask(:put, "/alerts/settings", {quiet: [{days: ["mon"], from: "25:00", to: "08:00"}]}, status: 422)["detail"], "25:00"
  end

  WAV = "RIFF\x24\0\0\0WAVEfmt \x10".b + "\0".b * 32

  def upload(bytes, name: "Mine", status: 200) = send_file("/sounds?name=#{Rack::Utils.escape(name)}", bytes, status: status)

  def test_a_sound_of_ones_own_is_played_and_never_a_page
    upload(WAV)
    own = ask(:get, "/sounds")["own"][0]
    fetch("/sounds/#{own["id"]}")
    headers = last_response.headers
    assert_equal ["audio/wav", "nosniff", "attachment", WAV],
      [headers["content-type"], headers["x-content-type-options"], headers["content-disposition"], last_response.body]
    assert_includes headers["content-security-policy"], "sandbox"
    assert_includes ask(:get, "/vocabulary")["sounds"], "Mine"
    refused = upload("<!doctype html><script>alert(1)</script>", name: "Page", status: 422)
    assert_equal "That is no WAV, MP3, Ogg or FLAC file.", refused["detail"]
    Desk::SaveRule.new(clock).call(rule("Mine", then: {"alert" => {"level" => "chime", "sound" => "mine"}}))
    assert_includes ask(:delete, "/sounds/#{own["id"]}", status: 409)["detail"], "Mine sounds with it"
  end

  def test_inks_are_tried_kept_and_looked_up
    tried = ask(:post, "/inks/dry-run", {name: "x", colour: "#FFEE00"})
    assert_match(/hard to read/, tried["corrections"][0])
    ask(:post, "/inks/dry-run", {colour: "yellow"}, status: 422)
    arrives
    ink = ask(:get, "/inks")["inks"][0]
    assert_equal ["Copper", 1, ["Loud"]], [ink["thing"]["name"], ink["used"], ink["rules"].map { _1["name"] }]
    assert_equal ["Copper"], ask(:get, "/front")["inks"]
    assert_equal ["A loan"], ask(:get, "/inks/wearing?name=Copper")["messages"].map { _1["subject"] }
    assert_equal [["A ", false], ["loan", true]], ask(:get, "/front")["sections"][0]["messages"][0]["subject_pieces"]
  end

  def test_weight_by_hand
    id = arrives.id
    words = [ask(:post, "/acts", {act: "raise", messages: [id]}), ask(:post, "/labels", {messages: [id], add: ["Loans"]}),
      ask(:post, "/keeps", {messages: [id], until: "P1D"}), ask(:post, "/messages/#{id}/always")].map do
      _1["message"]
    end
    assert_equal ["Raised “A loan” to high priority.", "Labelled “A loan” Loans.", "Kept “A loan” at top until Wed 09:14.",
      "Made the rule “Ana Ferro: high priority”."], words
    sheet = ask(:get, "/messages/#{id}")
    assert_equal ["high", ["Loans"], true, "Wed 09:14"], sheet.values_at("priority", "labels", "kept", "keep_until")
    assert_includes sheet["why"]["lines"].map { _1["before"] }, "High priority, labelled Loans and kept at top, by you"
  end

  def test_words_are_marked_in_html_too
    id = arrives("A loan", headers: ["Content-Type: text/html"], text: "<p>The loan <b>loan</b> &lt;i&gt; <script>loan</script></p>").id
    get "/api/messages/#{id}/html"
    assert_includes last_response.body, "<p>The <mark>loan</mark> <b><mark>loan</mark></b> &lt;i&gt; </p>"
  end
end
