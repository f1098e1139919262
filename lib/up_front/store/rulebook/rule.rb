# frozen_string_literal: true

module UpFront
  module Store
    # A rule as the person last saved it. Deleted ones stay for the history and for undo.
    class Rule < Record
      include Ordered

      self.table_name = "rules"

      # One's own. Those of the office stand in the rulebook's head; here each has a row of its own, by which what it did is kept.
      scope :in_order, -> { where(deleted_at: nil, house: nil).order(:position, :id) }
      scope :of_house, -> { where(deleted_at: nil).where.not(house: nil) }

      # @return [Hash] the key of each of the office's, by its place and its folded name there
      def self.of_house_by_name = of_house.pluck(:house, :id).to_h { |house, id| [JSON.parse(house), id] }

      # To be called in the transaction that follows an edition, or stops to.
      # @param wanted [Array<Array(String, String, Hash)>] place, since when it is followed, and body of each rule that there is now
      def self.put_house(wanted)
        known = where.not(house: nil).index_by(&:house)
        wanted = wanted.to_h { |place, since, body| [JSON.generate([place, Core::Text.fold(body["name"])]), [since, body]] }
        wanted.each do |house, (since, body)|
          (known[house] || new(house: house, position: 0, created_at: since)).update!(body: body, deleted_at: nil)
        end
        gone = known.except(*wanted.keys).values.select { _1.deleted_at.nil? }
        where(id: gone.map(&:id)).update_all("deleted_at = CURRENT_TIMESTAMP")
      end

      def name = body["name"].to_s

      # @return [Hash] the body in today's form
      def today = Core::RuleUpgrades.today(body, form)
    end
  end
end
