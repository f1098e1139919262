# frozen_string_literal: true

module UpFront
  module Desk
    # The base of acts on saved views. They touch no message.
    class ChangeViews < Act
      private

      # @return [Store::View] @raise [Impossible]
      def saved_view(id) = Store::View.in_order.find_by(id: id) || raise(Impossible.gone("view"))

      # @param rows [Array<Hash>] trails of views @return [Done]
      def views_changed(text, rows, result: nil)
        Store::CurrentRulebook.turn_views
        event("views")
        Done.new(message: text, undo_id: undo_step(text, {"View" => rows.compact}), result: result)
      end
    end
  end
end
