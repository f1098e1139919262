# frozen_string_literal: true

module UpFront
  module Post
    # A file that others can put anything in place of: a pipe that is never written to, a device that never ends, a link to what is
    # nobody's mail. Only an ordinary file is opened, and opening it waits for nothing.
    module RegularFile
      # What stands there is none; the message is for the person.
      class Other < StandardError; end

      KINDS = {"fifo" => "a pipe", "characterSpecial" => "a device", "blockSpecial" => "a device", "socket" => "a socket",
               "directory" => "a folder", "link" => "a link, which is not followed"}.freeze

      module_function

      # @param path [String] @param most [Integer] bytes @param links [Boolean] whether one may lead to it
      # @return [String] the bytes @raise [Other] @raise [SystemCallError]
      def read(path, most, links: false)
        check(links ? File.stat(path) : File.lstat(path), path)
        File.open(path, File::RDONLY | File::NONBLOCK | (links ? 0 : File::NOFOLLOW)) do |io|
          stat = io.stat
          check(stat, path) # another may stand there by now
          io.binmode.read([stat.size, most].min).to_s
        end
      rescue Errno::ELOOP
        raise Other, "#{path} is #{KINDS["link"]}."
      end

      def check(stat, path)
        raise Other, "#{path} is #{KINDS.fetch(stat.ftype, "no ordinary file")}." unless stat.file?
      end
      private_class_method :check
    end
  end
end
