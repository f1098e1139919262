# frozen_string_literal: true

require "fcntl"

module UpFront
  module Post
    # A file that others can put anything in place of: a pipe that is never written to, a device that never ends, a link to what is
    # nobody's mail. Only an ordinary file is opened, and opening it waits for nothing.
    module RegularFile
      # What stands there is none; the message is for the person.
      class Other < StandardError; end

      # It is still being written; it is to be read later.
      class Growing < StandardError; end

      SET_LEASE = 1024 # fcntl(2), "Leases": Linux's own numbers, which Ruby does not name
      SET_SIGNAL = 10

      KINDS = {"fifo" => "a pipe", "characterSpecial" => "a device", "blockSpecial" => "a device", "socket" => "a socket",
               "directory" => "a folder", "link" => "a link, which is not followed"}.freeze

      module_function

      # @param path [String] @param most [Integer] bytes @param links [Boolean] whether one may lead to it
      # @param whole [Boolean] whether a file that somebody is writing is refused
      # @return [String] the bytes @raise [Other] @raise [Growing] @raise [SystemCallError]
      def read(path, most, links: false, whole: false)
        check(links ? File.stat(path) : File.lstat(path), path)
        File.open(path, File::RDONLY | File::NONBLOCK | (links ? 0 : File::NOFOLLOW)) do |io|
          stat = io.stat
          check(stat, path) # another may stand there by now
          raise Growing, "#{path} is still being written." if whole && written?(io)

          io.binmode.read([stat.size, most].min).to_s.tap { check_size(io, stat, path) if whole }
        end
      rescue Errno::ELOOP
        raise Other, "#{path} is #{KINDS["link"]}."
      end

      def check(stat, path)
        raise Other, "#{path} is #{KINDS.fetch(stat.ftype, "no ordinary file")}." unless stat.file?
      end

      def check_size(io, before, path)
        raise Growing, "#{path} was written to while it was read." if io.stat.size != before.size
      end

      # Whether somebody has it open for writing: a lease is refused then. Where none is given (another's file, a file system
      # without them), nothing can be told. Should somebody open it in this very moment, the signal is one that does nothing.
      def written?(io)
        io.fcntl(SET_SIGNAL, Signal.list.fetch("URG"))
        io.fcntl(SET_LEASE, Fcntl::F_RDLCK)
        io.fcntl(SET_LEASE, Fcntl::F_UNLCK)
        false
      rescue Errno::EAGAIN
        true
      rescue SystemCallError
        false
      end
      private_class_method :check, :check_size, :written?
    end
  end
end
