# frozen_string_literal: true

module UpFront
  module Store
    # Lets go of what happened long ago: events that no page asks for any more, undo steps that no page offers, rulebooks by which nothing
    # here was decided.
    module Pruning
      SHOWN_STEPS = 100 # the newest, which the page of what was done offers to take back, however old they are
      KEPT_EVENTS = 1_000 # the newest: a page that was away is told what it missed, and numbers never begin anew

      module_function

      # @param before [Time] @return [Integer] how many rows went
      def call(before)
        last_event = Event.order(id: :desc).offset(KEPT_EVENTS).pick(:id).to_i
        last_step = UndoStep.order(id: :desc).offset(SHOWN_STEPS).pick(:id).to_i
        old = [Event.where(id: ..last_event), UndoStep.where(id: ..last_step)]
        RulebookRevision.prune + old.sum { _1.where(at: ...before).delete_all }
      end
    end
  end
end
