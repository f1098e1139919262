# frozen_string_literal: true

module UpFront
  module Desk
    # Gives a saved view another place among the views.
    class MoveView < ChangeViews
      # @param to [Integer] the place, 0 the first @return [Done] @raise [Impossible]
      def call(id, to:)
        transaction do
          views = Store::View.without_gaps
          from = views.index { _1.id == id } or raise Impossible.gone("view")
          view = views.delete_at(from)
          views.insert(to.clamp(0, views.size), view)
          rows = views.each_with_index.filter_map { |each, place| each.update!(position: place) && trail(each) }
          views_changed("Moved the view “#{view.name}”.", rows.sort_by { (_1["key"] == id) ? 0 : 1 }) # as of rules
        end
      end
    end
  end
end
