# frozen_string_literal: true

module UpFront
  module Store
    # The rulebook in force: the document's head and its rules, read and compiled once a revision.
    module Shelf
      LOCK = Mutex.new
      REVISION = Ask.new("SELECT revision FROM rulebooks LIMIT 1")

      module_function

      # @return [Core::Rulebook, nil] nil before the owner is known
      def rulebook
        revision = REVISION.call or return
        LOCK.synchronize do
          return @kept if @kept&.revision == revision && @path == Database.path

          head = Rulebook.first
          rules = Rule.in_order.to_a
          @path = Database.path
          @kept = Core::Rulebook.read(head.document.merge("rules" => rules.map(&:body)), revision: head.revision, ids: rules.map(&:id))
        end
      end

      # @return [Hash, nil] the whole rulebook in the file's shape
      def document
        head = Rulebook.first or return
        head.document.merge("rules" => Rule.in_order.map(&:body))
      end

      # For whoever takes changes back without turning the revision (a test's transaction).
      def forget = LOCK.synchronize { @kept = nil }

      # Replaces the head: owner, people, labels, plan. @param document [Hash] without rules
      def put(document)
        head = Rulebook.first_or_initialize(revision: 0)
        head.update!(document: document.except("rules"), revision: head.revision + 1)
      end

      # To be called in the transaction that changed a rule. @return [Integer] the new revision
      def turn
        Rulebook.update_all("revision = revision + 1")
        Rulebook.pick(:revision)
      end
    end
  end
end
