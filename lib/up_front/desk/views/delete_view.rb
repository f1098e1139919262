# frozen_string_literal: true

module UpFront
  module Desk
    # Takes a saved view away. The messages that it showed stay where they are.
    class DeleteView < ChangeViews
      # @return [Done] @raise [Impossible]
      def call(id)
        transaction do
          view = saved_view(id)
          view.update!(deleted_at: now)
          views_changed("Deleted the view “#{view.name}”. Its messages stay where they are.", [trail(view)])
        end
      end
    end
  end
end
