# frozen_string_literal: true

require "zlib"

module UpFront
  module Store
    # The rulebook as it was when it decided, kept with the first claim of each revision.
    class RulebookRevision < Record
      self.table_name = "rulebook_revisions"
      self.primary_key = "revision"

      KEPT = PreparedQuery.new("SELECT 1 FROM rulebook_revisions WHERE revision = ?")
      LOCK = Mutex.new
      private_constant :LOCK

      # To be called in the transaction that writes a claim. @param revision [Integer] of the rulebook in force
      # @param at [Time] of that claim
      def self.keep(revision, at)
        return if KEPT.call(revision)

        book = CurrentRulebook.rulebook
        create!(revision: revision, kept_at: at, document: Zlib.deflate(JSON.generate(book.document))) if book&.revision == revision
      end

      # For whoever takes changes back without turning the revision (a test's transaction).
      def self.forget = LOCK.synchronize { @last = nil }

      # @param ending [Time] @return [Core::Rulebook, nil] the last that had decided anything by then
      def self.by(ending)
        revision = where(kept_at: ..ending).maximum(:revision)
        revision && rulebook(revision)
      end

      # @return [Core::Rulebook, nil] as it was; nil where it decided before such were kept, or cannot be read any more
      def self.rulebook(revision)
        LOCK.synchronize do
          key = [Connection.path, revision]
          return @last.last if @last&.first == key

          kept = find_by(revision: revision) or return
          @last = [key, read(kept)].freeze
          @last.last
        end
      end

      def self.read(kept)
        Core::Rulebook.read(JSON.parse(Zlib.inflate(kept.document)), revision: kept.revision, pauses: Core::Pauses.new(KeptPauses.all))
      rescue Core::Refused, Zlib::Error, JSON::ParserError
        nil
      end
      private_class_method :read

      # Lets go of those by which nothing here was decided. @return [Integer] how many went
      def self.prune
        used = %w[claims rulebooks].map { "EXISTS (SELECT 1 FROM #{_1} WHERE #{_1}.revision = rulebook_revisions.revision)" }
        where("NOT (#{used.join(" OR ")})").delete_all
      end
    end
  end
end
