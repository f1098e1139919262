# frozen_string_literal: true

require_relative "../support/command_helper"

# The report on the command line: to read, and as JSON.
class ReportCommandTest < Minitest::Test
  include CommandHelper

  LETTER = "From: Ana <ana@casadomar.example>\nTo: w@q.example\nSubject: Loan %<n>d\nMessage-ID: <%<n>d@x>\n" \
    "Date: %<date>s, 10:00:00 +0000\n\nHello\n"

  def setup
    super
    upfront("setup", "--name", "W", "--address", "w@q.example", "--organisation", "q.example", "--time-zone", "Europe/Lisbon")
    file = File.join(@folder, "two.mbox")
    File.write(file, ["Mon, 6 Jan 2025", "Tue, 7 Jan 2025"].each_with_index.map { |date, n|
      "From x@y Mon Jan  6 10:00:00 2025\n#{format(LETTER, n: n, date: date).sub("2025,", "2025")}\n"
    }.join)
    upfront("import", "--as-new", file)
  end

  def test_to_read
    out, error, status = upfront("report", "--from", "2025-01-06", "--to", "2025-01-12")
    assert_equal ["", 0], [error, status]
    assert_match(/\AFrom 6 January to 12 January 2025, mail interrupted you \S+ times? a working day/, out)
    assert_match(/^Messages that arrived\s+2$/, out)
  end

  def test_as_json
    out, = upfront("report", "--from", "2025-01-06", "--to", "2025-01-07", "--json")
    told = JSON.parse(out)
    assert_equal [2, 2, %w[2025-01-06 2025-01-07]], [told["figures"]["mail"], told["days"].sum { _1["mail"] }, told["days"].map {
      _1["date"]
    }]
  end

  def test_what_is_used_wrongly
    out, error, status = upfront("report", "--from", "soon")
    assert_equal ["", "--from wants a day such as 2027-03-09; it was given \"soon\".\n", 2], [out, error, status]
    _, error, status = upfront("report", "--from", "2025-01-06", "--to", "2025-01-01")
    assert_equal ["The first day is after the last.\n", 1], [error, status]
  end
end
