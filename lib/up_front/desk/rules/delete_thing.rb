# frozen_string_literal: true

module UpFront
  module Desk
    # Takes out a group, a label or an ink that no rule and no view names.
    class DeleteThing < NamedThings
      # @return [Done] @raise [Impossible]
      def call(kind, name)
        transaction do
          things = things(kind)
          index = place(things, name) or raise gone(kind, name)
          users = users(kind, name)
          if users
            raise Impossible.new("The #{KINDS.fetch(kind)} “#{name}” is named by #{users}. Take it out there first.", status: 409)
          end

          things.delete_at(index)
          put(things, kind, "Deleted the #{KINDS.fetch(kind)} “#{name}”.", {})
        end
      end

      private

      # @return [String, nil] the rules and views that name it: "“Customs” and “Loans, unread”"
      def users(kind, name)
        bodies = Store::Rule.in_order.map { [_1.name, _1.today] } + Store::View.in_order.map { [_1.name, _1.body] }
        names = bodies.select { |_, body| Core::References.uses?(body, kind, name) }.map { |user, _| "“#{user}”" }
        Core::English.join(names, "and") if names.any?
      end
    end
  end
end
