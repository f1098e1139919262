# frozen_string_literal: true

require_relative "../support/api_helper"

# The demo's clock, and the real one, which nobody sets.
class ClockAPITest < Minitest::Test
  include APIHelper

  # What arrives on the scripted day.
  Script = Struct.new(:times) do
    def next_after(moment) = times.find { _1 > moment }
  end

  def setup
    super
    set_up
    @real = at("10:00")
    @demo = Clock::Adjustable.create(File.join(DeskHelper::FOLDER, "clock-#{rand(1e9).to_i}"), shown: at("09:14"), real: -> { @real })
  end

  def teardown
    Web::App.set(:script, nil)
    super
  end

  def demo(*arrivals)
    @clock = @demo
    Web::App.set(:clock, @demo)
    Web::App.set(:script, Script.new(arrivals.map { at(_1) }))
  end

  def set(**wanted) = ask(:patch, "/clock", wanted)

  def test_the_real_clock_is_shown_and_cannot_be_set
    shown = ask(:get, "/clock")
    assert_equal ["Tue 09:14", 1.0, false, nil, "10:30", "Europe/Lisbon"],
      shown.values_at("label", "rate", "adjustable", "next_arrival", "next_round", "zone")
    refused = ask(:patch, "/clock", {rate: 60}, status: 409)
    assert_equal "This is the real clock; it cannot be set.", refused["detail"]
    assert_equal false, ask(:get, "/status")["demo"]
  end

  def test_it_goes_as_fast_as_it_is_set_and_stands_still
    demo("09:20")
    assert_equal true, ask(:get, "/status")["demo"]
    assert_equal ["09:20", 60.0], set(rate: 60).values_at("next_arrival", "rate")
    @real += 60
    assert_equal "Tue 10:14", ask(:get, "/clock")["label"]
    assert_nil ask(:get, "/clock")["next_arrival"]
    set(rate: 0)
    @real += 3_600
    assert_equal "Tue 10:14", ask(:get, "/clock")["label"]
  end

  def test_it_jumps_to_the_next_arrival_and_the_next_round
    demo("09:20", "11:00")
    assert_equal ["Tue 09:20", "11:00"], set(jump: "arrival").values_at("label", "next_arrival")
    assert_equal ["Tue 10:30", "Wed 08:00"], set(jump: "round").values_at("label", "next_round")
    assert_equal "Tue 11:00", set(jump: "arrival")["label"]
    assert_equal "There is nothing further in today's script.", ask(:patch, "/clock", {jump: "arrival"}, status: 409)["detail"]
    assert_equal "Wed 08:00", set(jump: "round")["label"]
  end

  def test_pages_are_told_that_the_clock_was_set
    demo
    assert_equal ["clock"], last_events { set(rate: 1) }
    assert_equal [], last_events { ask(:get, "/clock") }
  end

  # @return [Array<String>] the kinds of the events that the block leaves
  def last_events
    before = Store::Event.maximum(:id).to_i
    yield
    Store::Event.where("id > ?", before).order(:id).pluck(:kind)
  end

  def test_what_waits_for_a_round_is_there_once_the_clock_is
    demo
    id = take.id
    assert_equal [1, 0], [ask(:get, "/held")["count"], ask(:get, "/front")["count"]]
    set(jump: "round")
    assert_equal [0, [id]], [ask(:get, "/held")["count"], ask(:get, "/front")["sections"].flat_map { |s| s["messages"].map { _1["id"] } }]
  end

  def test_before_anybody_is_known_it_shows_utc
    Store::CurrentRulebook.forget
    Store::Rulebook.delete_all
    assert_equal ["Etc/UTC", nil], ask(:get, "/clock").values_at("zone", "next_round")
    assert_equal [false, nil, 0], ask(:get, "/status").values_at("ready", "owner", "held")
    assert_equal "Up Front does not know its owner yet.", ask(:get, "/held", status: 409)["detail"]
  end

  # The stream begins where a page left off, by the browser's word or by its own.
  def test_the_stream_of_events_is_handed_to_the_hub
    added = []
    hub = Object.new
    hub.define_singleton_method(:add) { |io, since: nil, allowed: nil| added << [io, since, allowed.call] }
    Web::App.set(:hub, hub)
    [[{}, {}, nil], [{since: 12}, {}, 12], [{since: 12}, {"HTTP_LAST_EVENT_ID" => "15"}, 15]].each do |params, env, since|
      status, headers, body = Web::App.call(Rack::MockRequest.env_for("/api/events", :params => params, "HTTP_HOST" => "127.0.0.1", **env))
      assert_equal [200, "text/event-stream"], [status, headers["content-type"]]
      body = body.body while body.respond_to?(:body)
      body.call(:socket)
      assert_equal [:socket, since, true], added.last
    end
  ensure
    Web::App.set(:hub, nil)
  end
end
