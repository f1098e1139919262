# frozen_string_literal: true

require_relative "../support/api_helper"

# A page that is given again is the page that would be made.
class KeptAnswersTest < Minitest::Test
  include APIHelper

  Version = Struct.new(:version)

  def setup
    super
    set_up
    @version = Version.new(1)
    @kept = Web::KeptAnswers.new(@version)
    @made = 0
  end

  def teardown
    Web::App.set(:answers, nil)
    super
  end

  def made = @kept.fetch("front", clock.now) { "page #{@made += 1}" }.body

  def test_it_is_made_anew_when_something_was_committed_a_moment_came_or_another_minute_began
    message = take(date: at("09:00"))
    assert_equal ["page 1", "page 1"], [made, made]
    @version.version = 2
    assert_equal ["page 2", "page 2"], [made, made]
    clock.now += 5
    assert_equal "page 2", made
    Store::State.where(message_id: message.id).update_all(keep_until: clock.now + 2)
    assert_equal "page 2", made
    clock.now += 3
    assert_equal "page 3", made
    clock.now += 60
    assert_equal ["page 4", "page 4"], [made, made]
    clock.now -= 600
    assert_equal "page 5", made, "a clock that was set back"
  end

  def test_pages_are_kept_apart_and_not_for_ever
    (0..Web::KeptAnswers::MOST).each { |n| @kept.fetch(n, clock.now) { n.to_s } }
    assert_equal ["20", "anew"], [20, 0].map { |n| @kept.fetch(n, clock.now) { "anew" }.body }
  end

  def test_a_browser_that_has_the_page_is_told_so
    get "/api/front"
    tag = last_response["etag"]
    assert_equal ["private, no-cache", 200], [last_response["cache-control"], last_response.status]
    get "/api/front", {}, {"HTTP_IF_NONE_MATCH" => tag}
    assert_equal [304, ""], [last_response.status, last_response.body]
    take(date: at("09:00"))
    get "/api/front", {}, {"HTTP_IF_NONE_MATCH" => tag}
    assert_equal 200, last_response.status
  end

  # Nothing here is committed, so the version is turned by hand whenever something is written.
  def test_after_any_act_and_at_any_time_it_is_what_would_be_made
    random = Random.new(9)
    plain = ->(path) { Web::App.set(:answers, nil) && fetch(path) }
    ids = Array.new(12) { |n| take(subject: "m #{n}", date: at("09:0#{n % 9}")).id }
    acts = [-> { Desk::Clear.new(clock) }, -> { Desk::Flag.new(clock) }, -> {
      Desk::KeepAtTop.new(clock, until_at: clock.now + random.rand(5..90))
    },
      -> { Desk::BringBack.new(clock, clock.now + random.rand(5..90)) }, -> { Desk::MarkRead.new(clock) }]
    80.times do
      if random.rand(2).zero?
        acts.sample(random: random).call.call([ids.sample(random: random)])
        @version.version += 1
      else
        clock.now += random.rand(1..20)
      end
      %w[/front /held].each do |path|
        wanted = plain[path]
        Web::App.set(:answers, @kept)
        assert_equal JSON.parse(wanted), JSON.parse(fetch(path)), path
      end
    end
  end
end
