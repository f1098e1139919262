# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # The Front: what claims attention now, in the order in which it does.
      class Front
        MOST = 500 # rows on the page; older ones are counted and asked for by a cursor

        # @!attribute most [Integer, nil] how many show at first; the rest is one line below
        # @!attribute view [Core::View, nil] of a band, in whose order its rows stand
        Section = Struct.new(:key, :title, :rows, :most, :view, keyword_init: true) do
          def to_h = {key: key, title: title, count: rows.size, most: most, view_id: view&.id, messages: ordered.map(&:to_h)}
          def ordered = view ? rows : rows.sort_by(&:rank)
        end

        # @param before [Time, nil] the cursor: only what surfaced before it
        def initialize(rulebook, now, before: nil)
          @rulebook = rulebook
          @now = now
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
          @before = before
        end

        def to_h
          lead, waiting = sentences
          {lead: lead, waiting: waiting, held: held, count: total, sections: sections.map(&:to_h), inks: inks, reviews: reviews, older: [total - rows.size, 0].max,
           next_cursor: ((total > rows.size) ? rows.last.state.surface_at.iso8601(6) : nil)}
        end

        private

        def surfaced = Store::State.surfaced(@now).then { @before ? _1.where("surface_at < ?", @before) : _1 }
        def total = @total ||= surfaced.count
        def rows = @rows ||= Row.of(surfaced.order(surface_at: :desc, message_id: :desc).limit(MOST).to_a, @rulebook, @now)
        def held = @held ||= Store::State.held(@now).count

        def sentences
          urgent = rows.count(&:now_because)
          high = rows.count { _1.priority == "high" && !_1.now_because }
          first = Store::State.held(@now).minimum(:surface_at)
          count = first ? Store::State.held(@now).where(surface_at: first).count : 0
          Core::FrontLead.front(now_count: urgent, high: high, others: rows.size - urgent, held: held, next_words: next_words(first), next_count: count)
        end

        # "the 10:30 round", or for what waits for a moment of its own, that moment
        def next_words(first)
          stop = @rulebook.plan.next_stop(first || @now + 1)
          (first.nil? || stop&.at == first) ? stop && @time_format.round(stop.at) : @time_format.moment(first)
        end

        # What calls for attention now; then the person's bands; then everything else, what came today by how it came,
        # then earlier days.
        def sections
          now, rest = rows.partition(&:now_because)
          bands, rest = bands(rest)
          today, earlier = rest.partition { @time_format.today?(_1.state.surface_at) }
          first = section("now", "Now", now).tap { _1.most = Desk::AlertSettings.now["now_most"] }
          [first, *bands, *today_sections(today), *earlier_sections(earlier)].reject { _1.rows.empty? && !(_1.view && !_1.view.band.fold_when_empty) }
        end

        # @return [Array(Array<Section>, Array<Row>)] the bands, and what is not left out of the rest
        def bands(rows)
          sections = @rulebook.views.select(&:band).map do |view|
            own = in_view(view, rows)
            rows -= own if view.band.leave_out
            Section.new(key: "band-#{view.id}", title: view.name, rows: own, most: view.band.limit, view: view)
          end
          [sections, rows]
        end

        # Those of the rows that the view holds, in its order, what is kept at top first.
        def in_view(view, rows)
          by_id = rows.to_h { [_1.message.id, _1] }
          found = Store::ViewQuery.new(view, @now, @rulebook.zone).among(by_id.keys).map { by_id.fetch(_1) }
          found.select! { _1.state.unread } if view.band.unread_only
          found.partition(&:kept?).flatten(1)
        end

        # Views that call for being gone through.
        def reviews
          views = @rulebook.views.select { _1.review.any? }
          rows = Store::View.where(id: views.map(&:id)).index_by(&:id)
          due = views.select { |view| rows[view.id]&.review_status(view.review, @rulebook.plan, @now)&.due }
          due.map { {id: _1.id, name: _1.name, count: Store::ViewQuery.new(_1, @now, @rulebook.zone).count} }
        end

        # Those that the Front's messages wear, in the rulebook's order.
        def inks
          worn = rows.map { _1.claim.ink }.uniq
          @rulebook.document.fetch("inks", []).map { _1["name"] } & worn
        end

        def section(key, title, rows) = Section.new(key: key, title: title, rows: rows)

        def today_sections(rows)
          straight, came = rows.partition { _1.straight? || _1.state.let_in_at }
          rounds = came.group_by { [_1.state.surface_at, _1.claim.round] }.sort_by { |(at, _), _| -at.to_f }.map do |(at, round), group|
            section("at-#{at.to_i}", round ? "Came with #{@time_format.round(at)}" : "Came in at #{@time_format.moment(at)}", group)
          end
          [section("straight", "Straight in today", straight), *rounds]
        end

        def earlier_sections(rows)
          rows.group_by { @rulebook.zone.date(_1.state.surface_at) }.sort_by { |date, _| -date.jd }
            .map { |date, group| section("day-#{date.iso8601}", "From #{@time_format.day(date)}", group) }
        end
      end
    end
  end
end
