# frozen_string_literal: true

require "tmpdir"
require_relative "../support/desk_helper"
require_relative "../support/certificates"

# From where Up Front is reached, and what is refused.
class ReachTest < Minitest::Test
  include DeskHelper

  NOW = Time.utc(2027, 3, 9)

  def setup
    super
    set_up
    @folder = Dir.mktmpdir
    @database = File.join(@folder, "x.sqlite3")
  end

  def teardown
    FileUtils.rm_rf(@folder)
    super
  end

  def reach(host = "127.0.0.1", now: NOW, **more) = Service::Reach.new(host: host, port: 4567, now: now, **more)
  def ready(...) = reach(...).tap { _1.ready!(@database) }
  def refused(...) = assert_raises(Service::Server::CannotStart) { ready(...) }.message
  def passphrase = Store::Setting[Desk::SetPassphrase::KEY] = "kept"

  def test_on_this_machine_alone_nobody_signs_in_and_nothing_is_encrypted
    assert_equal ["http://127.0.0.1:4567", "http://[::1]:4567"], %w[127.0.0.1 ::1].map { ready(_1).address }
    assert_equal Web::Door::Reached.new, ready.reached
    assert_equal Web::Door::HOSTS, ready.hosts
    assert_empty Dir.children(@folder)
  end

  def test_from_elsewhere_one_signs_in_over_tls_or_it_does_not_start
    assert_match(/upfront passphrase/, refused("0.0.0.0"))
    passphrase
    open = ready("0.0.0.0", names: ["wren.lanternquay.example"])
    assert_equal "https://wren.lanternquay.example:4567", open.address
    assert_equal [true, false, false], open.reached.to_a.first(3)
    assert_match(/\A(?:[0-9A-F]{2}:){31}[0-9A-F]{2}\z/, open.reached.fingerprint)
    assert_includes open.hosts, "wren.lanternquay.example"
    file = "#{@database}.tls.pem"
    assert_equal 0o600, File.stat(file).mode & 0o777
    made = OpenSSL::X509::Certificate.new(File.read(file))
    assert OpenSSL::SSL.verify_certificate_identity(made, "wren.lanternquay.example")
    assert OpenSSL::SSL.verify_certificate_identity(made, "127.0.0.1")
  end

  def test_its_own_certificate_stays_until_it_is_nearly_over_or_serves_other_names
    passphrase
    first = ready("0.0.0.0").reached.fingerprint
    assert_equal first, ready("0.0.0.0").reached.fingerprint
    other = ready("0.0.0.0", names: ["wren.lanternquay.example"]).reached.fingerprint
    refute_equal first, other
    refute_equal other, ready("0.0.0.0", names: ["wren.lanternquay.example"], now: NOW + 705 * 86_400).reached.fingerprint
  end

  def certificate(host = "wren.lanternquay.example", mode: 0o600, key: nil)
    made, own = Certificates.of(host)
    paths = %w[cert.pem key.pem].map { File.join(@folder, _1) }
    File.write(paths[0], made.to_pem)
    File.write(paths[1], (key || own).to_pem)
    File.chmod(mode, paths[1])
    paths
  end

  def test_a_certificate_that_is_given_is_looked_at_first
    passphrase
    cert, key = certificate
    given = {certificate: cert, key: key, names: ["wren.lanternquay.example"], now: Time.now}
    assert_equal [true, false, true], ready("0.0.0.0", **given).reached.to_a.first(3)
    assert_match(/was over on/, refused("0.0.0.0", **given, now: Time.now + 86_400))
    certificate(mode: 0o644)
    assert_match(/chmod 600/, refused("0.0.0.0", **given))
    certificate(key: OpenSSL::PKey::RSA.new(2_048))
    assert_match(/does not belong/, refused("0.0.0.0", **given))
    File.write(key, "nothing")
    assert_match(/no key/, refused("0.0.0.0", **given))
    assert_match(/cannot be read/, refused("0.0.0.0", **given, certificate: "/nowhere.pem"))
  end

  def test_behind_another_server_it_listens_here_and_one_signs_in
    assert_match(/passphrase/, refused(proxied: true, names: ["wren.lanternquay.example"]))
    passphrase
    assert_match(/--name/, refused(proxied: true))
    assert_match(/leave --host out/, refused("0.0.0.0", proxied: true, names: ["x.example"]))
    assert_match(/leave --certificate out/, refused(proxied: true, names: ["x.example"], certificate: "x"))
    behind = ready(proxied: true, names: ["wren.lanternquay.example"])
    assert_equal ["https://wren.lanternquay.example", [true, true, true]], [behind.address, behind.reached.to_a.first(3)]
    assert_includes behind.hosts, "wren.lanternquay.example"
  end
end
