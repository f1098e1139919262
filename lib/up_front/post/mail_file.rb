# frozen_string_literal: true

module UpFront
  module Post
    # A file that a person gives: one message, or an mbox of many.
    class MailFile
      # The file holds no mail, or cannot be read; the message is for the person.
      class NoMail < StandardError; end

      HEADER = /\A[!-9;-~]+:/n
      TELLING = /^(?:from|to|date|subject|message-id|received|return-path|delivered-to|reply-to|sender|mime-version|content-type):/in
      HEAD_BYTES = 65_536

      attr_reader :path

      # @param shown [String] how to name the file in what is said
      # @raise [NoMail]
      def initialize(path, shown: File.basename(path))
        @path = path
        @shown = shown
        @kind = kind
      end

      # @return [Integer] bytes
      def size = File.size(path)

      # @param from [Integer] a place that was yielded before
      # @yield [String, Integer] a message's bytes and the place after it
      def each(from: 0, &block)
        File.open(path, "rb") do |io|
          next Mbox.new(io, from: from).each(&block) if @kind == :mbox
          yield io.read([size, Letter::MAX_BYTES].min), size if from < size
        end
      end

      private

      def kind
        raise NoMail, "#{@shown} is a folder; give the files in it, or point a source at it if it is a Maildir." if File.directory?(path)

        head = File.binread(path, HEAD_BYTES).to_s.sub(/\A\xEF\xBB\xBF/n, "")
        raise NoMail, "#{@shown} is empty." if head.strip.empty?
        return :mbox if Mbox.separator?(head[/\A[^\n]{0,2000}\n?/n])

        return :eml if !head.include?("\0\0") && headed?(head.lstrip.split(/\r?\n\r?\n/n, 2).first)

        raise NoMail, "#{@shown} is no mail: it begins neither with mail headers nor as an mbox (“From …”)."
      rescue Errno::ENOENT
        raise NoMail, "#{@shown} is not there."
      rescue Errno::EACCES
        raise NoMail, "#{@shown} may not be read: the permission is missing."
      end

      # Fields of a header, RFC 5322's or MIME's; where the first line is damaged, two that are known.
      def headed?(header)
        known = header.scan(TELLING).size
        known > 1 || (known == 1 && header.match?(HEADER))
      end
    end
  end
end
