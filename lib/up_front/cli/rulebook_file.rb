# frozen_string_literal: true

module UpFront
  module CLI
    # A rulebook given by path, or standard input.
    module RulebookFile
      module_function

      # @return [Core::Rulebook] @raise [Unusable] with every fault, each naming the file
      def read(path, input: $stdin)
        text = (path == App::STANDARD_INPUT) ? input.binmode.read(Core::Rulebook::MAX_BYTES + 1).to_s : File.binread(path, Core::Rulebook::MAX_BYTES + 1).to_s
        Core::Rulebook.parse(text)
      rescue Core::Refused => refused
        raise Unusable, refused.faults.map { |fault| "#{name(path)}: #{fault}" }.join("\n")
      rescue Errno::ENOENT
        raise Unusable, "#{path}: is not there"
      rescue Errno::EACCES, Errno::EISDIR
        raise Unusable, "#{path}: cannot be read"
      end

      def name(path) = (path == App::STANDARD_INPUT) ? "standard input" : path
    end
  end
end
