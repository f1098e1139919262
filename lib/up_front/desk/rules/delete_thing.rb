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
          users = [*Store::Rule.in_order.map { [_1.name, _1.today] }, *Store::View.in_order.map { [_1.name, _1.body] }]
            .select { |_, body| Core::References.uses?(body, kind, name) }.map do
            "“#{_1.first}”"
          end
          if users.any?
            raise Impossible.new("The #{KINDS.fetch(kind)} “#{name}” is named by #{Core::English.join(users, "and")}. Take it out there " \
              "first.", status: 409)
          end

          things.delete_at(index)
          put(things, kind, "Deleted the #{KINDS.fetch(kind)} “#{name}”.", {})
        end
      end
    end
  end
end
