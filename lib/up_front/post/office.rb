# frozen_string_literal: true

require "fileutils"

module UpFront
  module Post
    # The stand-in post office: acts as a mail delivery agent and puts messages into Maildirs, one an
    # account, with the trace headers that an agent adds (RFC 5321, section 4.4).
    class Office
      HOST = "post.lanternquay.example"

      # @param root [String] the folder that holds a Maildir for each account's address
      def initialize(root)
        @root = root
      end

      # @param to [String] the account's address @param at [Time] @param zone [Core::Zone]
      # @param unique [String] the file's name; delivering under it a second time does nothing
      # @param folder [String, nil] a Maildir++ subfolder such as "Sent" @param flags [String] "S" for seen
      # @param sender [String, nil] of the envelope, empty for none; where nil, the first of From
      # @param sync [Boolean] whether it is on the disk when this returns, as an agent must make sure
      # @return [String] the file's path
      def deliver(raw, to:, at:, zone:, unique:, folder: nil, flags: nil, sender: nil, sync: true)
        box = box(to, folder)
        there = Dir.glob(File.join(box, "{new,cur}", "#{unique}*")).first
        return there if there

        draft = File.join(box, "tmp", unique)
        File.open(draft, "wb") do |file|
          file.write(folder ? "" : stamps(raw, to, at, zone, sender), raw.gsub(/\r?\n/, "\n"))
          file.fsync if sync
        end
        target = flags ? File.join(box, "cur", "#{unique}:2,#{flags}") : File.join(box, "new", unique)
        File.rename(draft, target)
        target
      end

      # Makes the Maildir and its folders where they are missing. @return [String] its path
      def box(address, folder = nil)
        path = File.join(@root, address)
        path = File.join(path, ".#{folder}") if folder
        FileUtils.mkdir_p(%w[tmp new cur].map { File.join(path, _1) })
        path
      end

      private

      def stamps(raw, to, at, zone, sender)
        sender ||= raw[/^From:.*?([^\s<>]+@[^\s<>]+)/i, 1]
        "Return-Path: <#{sender}>\nDelivered-To: #{to}\nReceived: from mail.#{sender.to_s.split("@").last || "unknown.example"} by " \
          "#{HOST} with ESMTP for <#{to}>;\n\t#{zone.local(at).rfc2822}\n"
      end
    end
  end
end
