# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Who was asked to send no more, how that stands, and who writes nevertheless.
      class AskedToStop
        MOST = 500
        PATIENCE = Core::Unsubscribe::PATIENCE_DAYS * 86_400

        def initialize(rulebook, now)
          @now = now
          @zone = rulebook.zone
          @time_format = Core::TimeFormat.new(@zone, now)
        end

        def to_a
          Store::Unsubscribing.standing.includes(:outgoing).order(id: :desc).limit(MOST).map { row(_1) }
        end

        # @return [Hash] with what was said to whom, and what has come since
        def row(asked)
          state = asked.stands
          since = asked.known_at&.to_time
          came = since ? Store::SenderRows.new(asked.by, 0).count_after([asked.key], since) : 0
          late = since && Store::SenderRows.new(asked.by, 0).count_after([asked.key], since + PATIENCE)
          {id: asked.id, by: asked.by, key: asked.key, state: state, way: asked.way, target: asked.target,
           said: said(asked, state, since, came), again: late.to_i.positive?, late: late.to_i}
        end

        private

        def said(asked, state, since, came)
          case state
          when "asked" then "Asked to stop on #{@time_format.day(@zone.date(since))}; #{written(came)}."
          when "failed" then "Not asked: #{failed(asked)}"
          when "sending" then "Being asked."
          else "To be asked #{@time_format.moment((asked.goes_at || asked.outgoing&.goes_at || asked.at).to_time)}."
          end
        end

        def written(count) = count.zero? ? "nothing has come since" : "has written #{times(count)} since"
        def times(count) = {1 => "once", 2 => "twice"}.fetch(count) { Core::English.count(count, "time") }

        def failed(asked)
          return asked.said.to_s unless asked.way == "mail"

          words = asked.outgoing&.recipients&.filter_map { _1["said"] }&.first
          words || "the message did not go out. Look at the outbox."
        end
      end
    end
  end
end
