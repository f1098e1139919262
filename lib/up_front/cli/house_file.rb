# frozen_string_literal: true

module UpFront
  module CLI
    # Editions of house rules as files.
    module HouseFile
      FOLLOWED = "1970-01-01T00:00:00Z" # since when, where nothing says so

      module_function

      # @param path [String] @return [Core::HouseEdition] @raise [Core::Refused, Unusable]
      def read(path) = Core::HouseEdition.parse(RulebookFile.bytes(path))

      # @return [Core::Rulebook] of its rules alone, as somebody who has no others has them
      def alone(path) = read(path).book

      # @param paths [Array<String>] @return [Core::Rulebook] with the editions followed beside those that the file follows
      # @raise [Core::Refused, Unusable]
      def followed(rulebook, paths)
        return rulebook if paths.empty?

        entries = paths.map { |path| {"place" => File.expand_path(path), "since" => FOLLOWED, "edition" => read(path).document} }
        given = rulebook.document.fetch("house", [])
        Core::Rulebook.read(rulebook.document.merge("house" => given + entries))
      end
    end
  end
end
