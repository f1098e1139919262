# frozen_string_literal: true

require "bcrypt"
require_relative "../support/api_helper"

# Signing in, where Up Front is reached from elsewhere.
class AccessAPITest < Minitest::Test
  include APIHelper

  PASSPHRASE = "the heron drinks black tea"
  KEPT = BCrypt::Password.create(PASSPHRASE, cost: 4).to_s # these tests are not about how long it takes

  def setup
    super
    set_up
    Web::App.set(:reached, Web::Door::Reached.new(sign_in: true, trusted: true))
    Store::Setting[Desk::SetPassphrase::KEY] = KEPT
    env "rack.url_scheme", "https"
    header "User-Agent", "Mozilla/5.0 (X11; Linux x86_64) Chrome/140.0"
    come_from "192.0.2.7"
  end

  def teardown
    Web::App.set(:reached, Web::Door::Reached.new)
    super
  end

  def come_from(address) = env("REMOTE_ADDR", address)
  def sign_in(text = PASSPHRASE, status: 200, **more) = ask(:post, "/sign-in", {passphrase: text, **more}, status: status)
  def cookie = last_response.headers["set-cookie"]
  def carry(set) = header("Cookie", set[/\A[^;]+/])

  def signed_in(**more)
    sign_in(**more)
    cookie.tap { carry(_1) }
  end

  def test_nothing_is_told_to_who_is_not_signed_in
    header "Cookie", nil
    %w[/status /front /messages/1 /events /rulebook].each do |path|
      get "/api#{path}"
      assert_equal [401, "application/problem+json"], [last_response.status, last_response.content_type], path
    end
    post "/api/setup", "{}", "CONTENT_TYPE" => "application/json"
    assert_equal 401, last_response.status
    assert_equal({"needed" => true, "signed_in" => false}, ask(:get, "/sign-in"))
    get "/front"
    refute_equal 401, last_response.status, "the page itself holds nothing"
    assert_equal "max-age=31536000", last_response.headers["strict-transport-security"]
  end

  def test_signing_in_sets_a_cookie_that_only_this_host_gets_over_tls_and_no_script_reads
    set = signed_in
    assert_match(/\A__Host-up-front=[\w-]{43}; Path=\/; Secure; HttpOnly; SameSite=Strict\z/, set)
    assert_equal "Wren", ask(:get, "/status")["owner"]
    refute_includes Store::Session.first.mark, set[/=([^;]+)/, 1]
    assert_match(/; Max-Age=2592000\z/, signed_in(keep: true))
  end

  def test_signing_out_ends_a_copied_cookie_too
    set = signed_in
    assert_equal "Signed out.", ask(:delete, "/sign-in")["message"]
    assert_match(/__Host-up-front=; .*Max-Age=0/, cookie)
    carry(set)
    ask(:get, "/status", status: 401)
  end

  def test_a_session_is_over_when_it_is_idle_or_old_and_one_that_is_kept_after_a_month
    signed_in
    20.times { clock.now += 29 * 60 and ask(:get, "/status") } # used on and on
    clock.now += 3 * 3_600
    ask(:get, "/status", status: 401)
    signed_in
    clock.now += 31 * 60
    ask(:get, "/status", status: 401)
    signed_in(keep: true)
    clock.now += 29 * 86_400
    ask(:get, "/status")
    clock.now += 2 * 86_400
    ask(:get, "/status", status: 401)
  end

  def test_one_that_is_used_does_not_outlast_its_hours
    signed_in
    26.times { clock.now += 28 * 60 and get("/api/status") }
    assert_equal 401, last_response.status
  end

  def test_a_clock_that_is_set_back_lengthens_nothing
    signed_in
    clock.now -= 3_600
    ask(:get, "/status", status: 401)
  end

  def test_wrong_ones_are_bounded_for_each_net_by_the_sockets_address
    5.times { sign_in("wrong wrong wrong", status: 401) }
    said = sign_in(status: 429)["detail"]
    assert_equal ["Too often wrong. Try again in five minutes.", "300"], [said, last_response.headers["retry-after"]]
    header "X-Forwarded-For", "198.51.100.9"
    header "Forwarded", "for=198.51.100.9"
    header "X-Real-IP", "198.51.100.9"
    sign_in(status: 429)
    come_from "198.51.100.9"
    sign_in
    come_from "192.0.2.7"
    clock.now += 301
    sign_in
  end

  def test_a_net_of_the_newer_kind_counts_as_one_and_all_together_are_bounded_too
    assert_equal %w[2001:db8:1:2:: 192.0.2.7 192.0.2.7 unknown],
      %w[2001:db8:1:2:3:4:5:6 ::ffff:192.0.2.7 192.0.2.7 unix].map { Store::FailedSignIn.net(_1) }
    5.times { |n| come_from("2001:db8::#{n + 1}") && sign_in("wrong wrong wrong", status: 401) }
    sign_in(status: 429)
    55.times { |n| Store::FailedSignIn.create!(at: clock.now, net: "10.0.0.#{n}") }
    come_from "192.0.2.200"
    sign_in(status: 429)
  end

  def test_what_is_no_passphrase_is_wrong_whatever_it_is
    ["", " " * 900, "x" * 73, "a\u0301" * 40, "😀" * 20, PASSPHRASE.upcase].each_with_index do |text, n|
      come_from "192.0.2.#{100 + n}"
      sign_in(text, status: 401)
    end
    ask(:post, "/sign-in", {passphrase: "x" * 1_001}, status: 400)
    ask(:post, "/sign-in", {}, status: 400)
    refute_includes last_response.body, "x" * 20
  end

  def test_who_is_signed_in_is_seen_and_ended
    first = signed_in
    come_from "192.0.2.8"
    header "User-Agent", "Mozilla/5.0 (iPhone; CPU iPhone OS 19_0 like Mac OS X) Version/19.0 Safari/604.1"
    signed_in
    page = ask(:get, "/sessions")
    assert_equal ["Two browsers are signed in.", 1], [page["lead"], page["sessions"].count { _1["here"] }]
    assert_equal [["192.0.2.7", "Chromium on Linux"], ["192.0.2.8", "Safari on a phone or tablet of Apple’s"]],
      page["sessions"].map { _1.values_at("from", "program") }.sort
    assert_equal "One other signed out.", ask(:delete, "/sessions")["message"]
    carry(first)
    ask(:get, "/status", status: 401)
    here = signed_in
    ask(:delete, "/sessions/#{Store::Session.last.id}")
    carry(here)
    ask(:get, "/status", status: 401)
  end

  def test_the_passphrase_is_changed_by_who_knows_it_and_all_others_are_out
    other = signed_in
    signed_in
    ask(:put, "/passphrase", {passphrase: "a gull reads old maps", current: "wrong"}, status: 403)
    said = ask(:put, "/passphrase", {passphrase: "passwordpassword", current: PASSPHRASE}, status: 422)["detail"]
    assert_match(/tried early/, said)
    assert_match(/at least 12/, ask(:put, "/passphrase", {passphrase: "short", current: PASSPHRASE}, status: 422)["detail"])
    ask(:put, "/passphrase", {passphrase: "a gull reads old maps", current: PASSPHRASE})
    ask(:get, "/status")
    carry(other)
    ask(:get, "/status", status: 401)
    sign_in(status: 401)
    sign_in("a gull reads old maps")
  end

  def test_what_others_know_of_somebody_makes_a_poor_passphrase
    fault = ->(text) { Core::Passphrase.fault(text, about: ["Wren Adeyemi", "wren@lanternquay.example"]) }
    ["lanternquaywren", "wren adeyemi 2", "passwordpassword", "qwertyuiop1234", "aaaaaaaaaaaa", "123456789012"].each {
      refute_nil fault[_1], _1
    }
    assert_nil fault[PASSPHRASE]
    assert_match(/72/, fault["é" * 40])
    assert_match(/text/, fault["a\0" * 12])
  end

  def test_another_page_cannot_sign_anybody_in_or_act
    header "Origin", "https://elsewhere.example"
    sign_in(status: 403)
    header "Origin", "https://127.0.0.1"
    sign_in
  end

  def test_on_this_machine_alone_nobody_has_to_sign_in
    Web::App.set(:reached, Web::Door::Reached.new)
    env "rack.url_scheme", "http"
    assert_equal({"needed" => false, "signed_in" => true}, ask(:get, "/sign-in"))
    ask(:get, "/status")
    sign_in(status: 409)
    assert_match(/nobody has to sign in/, ask(:get, "/sessions")["lead"])
    refute last_response.headers.key?("strict-transport-security")
  end
end
