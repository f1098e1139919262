# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What waits, until when and why.
      class Held
        MOST = 500

        ROUNDS = 8 # of the coming ones, to which a message may be moved

        def initialize(rulebook, now)
          @rulebook = rulebook
          @plan = rulebook.plan
          @now = now
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
          @states = Store::State.held(now).order(Arel.sql("surface_at IS NULL, surface_at, message_id DESC")).limit(MOST).to_a
          @count = Store::State.held(now).count
        end

        def to_h
          rows = Row.of(@states, @rulebook, @now)
          groups = rows.group_by { _1.stands.arrives_at }.map { |(at, by_round), group| group(at, by_round, group) }
          {lead: lead, count: @count, groups: groups, put_off: put_off, rounds: rounds}
        end

        private

        # What the person put off, the next to come back first.
        def put_off
          Row.of(Store::State.put_off(@now).order(:surface_at).limit(MOST).to_a, @rulebook, @now).map do |row|
            row.to_h.merge(because: back(row.state))
          end
        end

        # "back Wed 08:00, or when answered: Ask Joost first"
        def back(state)
          "back #{@time_format.moment(state.surface_at)}#{", or when answered" if state.back_when_answered}" \
            "#{": #{state.put_off_reason}" if state.put_off_reason}"
        end

        # @return [Array<Hash>] words and at
        def rounds
          stops = []
          stops << @plan.next_stop((stops.last&.at || @now) + 1) while stops.size < ROUNDS && (stops.empty? || stops.last)
          stops.compact.map { |stop| {label: @time_format.round(stop.at).delete_prefix("the "), at: stop.at.iso8601} }
        end

        def lead
          return "Nothing is held." if @count.zero?

          "#{Core::English.sentence(Core::English.count(@count, "message"))} #{(@count == 1) ? "waits for its" : "wait for their"} moment."
        end

        # @param by_round [Boolean] whether they wait for a round @param rows [Array<Row>]
        def group(at, by_round, rows)
          trace = Store::Claim.where(message_id: rows.map { _1.message.id }).pluck(:message_id, :trace).to_h
          {
            key: key(at, by_round), title: title(at, by_round), at: at&.iso8601,
            wait: at && "in #{@time_format.span(at)}", count: rows.size,
            messages: rows.sort_by(&:rank).map { |row| row.to_h.merge(because: because(row.state, trace.fetch(row.message.id))) }
          }
        end

        def key(at, by_round)
          return "never" unless at

          by_round ? "round-#{at.to_i}" : "at-#{at.to_i}"
        end

        def title(at, by_round)
          return "No moment to come in" unless at

          by_round ? Core::English.sentence(@time_format.round(at)) : "Until #{@time_format.moment(at)}"
        end

        # What holds it: the person's own word first, then heads-down, then the rule that put it off, then the window.
        def because(state, trace)
          return "moved by you at #{@time_format.moment(state.moved_at)}" if state.moved_at

          steps = trace["timing"]
          return "heads-down" if Core::SurfacingSteps.any?(steps, Core::SurfacingSteps::HEADS_DOWN)

          rule = Core::SurfacingSteps.rule(steps)
          return "by rule #{rule}" if rule

          windows = Core::SurfacingSteps.windows(steps).map { "#{_1} window" }
          windows << "a day off" if Core::SurfacingSteps.any?(steps, Core::SurfacingSteps::DAY_OFF)
          Core::English.join(windows, "and")
        end
      end
    end
  end
end
