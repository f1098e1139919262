# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Routines, and what was done last, of which one can be made.
      class Routines
        def initialize(rulebook)
          @rulebook = rulebook
        end

        def to_h = {routines: @rulebook.routines.map { row(_1) }, recent: recent}

        private

        def row(routine) = {name: routine.name, key: routine.key, says: routine.sentence, steps: routine.steps, next: routine.next?,
                            sends: routine.sends?, body: routine.to_h}

        def recent
          Desk::RoutineOfActs.recent.each_with_index.map do |done, place|
            {id: done.id, said: done.said, fits: done.gives.any?, body: Desk::RoutineOfActs.body(place + 1)}
          end
        end
      end
    end
  end
end
