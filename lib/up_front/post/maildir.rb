# frozen_string_literal: true

module UpFront
  module Post
    # A Maildir with its Maildir++ subfolders, only ever read: nothing in it is renamed, moved or marked.
    class Maildir
      # The folder cannot serve as a source; the message is for the person.
      class Unusable < StandardError; end

      Entry = Struct.new(:mailbox, :unique, :path, :flags, keyword_init: true) do
        def seen? = flags.include?("S")
        def flagged? = flags.include?("F")
      end

      attr_reader :path

      def initialize(path)
        @path = File.expand_path(path)
      end

      # @raise [Unusable]
      def check
        raise Unusable, "#{path} is a link that leads back to itself." if loop?
        raise Unusable, "#{path} is not there." unless File.exist?(path)
        raise Unusable, "#{path} is a file, not a folder." unless File.directory?(path)
        raise Unusable, "#{path} may not be read: the permission is missing." unless File.readable?(path) && File.executable?(path)
        unless %w[cur new].all? { File.directory?(File.join(path, _1)) }
          raise Unusable, "#{path} is no Maildir: it has no folders named cur and new."
        end

        boxes.each do |_, box|
          %w[new cur].map { File.join(box, _1) }.each do |folder|
            unless File.readable?(folder) && File.executable?(folder)
              raise Unusable, "#{folder} may not be read: the permission is missing."
            end
          end
        end
        self
      end

      def loop?
        File.stat(path)
        false
      rescue Errno::ELOOP
        true
      rescue SystemCallError
        false
      end
      private :loop?

      # @return [Array<Array(String, String)>] mailboxes with their folders, INBOX first
      def boxes
        subs = Dir.children(path).select do |name|
          name.start_with?(".") && !File.symlink?(File.join(path, name)) &&
            %w[cur new].all? { |folder| File.directory?(File.join(path, name, folder)) }
        end
        [["INBOX", path]] + subs.sort.map { [Utf7.decode(_1.delete_prefix(".")).tr(".", "/"), File.join(path, _1)] }
      end

      # What shows that something has changed, cheap enough to ask ten times a second.
      # @return [Array] compare with ==
      def stamp
        own = stamp_of(path)
        [own, *folders(own).map { stamp_of(_1) }]
      rescue SystemCallError # reading it tells what is wrong
        []
      end

      BOXES_SECONDS = 1 # a mailbox may be made step by step: its own folders are no change of the folder that it stands in

      # Those in which messages lie; listed anew when a mailbox has come or gone, and now and then.
      def folders(own)
        at = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        return @folders if @listed == own && at - @listed_at < BOXES_SECONDS

        @listed, @listed_at = own, at
        @folders = boxes.flat_map { |_, box| [File.join(box, "new"), File.join(box, "cur")] }
      end

      def stamp_of(folder) = File.stat(folder).then { [_1.ino, _1.mtime.to_i, _1.mtime.nsec] }
      private :folders, :stamp_of

      # @yield [Entry] every message, those waiting in `new` first
      def each
        boxes.each do |mailbox, box|
          %w[new cur].each do |folder|
            Dir.each_child(File.join(box, folder)) do |name|
              next if name.start_with?(".")

              unique, _, info = name.partition(":")
              yield Entry.new(mailbox: mailbox, unique: unique, path: File.join(box, folder, name), flags: info.delete_prefix("2,"))
            end
          end
        end
      end
    end
  end
end
