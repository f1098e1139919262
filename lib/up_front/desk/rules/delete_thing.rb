# frozen_string_literal: true

module UpFront
  module Desk
    # Takes out a group, a label or an ink that no rule and no view, no promise and no example names.
    class DeleteThing < NamedThings
      # @return [Done] @raise [Impossible]
      def call(kind, name)
        transaction do
          things = things(kind)
          index = place(things, name) or raise gone(kind, name)
          users = users(kind, name)
          if users.any?
            naming = Core::English.join(users, "and")
            raise Impossible.new("The #{KINDS.fetch(kind)} “#{name}” is named by #{naming}. Take it out there first.", status: 409)
          end

          things.delete_at(index)
          put(things, kind, "Deleted the #{KINDS.fetch(kind)} “#{name}”.", {})
        end
      end
    end
  end
end
