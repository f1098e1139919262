# frozen_string_literal: true

require_relative "../support/api_helper"
require_relative "../support/filter_language"

# What a server's filter can do of the rules, through the door and by command.
class FilterAPITest < Minitest::Test
  include APIHelper

  RULES = [["Goes", "from", "is", ["ana@casadomar.example"]], ["Nearly", "subject", "contains", ["loan"]],
    ["Stays", "subject", "mentions", ["loan"]]].freeze

  def setup
    super
    set_up(rules: RULES.map { |name, *leaf| rule(name, when: leaf(*leaf), then: {"labels" => ["Loans"]}) })
  end

  def test_what_goes_and_what_stays_is_told
    given = ask(:get, "/rulebook/filter")
    assert_equal ["One of three rules can go whole.", ["Goes"], %w[Nearly Stays], false], given.values_at("lead", "goes").push(
      given["stays"].map { _1["name"] }, given["away"]
    )
    assert_equal ["Loans"], FilterServer.new(given["text"]).flags(mail(from: "ana@casadomar.example"))
    given = ask(:get, "/rulebook/filter?close=true&away=true")
    assert_equal [%w[Goes Nearly], nil], given.values_at("goes", "away_stays")
  end

  def test_the_away_notice_goes_where_there_is_one_that_holds
    ask(:put, "/away", {until: "2027-03-16T09:00:00Z", outside: "I am away.", whom: "everyone", days: 7})
    assert ask(:get, "/rulebook/filter")["away"]
    given = ask(:get, "/rulebook/filter?away=true")
    assert_includes given["needs"], "vacation"
    server = FilterServer.new(given["text"])
    server.flags(mail(from: "x@y.example"))
    assert_equal "I am away.\r\n", server.answer[:text]
  end

  def test_the_command_prints_the_filter_and_tells_what_stays
    Dir.mktmpdir do |folder|
      path = File.join(folder, "rules.json")
      File.write(path, JSON.generate(Store::CurrentRulebook.document))
      out, error = capture_io { assert_equal 0, CLI::App.run(["filter", path]) }
      assert_equal ["Loans"], FilterServer.new(out).flags(mail(from: "ana@casadomar.example"))
      assert_match(/\ANearly stays: .*accents.*\nStays stays: .*whole words/, error)
      out, = capture_io { CLI::App.run(["filter", path, "--close"]) }
      assert_equal ["Loans"], FilterServer.new(out).flags(mail(subject: "A loan"))
    end
  end
end
