# frozen_string_literal: true

module UpFront
  module Desk
    # A file that a person names, and that must not be the database itself: to open and close that by hand would let go of the locks by
    # which other programs know that it is used (fcntl(2), "Advisory record locking").
    module OwnFile
      # @param path [String] @param pointer [String] of the field @raise [Act::Impossible]
      def self.refuse!(path, pointer:)
        return unless ["", *Store::Backup::BESIDE].any? { |ending| File.identical?(path, "#{Store::Connection.path}#{ending}") }

        raise Act::Impossible.new("That is Up Front’s own database; give another file.", pointer: pointer)
      end
    end
  end
end
