# frozen_string_literal: true

require "fileutils"

module UpFront
  module Desk
    # Removes all that Up Front keeps of a person: the database, what belongs to it, the key, and former databases beside it. Mail where it
    # lies, copies made elsewhere and packs are not touched.
    class RemoveAll
      BESIDE = ["", *Store::Backup::BESIDE, ".key"].freeze

      # @param database [String]
      def initialize(database)
        @database = database
      end

      # @return [Array<String>] the files that would go
      def files
        former = Dir["#{@database}.before-*"]
        [*BESIDE.map { "#{@database}#{_1}" }, *former].select { File.file?(_1) }
      end

      # @return [Array<String>] what went @raise [Store::Backup::Impossible] while Up Front runs
      def call
        Store::Database.close
        gone = Store::InUse.alone(@database) { files.each { FileUtils.rm(_1) } }
        FileUtils.rm_f("#{@database}.lock")
        gone
      end
    end
  end
end
