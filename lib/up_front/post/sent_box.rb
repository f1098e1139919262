# frozen_string_literal: true

require "fileutils"

module UpFront
  module Post
    # The Sent of a Maildir, into which a copy of what has gone is written: the one place of a mailbox that is written into, and nothing in
    # it is moved, marked or taken away.
    class SentBox
      NAMES = /\Asent(?:[ -]?(?:items|mail|messages))?\z/i

      # @param path [String] of the Maildir
      def initialize(path)
        @path = path
      end

      # @param letter [String] @param unique [String] the file's name; kept under it a second time, it is there once
      # @return [String] the file's path @raise [SystemCallError]
      def keep(letter, unique)
        box = folder
        there = Dir.children(File.join(box, "cur")).find { _1.start_with?("#{unique}:") }
        return File.join(box, "cur", there) if there

        draft = File.join(box, "tmp", unique)
        File.open(draft, "wb") do |file|
          file.write(letter.gsub("\r\n", "\n"))
          file.fsync
        end
        File.join(box, "cur", "#{unique}:2,S").tap { File.rename(draft, _1) }
      end

      private

      # The one that is there, by whatever of its names; else one is made.
      def folder
        box = Maildir.new(@path).boxes.find { |name, _| name.match?(NAMES) }&.last || File.join(@path, ".Sent")
        FileUtils.mkdir_p(%w[tmp new cur].map { File.join(box, _1) })
        box
      end
    end
  end
end
