# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Where a message stands, in a word: nothing is moved, and so it is in its mailbox whatever this says.
      module Place
        module_function

        # @param row [Row] @return [String]
        def of(row, now)
          state = row.state
          return row.message.mailbox if state.came == "quiet"
          return "discarded" if state.discarded_at
          return "cleared" if state.cleared_at
          return "off the Front" unless state.surface_at || row.claim.held
          return "on the Front" if state.surface_at && state.surface_at <= now

          state.put_off_at ? "put off" : "held"
        end
      end
    end
  end
end
