# frozen_string_literal: true

module UpFront
  module Core
    # The sections of the Front: what calls for attention now; then the person's bands; then everything else, what came
    # today by how it came, then earlier days.
    class FrontSections
      # @!attribute key [String] @!attribute title [String] @!attribute items [Array<FrontItem>] in their order
      # @!attribute most [Integer, nil] how many show at first; the rest is one line below @!attribute view [View, nil] of a band
      Section = Struct.new(:key, :title, :items, :most, :view, keyword_init: true)

      # @!attribute view [View] that stands on the Front @!attribute ids [Array<Integer>] what it holds, in its order
      Band = Struct.new(:view, :ids)

      # @param items [Array<FrontItem>] on the Front @param bands [Array<Band>] in their order
      # @param zone [Zone] @param now [Time] @param now_most [Integer] how many Now shows at first;
      #   what is pressing is never hidden by it
      def initialize(items, bands, zone:, now:, now_most:)
        @items = items
        @bands = bands
        @zone = zone
        @now_most = now_most
        @time_format = TimeFormat.new(zone, now)
      end

      # @return [Array<Section>] those with something in them, and bands that stand there when empty too
      def to_a
        now, rest = @items.partition(&:now_reason)
        bands, rest = banded(rest)
        today, earlier = rest.partition { @time_format.today?(surfaced(_1)) }
        first = Section.new(key: "now", title: "Now", items: now.sort_by(&:now_rank), most: [@now_most, now.count(&:pressing?)].max)
        [first, *bands, *of_today(today), *of_earlier_days(earlier)].reject do
          _1.items.empty? && !(_1.view && !_1.view.band.fold_when_empty)
        end
      end

      private

      def surfaced(item) = item.stands.state.surface_at
      def section(key, title, items) = Section.new(key: key, title: title, items: items.sort_by(&:rank))

      # @return [Array(Array<Section>, Array<FrontItem>)] the bands, and what is not left out of the rest
      def banded(items)
        sections = @bands.map do |band|
          own = held_by(band, items)
          items -= own if band.view.band.leave_out
          Section.new(key: "band-#{band.view.id}", title: band.view.name, items: own, most: band.view.band.limit, view: band.view)
        end
        [sections, items]
      end

      # In the view's order, what is kept at top first.
      def held_by(band, items)
        by_id = items.to_h { [_1.id, _1] }
        found = band.ids.filter_map { by_id[_1] }
        found = found.select { _1.stands.unread? } if band.view.band.unread_only
        found.partition { _1.stands.keep_at_top? }.flatten(1)
      end

      def of_today(items)
        straight, came = items.partition { _1.stands.straight_in? || _1.stands.state.let_in_at }
        moments = came.group_by { _1.stands.arrives_at }.sort_by { |(at, _), _| -at.to_f }
        [section("straight", "Straight in today", straight), *moments.map { |(at, by_round), group| of_moment(at, by_round, group) }]
      end

      def of_moment(at, by_round, items)
        return section("round-#{at.to_i}", "Came with #{@time_format.round(at)}", items) if by_round

        section("at-#{at.to_i}", "Came in at #{@time_format.moment(at)}", items)
      end

      def of_earlier_days(items)
        items.group_by { @zone.date(surfaced(_1)) }.sort_by { |date, _| -date.jd }
          .map { |date, group| section("day-#{date.iso8601}", "From #{@time_format.day(date)}", group) }
      end
    end
  end
end
