# frozen_string_literal: true

module UpFront
  module Desk
    # Puts senders into a group, which is made where there is none of that name.
    class GroupSenders < NamedThings
      # @param by ["address", "domain"] @param keys [Array<String>] @param name [String] of the group
      # @return [Done] @raise [Core::Refused, Impossible]
      def call(by, keys, name)
        raise Impossible, "A mailing list cannot be in a group: choose those who write through it." if by == "list"
        raise Impossible.new("Give the group a name.", pointer: "/group") if name.strip.empty?

        transaction do
          things = things("groups")
          index = place(things, name) || things.size
          group = things[index] || {"name" => name.strip, "members" => []}
          more = Core::SenderList.new(people: group["members"]) + Core::SenderList.of(by, keys)
          added = more.people.size - group["members"].size
          raise Impossible.new("They are in “#{group["name"]}” already.", status: 409) if added.zero?

          things[index] = group.merge("members" => more.people)
          put(things, "groups", "Put #{Core::English.count(added, "sender")} into the group “#{group["name"]}”.", {}, place: index)
        end
      end
    end
  end
end
