# frozen_string_literal: true

module UpFront
  module Desk
    # The routine of what was just done: what each of the last acts changed of a message, as steps; and what of it no routine can do.
    class RoutineOfActs
      MOST = 8 # acts

      # @!attribute id [Integer] of the undo step @!attribute said [String] @!attribute gives [Hash] parts of a routine; empty: none
      Done = Struct.new(:id, :said, :gives, keyword_init: true)

      # @return [Array<Done>] what was done last to mail and not taken back, the newest first
      def self.recent
        steps = Store::UndoStep.reversible.where.not(id: about_else).order(id: :desc).limit(MOST).to_a
        changes = Store::UndoChange.where(undo_step_id: steps.map(&:id)).order(:id).group_by(&:undo_step_id)
        steps.map { |step| Done.new(id: step.id, said: step.message, gives: of(changes.fetch(step.id, []), step)) }
      end

      # @param count [Integer] how many of the last acts @return [Hash] a routine's body without a name
      def self.body(count) = recent.first(count).reverse.map(&:gives).inject({}) { |made, gives| put_together(made, gives) }

      class << self
        private

        # Rules, views and the like.
        def about_else = Store::UndoChange.where.not(model: %w[State Outgoing Task]).select(:undo_step_id)

        def put_together(one, other)
          effects = [one, other].map { _1.fetch("then", {}) }
          labels = effects.flat_map { _1.fetch("labels", []) }.uniq
          both = effects[0].merge(effects[1]).merge(labels.any? ? {"labels" => labels} : {})
          away = %w[clear put_off]
          made = one.except(*((other.keys & away).any? ? away : [])).merge(other)
          both.empty? ? made : made.merge("then" => both)
        end

        def of(changes, step)
          change = changes.first or return {}
          case change.model
          when "State" then of_state(change, step)
          when "Task" then of_task(change.key)
          else of_letter(change.key)
          end
        end

        def of_state(change, step)
          after = change.after
          ink = after["ink"].to_s
          effects = {"flag" => after["flagged"] || nil, "priority" => after["priority"], "ink" => (ink unless ink.empty?),
                     "labels" => labels(change), "keep_at_top" => after["keep_at_top"] || nil,
                     "mark_read" => (true if after["unread"] == false), "discard" => (true if after["discarded_at"])}.compact
          own = {"put_off" => put_off(after, step), "clear" => (true if after["cleared_at"] && !after["put_off_at"])}.compact
          effects.delete("mark_read") if effects.size > 1 || own.any?
          effects.empty? ? own : own.merge("then" => effects)
        end

        def labels(change)
          on = Array(change.after["labels_on"]) - Array(change.before["labels_on"])
          on if on.any?
        end

        def put_off(after, step)
          return unless after["put_off_at"] && after["back_at"]

          hours = ((Time.iso8601(after["back_at"]) - step.at.to_time) / 3600.0).round.clamp(1, 24 * 366)
          {"in" => (hours % 24).zero? ? "P#{hours / 24}D" : "PT#{hours}H"}
        end

        def of_task(id)
          task = Store::Task.find_by(id: id) or return {}
          made_on = Store::CurrentRulebook.rulebook.zone.date(task.created_at.to_time)
          {"task" => {"words" => task.words, "in_days" => task.due_on && [(task.due_on - made_on).to_i, 0].max,
                      "at" => task.due_minutes && Core::Clockface.of(task.due_minutes)}.compact}
        end

        # Where it went to an address to which may be forwarded.
        def of_letter(id)
          outgoing = Store::Outgoing.find_by(id: id)
          return {} unless outgoing&.draft && outgoing.draft["kind"] == "forward"

          names = Store::CurrentRulebook.rulebook.names
          to = outgoing.recipients.filter_map { names.find(:forward_to, _1["email"]) }
          to.any? ? {"then" => {"forward" => to}} : {}
        end
      end
    end
  end
end
