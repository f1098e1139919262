# frozen_string_literal: true

module UpFront
  module Store
    # An act that can be taken back: what was done, for the person, and each change of it as a row.
    class UndoStep < Record
      self.table_name = "undo_steps"
      has_many :changes_made, -> { order(:id) }, class_name: "UpFront::Store::UndoChange", foreign_key: :undo_step_id

      FINAL = "Final" # the model of a change that cannot be taken back: it says why
      scope :reversible, -> { where(undone_at: nil).where.not(id: UndoChange.where(model: FINAL).select(:undo_step_id)) }

      ADD = PreparedInsert.new("undo_changes", :undo_step_id, :model, :key, :before, :after)

      # @param trails [Hash{String=>Array<Hash>}] by model; of each record that changed its key, and by column what was
      #   there before and after @return [Integer] the new step's key
      def self.keep(at, message, trails)
        create!(at: at, message: message).id.tap { |id| trails.each { |model, changes| add(id, model, changes) } }
      end

      # What could be taken back of a record can no more. @param model [String] @param key [Integer] @param why [String] a sentence
      def self.no_longer(model, key, why)
        steps = where(undone_at: nil, id: UndoChange.where(model: model, key: key).select(:undo_step_id)).ids
        steps.each { add(_1, FINAL, [{"key" => 0, "before" => {}, "after" => {"why" => why}}]) }
      end

      # @param changes [Array<Hash>] key, before and after
      def self.add(id, model, changes)
        ADD.all(changes.map do |change|
          {undo_step_id: id, model: model, key: change["key"], before: change["before"], after: change["after"]}
        end)
      end
    end
  end
end
