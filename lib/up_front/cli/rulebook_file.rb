# frozen_string_literal: true

module UpFront
  module CLI
    # A rulebook given by path, or standard input.
    module RulebookFile
      module_function

      # @return [Core::Rulebook] @raise [Unusable] with every fault, each naming the file
      def read(path, input: $stdin)
        Core::Rulebook.parse(bytes(path, input: input))
      rescue Core::Refused => refused
        raise Unusable, refused.faults.map { |fault| "#{name(path)}: #{fault}" }.join("\n")
      end

      # @return [String] as much of the file as may be read, and one byte more
      def bytes(path, input: $stdin)
        most = Core::Rulebook::MAX_BYTES + 1
        ((path == App::STANDARD_INPUT) ? input.binmode.read(most) : File.binread(path, most)).to_s
      rescue Errno::ENOENT
        raise Unusable, "#{path}: is not there"
      rescue Errno::EACCES, Errno::EISDIR
        raise Unusable, "#{path}: cannot be read"
      end

      def name(path) = (path == App::STANDARD_INPUT) ? "standard input" : path
    end
  end
end
