# frozen_string_literal: true

module UpFront
  module Desk
    # Takes back what an act did to the order of rules or views. Places that only shifted, since something was made or taken
    # out, are no change: they are put back where nothing else has happened, and left where it has. What was moved goes back
    # behind what stood before it.
    class RestoreOrder
      Place = Struct.new(:key, :before, :after)

      # @param step [Store::UndoStep] @param model [Class] Store::Rule or Store::View
      def initialize(step, model)
        @step = step
        @model = model
      end

      # @return [Boolean] whether all of it can be taken back: nothing that the act moved or moved past was moved again since
      def free?
        @free ||= as_left? || moved.empty? || later.none? { |places| RestoreOrder.moved(places).intersect?(keys) }
      end

      # Within the act's transaction, after all else was put back.
      def call
        return places.each { @model.where(id: _1.key).update_all(position: _1.before) } if as_left?
        return if moved.empty?

        order = @model.in_order.pluck(:id)
        places.sort_by(&:before).map(&:key).each_with_index { |key, index| put_back(order, key, index) if moved.include?(key) }
        order.each_with_index { |id, position| @model.where(id: id).update_all(position: position) }
      end

      # @param places [Array<Place>] @return [Array<Integer>] keys: as few as can be whose moving makes the one order of the other
      #   (of two that changed places, the one of which the act tells first)
      def self.moved(places)
        return [places.first.key] if swapped?(places)

        sorted = places.sort_by(&:before)
        piles = [] # of each length of a run that goes up, the least place with which one ends
        runs = sorted.map do |place|
          length = piles.bsearch_index { _1 >= place.after } || piles.size
          piles[length] = place.after
          length
        end
        length = piles.size - 1
        stay = sorted.zip(runs).reverse.select { |_, run| run == length && (length -= 1) }.map { |place, _| place.key }
        sorted.map(&:key) - stay
      end

      def self.swapped?(places) = places.size == 2 && places.sort_by(&:before) != places.sort_by(&:after)
      private_class_method :swapped?

      private

      def places = @places ||= places_of(@step.changes_made)
      def keys = places.map(&:key)
      def moved = @moved ||= RestoreOrder.moved(places)

      def places_of(changes)
        changes.select { _1.model == @model.name.demodulize && _1.after.key?("position") }
          .map { Place.new(_1.key, _1.before["position"], _1.after["position"]) }
      end

      # Whether every place is as the act left it.
      def as_left?
        now = @model.where(id: keys).pluck(:id, :position).to_h
        places.all? { now[_1.key] == _1.after }
      end

      # @return [Array<Array<Place>>] the places of the steps since that stand
      def later
        Store::UndoChange.where(model: @model.name.demodulize, undo_step_id: @step.id + 1..)
          .where(undo_step_id: Store::UndoStep.where(undone_at: nil).select(:id)).group_by(&:undo_step_id).values.map { places_of(_1) }
      end

      def put_back(order, key, index)
        return unless order.delete(key)

        earlier = places.sort_by(&:before).map(&:key)
        above = earlier[0...index].reverse.find { order.include?(_1) }
        below = earlier[index + 1..].find { order.include?(_1) }
        at = above ? order.index(above) + 1 : order.index(below) || order.size
        order.insert(at, key)
      end
    end
  end
end
