# frozen_string_literal: true

require_relative "../support/api_helper"
require_relative "../support/hostile_requests"

# Whatever is asked of the server, it answers, and what a person opens afterwards still opens. FUZZ_COUNT requests are drawn with
# FUZZ_SEED; `bin/test fuzz COUNT SEED` says them.
class FuzzTest < Minitest::Test
  include APIHelper

  COUNT = Integer(ENV.fetch("FUZZ_COUNT", "800"))
  SEED = Integer(ENV.fetch("FUZZ_SEED", "15"))
  SCREENS = %w[/status /front /held /day /rules /views /things /week /sources /alerts /history /vocabulary /vocabulary?for=views
    /back-times /letting-through].freeze
  SCREENS_EVERY = 100

  def setup
    super
    set_up(rules: [rule("Loans", when: leaf("subject", "mentions", ["loan"]), then: {"labels" => ["Loans"], "priority" => "high"})])
    grouped = [nil, "sender", "day", "thread", "label", "account", "priority"].map { |by|
      {"name" => "By #{by}", "when" => {"all" => []}, "group_by" => by}
    }
    grouped.each { Desk::SaveView.new(clock).call(_1) }
    @ids = Array.new(6) { |n| take(subject: "Loan #{n}", date: at("08:3#{n}")).id } + [Store::Rule.first.id]
    Store::MatchIndex.forget
  end

  def test_no_request_is_answered_with_a_fault_of_ours
    requests = HostileRequests.new(Random.new(SEED), @ids)
    @answered = Hash.new(0)
    @faults = {}
    requests.each_operation { send_hostile(_1) }
    COUNT.times do |n|
      send_hostile(requests.draw)
      open_screens if (n % SCREENS_EVERY).zero?
    end
    open_screens
    assert_empty @faults.map { |log, request| "#{request}\n#{log}" }.join("\n\n")
    assert_operator @answered[2], :>, COUNT / 20, "too few of them are of use: #{@answered}"
    if ENV["FUZZ_COUNT"]
      puts "#{COUNT} requests with seed #{SEED}: #{@answered.sort.map { |kind, count|
        "#{count} × #{kind}xx"
      }.join(", ")}"
    end
  end

  private

  def send_hostile(request)
    headers = request.body ? {:input => request.body, "CONTENT_TYPE" => request.type} : {}
    address = request.path + (request.query.empty? ? "" : "?#{request.query}")
    answered(request) { custom_request(request.verb.upcase, address, {}, headers) }
    @answered[last_response.status / 100] += 1
    go_through
  end

  # Faults that come from one place are told once.
  def answered(request, &ask)
    _, log = capture_io(&ask)
    @faults[log.lines.reject { _1.include?("/gems/") }.first(4).join] ||= request if last_response.status >= 500
  end

  def open_screens
    SCREENS.each do |path|
      answered(path) { get("/api#{path}") }
    end
  end
end
