# frozen_string_literal: true

require "tmpdir"
require_relative "../support/core_helper"
require_relative "../support/imap_server"

# How fast a mailbox on a server is read for the first time, beside an mbox of the same letters, and what memory that takes. Each in a
# process of its own.
class MailboxRateTest < Minitest::Test
  include CoreHelper

  LETTERS = 1_500
  LARGE_BYTES = 40 * 1024 * 1024
  MOST_MEGABYTES = 300
  LEAST = 0.5 # of the rate of an mbox
  WORDS = %w[crate loan proof border quay lantern print courier gallery invoice wall label sheet notice visit].freeze

  PROGRAM = <<~RUBY
    require %<root>p + "/lib/up_front"
    include UpFront
    Store::Database.open(%<database>p)
    clock = Clock::System.new
    Desk::SetUp.new(clock).call({"name" => "Wren", "addresses" => ["wren@lanternquay.example"], "organisation" => [],
                                 "time_zone" => "Europe/Lisbon"})
    %<prepare>s
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    %<act>s
    passed = Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
    peak = File.read("/proc/self/status")[/VmHWM:\\s+(\\d+)/, 1].to_i / 1024
    puts [Store::Message.count, passed, peak, Store::RawMessage.pluck(Arel.sql("max(length(bytes))")).first].join(" ")
  RUBY

  def setup
    skip(ImapServer.missing) if ImapServer.missing
    @folder = Dir.mktmpdir
    @imap = ImapServer.new.start
  end

  def teardown
    @imap&.remove
    FileUtils.rm_rf(@folder) if @folder
  end

  def letter(number, random)
    text = Array.new(12) { Array.new(12) { WORDS.sample(random: random) }.join(" ") }.join(".\n")
    "From: Sender #{number % 300} <s#{number % 300}@casadomar.example>\nTo: wren@lanternquay.example\nSubject: Letter #{number}\n" \
      "Message-ID: <#{number}@x>\nDate: #{(Time.now - 9 * 86_400 - number).rfc2822}\n\n#{text}\n"
  end

  def large
    base64 = ["print " * 9_000].pack("m")
    "From: Sender <s1@casadomar.example>\nTo: wren@lanternquay.example\nSubject: The scans\nMessage-ID: <large@x>\nMIME-Version: 1.0\n" \
      "Content-Type: multipart/mixed; boundary=b\n\n--b\nContent-Type: text/plain\n\nThe scans.\n--b\nContent-Type: image/tiff\n" \
      "Content-Transfer-Encoding: base64\nContent-Disposition: attachment; filename=scans.tiff\n\n" \
      "#{base64 * (LARGE_BYTES / base64.bytesize)}--b--\n"
  end

  # Laid down where the server keeps them, and into an mbox.
  def fill
    random = Random.new(7)
    @imap.other { _1.examine("INBOX") }
    owner = File.stat(@imap.path("mail/wren/new"))
    File.open(File.join(@folder, "mail.mbox"), "wb") do |mbox|
      (0..LETTERS).each do |number|
        text = (number == LETTERS) ? large : letter(number, random)
        path = @imap.path("mail/wren/new/#{1_700_000_000 + number}.x#{number}.host")
        File.binwrite(path, text)
        File.chown(owner.uid, owner.gid, path)
        File.utime(Time.now, Time.now - 9 * 86_400, path) # when it reached the server
        mbox.write("From s@casadomar.example Thu Jan  1 00:00:00 2026\n", text, "\n")
      end
    end
  end

  # @return [Array(Numeric)] letters a second, megabytes at most, and bytes of the largest
  def measured(name, prepare, act)
    program = format(PROGRAM, root: UpFront::ROOT, database: File.join(@folder, "#{name}.sqlite3"), prepare: prepare, act: act)
    out = IO.popen([RbConfig.ruby, "-rbundler/setup", "-e", program], chdir: UpFront::ROOT, &:read)
    count, passed, peak, most = out.split.map(&:to_f)
    assert_equal LETTERS + 1, count
    [count / passed, peak, most]
  end

  # Other tests may run beside the one and not beside the other: once more, where it is too slow.
  def test_many_letters_and_a_large_one
    fill
    ratio = by_imap("1") / from_mbox("1")
    ratio = by_imap("2") / from_mbox("2") if ratio < LEAST
    assert_operator ratio, :>=, LEAST
  end

  private

  def from_mbox(run)
    rate, peak = measured("mbox#{run}", "", "Desk::ImportFile.new(clock).call(Post::MailFile.new(" \
      "#{File.join(@folder, "mail.mbox").dump}), account: Store::Account.first)")
    puts "#{rate.round} letters a second from an mbox, #{peak.round} MB" if ENV["TOLD"]
    rate
  end

  def by_imap(run)
    access = {"host" => "127.0.0.1", "port" => @imap.port, "security" => "none", "user" => "wren", "password" => "swordfish"}
    rate, peak, most = measured("imap#{run}", "source = Desk::ConnectMailbox.new(clock).connect(#{access.inspect}).result", <<~RUBY)
      following = Desk::FollowMailbox.new(clock, source)
      line = following.connect
      following.begin(line)
      nil while following.work(line)
    RUBY
    puts "#{rate.round} letters a second by IMAP, #{peak.round} MB" if ENV["TOLD"]
    assert_operator peak, :<, MOST_MEGABYTES
    assert_operator most, :>, LARGE_BYTES
    rate
  end
end
