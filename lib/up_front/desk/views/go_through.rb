# frozen_string_literal: true

module UpFront
  module Desk
    # Notes that the person has gone through a view: what comes from now on is new in it.
    class GoThrough < ChangeViews
      # @return [Done] @raise [Impossible]
      def call(id)
        transaction do
          view = saved_view(id)
          view.update!(gone_through_at: now)
          views_changed("Gone through “#{view.name}”. What comes from now on is marked new.", [trail(view)])
        end
      end
    end
  end
end
