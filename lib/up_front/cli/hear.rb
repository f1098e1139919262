# frozen_string_literal: true

module UpFront
  module CLI
    # Rules or saved views in the written language, read back.
    class Hear
      # @param rulebook [String, nil] path of the one whose names they may use @param kind ["rules", "views"]
      def initialize(rulebook, kind = "rules")
        @rulebook = rulebook && RulebookFile.read(rulebook)
        @kind = kind
      end

      # @param path [String] @return [Array<Hash>] them in the file's shape @raise [Unusable] with the place of what was wrong
      def call(path)
        name = RulebookFile.name(path)
        bodies = (@kind == "views") ? Core::Language.hear_views(text(path, name)) : Core::Language.hear(text(path, name))
        check(bodies, name) if @rulebook
        bodies
      rescue Core::Language::Misread => misread
        raise Unusable, "#{name}: #{misread.message}"
      end

      private

      def text(path, name)
        bytes = RulebookFile.bytes(path)
        raise Unusable, "#{name}: at most 5 MB can be read" if bytes.bytesize > Core::Rulebook::MAX_BYTES

        bytes.force_encoding(Encoding::UTF_8).tap { raise Unusable, "#{name}: is no UTF-8 text" unless _1.valid_encoding? }
      end

      def check(bodies, name)
        Core::Rulebook.read(@rulebook.document.merge(@kind => bodies))
      rescue Core::Refused => refused
        raise Unusable, refused.faults.map { |fault| "#{name}: #{@kind.chop} #{fault.pointer[/\d+/].to_i + 1}: #{fault}" }.join("\n")
      end
    end
  end
end
