# frozen_string_literal: true

require_relative "desk_helper"
require_relative "imap_server"

# A mailbox on a real server, which this process starts once and gives back empty to each test.
module ImapHelper
  include DeskHelper

  # @return [ImapServer] of this process
  def self.server
    @server ||= ImapServer.new.tap { |server| Minitest.after_run { server.remove } }
  end

  def setup
    skip(ImapServer.missing) if ImapServer.missing
    super
    @clock = DeskHelper::Fixed.new(Time.now.utc.round, 1.0) # a server stamps what reaches it by a clock of its own
    set_up(plan: {}) # nothing is held, at whatever hour this runs
    @seconds = 0.0
    imap.start unless imap.pid
    empty
  end

  def teardown
    @lines&.each(&:close)
    super
  end

  def imap = ImapHelper.server

  # Every folder as it is at first, and empty.
  def empty
    imap.other do |other|
      other.list("", "*").each do |box|
        next other.delete(box.name) unless %w[INBOX Sent Drafts Trash Junk Archive].include?(box.name)

        other.select(box.name)
        next if other.uid_search(["ALL"]).to_a.empty?

        other.uid_store(1..-1, "+FLAGS.SILENT", [:Deleted])
        other.expunge
      end
    end
  end

  def access(**more)
    {"host" => "127.0.0.1", "port" => imap.port, "security" => "none", "user" => "wren", "password" => "swordfish",
     **more.transform_keys(&:to_s)}
  end

  # @return [Store::Source]
  def connect(**more) = Desk::ConnectMailbox.new(clock).connect(access(**more)).result

  # Another program puts a letter there. @return [Integer] its number
  def put(id, box: "INBOX", flags: [], at: clock.now, **fields)
    text = raw(id: "<#{id}@x>", **fields).gsub("\n", "\r\n")
    imap.other { |other| other.append(box, text, flags, at).data.code.data.assigned_uids.first }
  end

  def others(box = "INBOX")
    imap.other do |other|
      other.select(box)
      yield other
    end
  end

  # What is known of the mailbox, by one that follows it as the program does, without threads.
  def follow(source = Store::Source.last)
    (@follows ||= {})[source.id] ||= Desk::FollowMailbox.new(clock, source, monotonic: -> { @seconds })
  end

  def started_again = @follows.clear

  def line(follow = self.follow)
    line = follow.connect
    (@lines ||= []) << line
    line
  end

  # All that there is to do, over one line.
  def read(source = Store::Source.last)
    follow = follow(source)
    line = line(follow)
    follow.begin(line)
    nil while follow.work(line)
    line
  ensure
    line&.close
  end

  def here(id) = Store::Message.find_by(message_id: "<#{id}@x>")

  def came
    Store::Message.joins(:state).order(:id).pluck(:message_id, :mailbox, "states.came").map { |id, *rest| [id[/\A<(.*)@/, 1], *rest] }
  end
end
