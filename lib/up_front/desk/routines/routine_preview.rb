# frozen_string_literal: true

module UpFront
  module Desk
    # What a routine would do to messages: done, and taken back before anybody sees it; but for letters, which are only told.
    class RoutinePreview < Act
      MOST = ChangeStates::AT_ONCE # messages that are gone into

      # @param body [Hash] in the file's shape @param ids [Array<Integer>] @return [Array<String>] sentences @raise [Core::Refused,
      #   Impossible]
      def call(body, ids)
        run = RunRoutine.new(clock, body.merge("then" => (body["then"] || {}).except(*Core::Routine::SENDING)))
        whole = RunRoutine.new(clock, body)
        changing = whole.changing_ids(ids)
        lines = [*done_and_taken_back(run, changing.first(MOST)), *told(whole.routine, changing.size)]
        return ["There is nothing that it would change."] if lines.empty?

        lines + [("That is of the first #{MOST}." if changing.size > MOST), ("Then it goes on to the next." if whole.routine.next?)].compact
      end

      private

      def done_and_taken_back(run, ids)
        lines = []
        Store::Record.transaction do
          Store::PreparedStatement.hold do
            at_one_moment do
              step_id = Store::UndoStep.keep(now, run.routine.name, {})
              gathering(step_id) { run.each_step(ids) { |_, text| lines << text } }
            end
          end
          raise ActiveRecord::Rollback
        end
        (lines.size > MOST_LINES) ? lines.first(MOST_LINES) + ["And #{lines.size - MOST_LINES} more."] : lines
      end

      MOST_LINES = 8
      private_constant :MOST_LINES

      def told(routine, count)
        Core::Routine::SENDING.filter_map do |topic|
          value = routine.effects[topic] or next
          messages = Core::English.count(count, "message")
          next "Answers #{messages} with “#{value}”." if topic == "reply"

          "Forwards #{messages} to #{Core::English.join(Array(value), "and")}."
        end
      end
    end
  end
end
