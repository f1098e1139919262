# frozen_string_literal: true

module UpFront
  module Desk
    # Makes a saved view, or saves one that was changed. It touches no message.
    class SaveView < ChangeViews
      # @param body [Hash] the view as in the rulebook file @param id [Integer, nil] of the view to change
      # @param version [Integer, nil] as it was when read @return [Done] with the view as result
      # @raise [Core::Refused, Impossible]
      def call(body, id: nil, version: nil)
        transaction do
          view = id ? existing(id, version) : made
          body = settled(body, view)
          view.put(body.merge("name" => body["name"].strip), now)
          view.update!(version: view.version + 1)
          rows = [id ? trail(view) : trail(view, before: {"deleted_at" => now}), *alone(view)]
          text = "#{id ? "Changed" : "Made"} the view “#{view.name}”."
          views_changed(text, rows, result: view)
        end
      end

      private

      def made = Store::View.new(created_at: now, version: 0, position: Store::View.maximum(:position).to_i + 1)

      def existing(id, version)
        view = saved_view(id)
        raise Impossible.new("This view was changed elsewhere since you opened it.", status: 409) if version && version != view.version

        view
      end

      # The whole rulebook is read with the view in it, so that names and references are checked as ever.
      # @return [Hash] the body with names as the rulebook spells them
      def settled(body, view)
        others = Store::View.in_order.where.not(id: view.id).map(&:body)
        Core::Rulebook.read(Store::CurrentRulebook.document.merge("views" => others + [body])).document["views"].last
      rescue Core::Refused => refused
        raise refused.within("/views/#{others.size}")
      end

      # One view opens first, and a number key opens one view: the others give theirs up. @return [Array<Hash>] their trails
      def alone(view)
        Store::View.in_order.where.not(id: view.id).filter_map do |other|
          given_up = {}
          given_up["opens_first"] = false if view.body["opens_first"] && other.body["opens_first"]
          given_up["key"] = nil if view.body["key"] && other.body["key"] == view.body["key"]
          next if given_up.empty?

          other.update!(body: other.body.merge(given_up), version: other.version + 1)
          trail(other)
        end
      end
    end
  end
end
