# frozen_string_literal: true

require "digest"
require "fileutils"

module UpFront
  module Desk
    # Takes in a folder that {Pack} wrote, whole or not at all, into a database that is not there yet; one of an earlier version too.
    class Unpack
      PART = ".unpacking"

      # @param database [String]
      def initialize(database)
        @database = database
      end

      # @param folder [String] @return [Hash{String=>Integer}] how many letters and rows @raise [Pack::Impossible]
      def call(folder)
        raise Pack::Impossible, "#{@database} is there already; give another place with --database." if File.exist?(@database)

        @folder = folder
        @manifest = manifest
        whole!
        part = "#{@database}#{PART}"
        count = taken_in(part)
        faults = Store::Verification.new(part).call
        raise Pack::Impossible, "It was not taken in: #{faults.join(" ")}" if faults.any?

        Store::Backup.write(part, @database) # one file, which is there whole or not at all
        count
      rescue Store::TableRows::Unusable => unusable
        raise Pack::Impossible, unusable.message
      ensure
        Dir["#{@database}#{PART}*"].each { FileUtils.rm_f(_1) }
      end

      private

      def path(name) = File.join(@folder, name)

      def manifest
        given = JSON.parse(Post::RegularFile.read(path(Pack::MANIFEST), 64 * 1024 * 1024, links: true))
        ours = given.is_a?(Hash) && given.values_at("format", "version") == [Pack::FORMAT, Pack::VERSION]
        return given if ours && given["files"].is_a?(Hash)

        raise Pack::Impossible, "#{@folder} holds no pack of Up Front that this version can read."
      rescue SystemCallError, JSON::ParserError, Post::RegularFile::Other
        raise Pack::Impossible, "#{@folder} holds no whole pack of Up Front: #{Pack::MANIFEST} is not there, or is damaged."
      end

      # Every file is the one that was written.
      def whole!
        @manifest["files"].each do |name, sum|
          raise Pack::Impossible, "#{name} does not lie within the pack." if name.split("/").include?("..") || name.start_with?("/")
          raise Pack::Impossible, "#{path(name)} is missing." unless File.file?(path(name))
          next if Digest::SHA256.file(path(name)).hexdigest == sum

          raise Pack::Impossible, "#{path(name)} is not as it was written."
        end
      end

      # @return [Hash{String=>Integer}]
      def taken_in(part)
        Store::Database.lay_empty(part, @manifest["schema"])
        rows = Store::TableRows.new(part)
        count = 0
        rows.taking_in do
          letters(rows)
          count = tables.sum { |table, name| File.open(path(name)) { |io| rows.take(table, io.each_line(chomp: true)) } }
          rows.made_anew
        end
        rows.close
        Store::Database.open(part) # what this version has more
        Store::Database.close
        {"letters" => @manifest["letters"], "rows" => count}
      end

      # How far each table has counted comes last: it counts on with every row.
      def tables
        named = @manifest["files"].keys.filter_map { |name| name[%r{\Arows/(\w+)\.jsonl\z}, 1]&.then { [_1, name] } }
        named.sort_by { |table, _| [(table == Store::TableRows::COUNTS) ? 1 : 0, table] }
      end

      # Of each mailbox the letters stand in the order in which they are listed.
      def letters(rows)
        boxes = Hash.new { |open, name| open[name] = letters_of(name) }
        File.foreach(path(Pack::LETTERS), chomp: true) do |line|
          one = JSON.parse(line)
          bytes = boxes[one["file"]].next.byteslice(0, one["bytes"])
          unless Digest::SHA256.hexdigest(bytes) == one["sha256"]
            raise Pack::Impossible, "A letter in #{path(one["file"])} is not the one that was written."
          end

          rows.take_letter(one["id"], bytes)
        end
      rescue StopIteration
        raise Pack::Impossible, "A letter that is listed is not there."
      end

      def letters_of(name)
        Enumerator.new { |out| File.open(path(name), "rb") { |io| Post::ExactMbox.each(io) { out << _1 } } }
      end
    end
  end
end
