# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # The Front: what claims attention now, in the order in which it does.
      class Front
        MOST = 500 # rows on the page; older ones are counted and asked for by a cursor

        # @param before [Time, nil] the cursor: only what surfaced before it
        def initialize(rulebook, now, before: nil)
          @rulebook = rulebook
          @now = now
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
          @before = before
        end

        def to_h
          lead, waiting = sentences
          {lead: lead, waiting: waiting, held: held, count: total, sections: sections, inks: inks, reviews: reviews,
           awaited: @before ? [] : Awaited.new(@rulebook, @now).on_front, tasks: @before ? [] : tasks,
           awaits_me: (awaits_me unless @before),
           measure: (Measured.on_front(@rulebook, @now) unless @before),
           older: [total - rows.size, 0].max,
           next_cursor: ((total > rows.size) ? rows.last.state.surface_at.iso8601(6) : nil)}
        end

        private

        def surfaced = Store::State.surfaced(@now).then { @before ? _1.where("surface_at < ?", @before) : _1 }
        def total = @total ||= surfaced.count
        def rows = @rows ||= Row.of(surfaced.order(surface_at: :desc, message_id: :desc).limit(MOST).to_a, @rulebook, @now)
        def held = @held ||= Store::State.held(@now).count

        def sentences
          urgent = rows.count { _1.item.now_reason }
          high = rows.count { _1.stands.priority == "high" && !_1.item.now_reason }
          first = Store::State.held(@now).minimum(:surface_at)
          count = first ? Store::State.held(@now).where(surface_at: first).count : 0
          Core::FrontLead.front(now_count: urgent, high: high, others: rows.size - urgent, held: held, next_words: next_words(first),
            next_count: count, tasks: @before ? 0 : tasks.size)
        end

        def tasks = @tasks ||= Today.now_due(@rulebook, @now)

        MORNING = 12 * 60 # until when the Front says who waits for an answer
        private_constant :MORNING

        # In the morning: who waits for an answer of the person's. @return [String, nil]
        def awaits_me = (WaitingForMe.new(@rulebook, @now).said if @rulebook.zone.minutes(@now) < MORNING)

        # "the 10:30 round", or for what waits for a moment of its own, that moment
        def next_words(first)
          stop = @rulebook.plan.next_stop(first || @now + 1)
          (first.nil? || stop&.at == first) ? stop && @time_format.round(stop.at) : @time_format.moment(first)
        end

        def sections
          by_id = rows.to_h { [_1.message.id, _1] }
          found = Core::FrontSections.new(rows.map(&:item), bands(by_id.keys), zone: @rulebook.zone, now: @now,
            now_most: Desk::AlertSettings.now["now_most"])
          found.to_a.map do |section|
            {key: section.key, title: section.title, count: section.items.size, most: section.most, view_id: section.view&.id,
             messages: section.items.map { by_id.fetch(_1.id).to_h }}
          end
        end

        # @return [Array<Core::FrontSections::Band>]
        def bands(ids)
          @rulebook.views.select(&:band).map do |view|
            Core::FrontSections::Band.new(view, Store::ViewQuery.new(view, @now, @rulebook.zone).among(ids))
          end
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
          shown = rows.map { _1.stands.ink }.uniq
          @rulebook.things("inks").map { _1["name"] } & shown
        end
      end
    end
  end
end
