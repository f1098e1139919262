# frozen_string_literal: true

module UpFront
  module Desk
    # Puts senders into a group, which is made where there is none of that name.
    class GroupSenders < NamedThings
      # @return [Hash] the rulebook as it would be, for looking at what that does
      def self.document(document, by, keys, name)
        things = document.fetch("groups", [])
        index = things.index { Core::Text.fold(_1["name"]) == Core::Text.fold(name) } || things.size
        group = things[index] || {"name" => name.strip, "members" => []}
        more = Core::SenderList.new(people: group["members"]) + Core::SenderList.of(by, keys)
        document.merge("groups" => [*things[0...index], group.merge("members" => more.people), *things[index + 1..]])
      end

      # @param by ["address", "domain"] @param keys [Array<String>] @param name [String] of the group
      # @return [Done] @raise [Core::Refused, Impossible]
      def call(by, keys, name)
        raise Impossible, "A mailing list cannot be in a group: choose those who write through it." if by == "list"
        raise Impossible.new("Give the group a name.", pointer: "/group") if name.strip.empty?

        transaction do
          former = things("groups")
          things = GroupSenders.document({"groups" => former}, by, keys, name)["groups"]
          index = place(things, name)
          added = things[index]["members"].size - former.fetch(index, {"members" => []})["members"].size
          raise Impossible.new("They are in “#{things[index]["name"]}” already.", status: 409) if added.zero?

          put(things, "groups", "Put #{Core::English.count(added, "sender")} into the group “#{things[index]["name"]}”.", {}, place: index)
        end
      end
    end
  end
end
