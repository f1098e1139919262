# frozen_string_literal: true

require_relative "../support/api_helper"

# Asking changes nothing, and does not ask more often because there is more.
class ReadingTest < Minitest::Test
  include APIHelper

  # What needs more than a path: the answers to these are files, streams, or of things that are not here.
  LEFT_OUT = %w[
    /events /calendar/{secret}.ics /sounds/{id} /messages/{id}/inline/{cid} /messages/{id}/attachments/{index} /messages/{id}/raw
    /messages/{id}/html /messages/{id}/remote /messages/{id}/files /rulebook
    /tables/{list}.csv /house/waiting
  ].freeze
  QUERIES = {
    "/completions" => "?fact=from&typed=a", "/find" => "?text=crate", "/find/facets" => "?text=crate", "/find/hints" => "?text=cra",
    "/inks/wearing" => "?name=Copper", "/rounds" => "?at=2027-03-09T10:30:00Z", "/week/days" => "?of=2027-03-16",
    "/promises/mends" => "?name=Quiet", "/examples" => "?rule=1",
    "/senders" => "?by=address", "/senders/one" => "?by=address&key=p1%40first.example", "/report" => "?from=2027-03-01&until=2027-03-09",
    "/report.csv" => "?from=2027-03-01&until=2027-03-09"
  }.freeze

  def setup
    super
    chime = {"level" => "chime", "sound" => "Mine"}
    said = {"timing" => {"now" => true}, "alert" => chime, "ink" => "Copper"}
    asks = rule("Asks", when: leaf("subject", "mentions", ["crate"]), then: {"labels" => ["Loans"]}, ask_first: true)
    set_up(rules: [asks, rule("Loans", when: leaf("subject", "mentions", ["crate"]), then: said)])
    %w[thread account].each { Desk::SaveView.new(clock).call({"name" => "By #{_1}", "when" => {"all" => []}, "group_by" => _1}) }
    Desk::SaveKept.new(clock, "promises").call({"name" => "Quiet", "holds" => {"loudest" => "none"}})
    fill(8, "first")
    Desk::ChangeDraft.new(clock).begin("new")
    Desk::Appointments.new(clock).make({"title" => "Opening", "on" => "2027-03-20"})
  end

  def fill(count, name)
    count.times do |n|
      headers = n.odd? ? ["References: <#{name}0@x>"] : []
      take(subject: "Crate #{n}", from: "P#{n} <p#{n}@#{name}.example>", id: "<#{name}#{n}@x>", headers: headers)
    end
    take(subject: "plain", from: "q@#{name}.example")
    Desk::Announce.new(clock).call
  end

  # Every path that can be read, with an id that is there.
  def paths
    YAML.load_file(Web::App::API)["paths"].select { |_, item| item.key?("get") }.keys.reject { LEFT_OUT.include?(_1) }.map do |path|
      id = path.start_with?("/messages") ? Store::Message.first.id : Store::View.first.id
      id = Store::Rule.first.id if path.start_with?("/rules", "/proposals")
      id = Store::View.last.id if path == "/views/{id}"
      id = Store::Draft.first.id if path.start_with?("/drafts")
      id = Store::Appointment.first.id if path.start_with?("/appointments")
      "#{path.sub("{id}", id.to_s)}#{asked(path)}"
    end
  end

  def asked(path)
    return "?message=#{Store::Message.first.id}" if path.end_with?("/why", "/never")

    path.end_with?("/why-not") ? "?rule=#{Store::Rule.first.id}" : QUERIES[path]
  end

  def written = Store::Record.with_connection { _1.raw_connection.total_changes }

  def test_no_page_writes_anything
    assert_operator paths.size, :>, 35
    paths.each do |path|
      before = written
      fetch(path)
      assert_equal before, written, path
    end
  end

  # Questions asked for a page. @yield
  def questions
    count = 0
    noting = ->(*, payload) { count += 1 unless payload[:name] == "SCHEMA" }
    ActiveSupport::Notifications.subscribed(noting, "sql.active_record") { yield }
    count
  end

  GROWING = ["/front", "/held", "/alerts", "/rules", "/sources", "/find?text=crate", "/day", "/views"].freeze

  def test_a_page_asks_no_more_often_because_there_is_more
    pages = [*GROWING, *Store::View.ids.flat_map { ["/views/#{_1}", "/views/#{_1}/messages"] }]
    pages.each { ask(:get, _1) }
    fill(2, "second")
    before = pages.to_h { |path| [path, questions { ask(:get, path) }] }
    fill(12, "third")
    after = pages.to_h { |path| [path, questions { ask(:get, path) }] }
    more = pages.select { after[_1] > before[_1] + 1 } # one that had nothing to look up may have something now
    assert_empty more.to_h { [_1, [before[_1], after[_1]]] }
  end

  def test_call_outs_call_again_in_as_many_questions_however_many_they_are
    asked = [2, 8].map do |count|
      fill(count, "many#{count}")
      Store::Alert.update_all(level: "call_out", again_at: clock.now, answered_at: nil, silenced_by: nil)
      questions { Desk::CallAgain.new(clock).call }
    end
    assert_equal asked[0], asked[1]
  end
end
