# frozen_string_literal: true

require_relative "../support/core_helper"

# Where the server listens: this machine alone, by either kind of address.
class ServerTest < Minitest::Test
  include CoreHelper

  def server(host) = Service::Server.new(database: "x.sqlite3", clock: nil, host: host, port: 4567)

  def test_its_address
    assert_equal ["http://127.0.0.1:4567", "http://[::1]:4567"], %w[127.0.0.1 ::1].map { server(_1).address }
    assert_match(/this machine alone/, assert_raises(Service::Server::CannotStart) { server("0.0.0.0") }.message)
  end
end
