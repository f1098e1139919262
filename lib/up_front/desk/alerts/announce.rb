# frozen_string_literal: true

module UpFront
  module Desk
    # Says what has surfaced. That it has is a matter of time alone: a message is on the Front when its
    # moment has come, whether or not this runs. Each message is announced exactly once, from a persisted mark.
    class Announce < Act
      LATE_SECONDS = 300 # what surfaced longer ago than this is said to be late: the machine slept, or the server was down

      # Asked every second, and mostly there is none: as {Store::State.to_announce} has them.
      DUE = Store::PreparedQuery.new("SELECT 1 FROM states WHERE announced_at IS NULL AND surface_at <= ? " \
        "AND #{Store::StateSQL::OPEN} LIMIT 1")
      OVER = Store::PreparedQuery.new("SELECT 1 FROM heads_downs WHERE told_at IS NULL AND ends_at <= ? LIMIT 1")
      private_constant :DUE, :OVER

      # @return [Array<Integer>] the messages announced now
      def call
        return [] unless DUE.call(now) || OVER.call(now) || planned_over.any?

        transaction do
          due = Store::State.to_announce(now).order(:surface_at).to_a
          due.group_by(&:surface_at).each do |at, states|
            event("surfaced", ids: states.map(&:message_id), at: at.iso8601, **round(at, states))
          end
          Store::State.where(message_id: due.map(&:message_id)).update_all(announced_at: now)
          RaiseAlerts.new(clock).call(due)
          over.each { |heads_down| tell_over(heads_down) }
          tell_planned_over
          due.map(&:message_id)
        end
      end

      private

      def over = Store::HeadsDown.where(told_at: nil, ends_at: ..now)

      def tell_over(heads_down)
        event("heads_down_over", message: HeadsDownSummary.new(heads_down.starts_at.to_time...heads_down.ends_at.to_time).message)
        heads_down.update!(told_at: now)
      end

      PLANNED_TOLD = "planned_heads_down_told_upto"
      private_constant :PLANNED_TOLD

      # Planned stretches that have ended by themselves since that was looked at; none that the person ended, who was told then.
      def planned_over
        plan = Store::CurrentRulebook.rulebook&.plan
        return [] if !plan&.heads_down?

        told = Time.iso8601(Store::Setting[PLANNED_TOLD] ||= now.getutc.iso8601(6)) # from when it was first looked at
        ended = Store::HeadsDown.ended
        plan.heads_down.planned(now).select { |stretch| stretch.end > told && stretch.end <= now && ended.none? { stretch.cover?(_1) } }
      end

      def tell_planned_over
        planned_over.each { |stretch| event("heads_down_over", message: HeadsDownSummary.new(stretch).message) }
        Store::Setting[PLANNED_TOLD] = now.getutc.iso8601(6) if Store::CurrentRulebook.rulebook&.plan&.heads_down?
      end

      # A round is announced as one; what the person let in or brought back at that moment is not of it.
      # @return [Hash] text, where the messages came with a round
      def round(at, states)
        plan = Store::CurrentRulebook.rulebook.plan
        return {} unless plan.stops_on(plan.zone.date(at)).any? { _1.at == at }

        priorities = Store::State.by_round(at).where(message_id: states.map(&:message_id)).pluck(Arel.sql(Store::StateSQL::PRIORITY))
        return {} if priorities.empty?

        loud = %w[top high].filter_map { |priority| priorities.count(priority).then { |count| "#{count} #{priority}" if count.positive? } }
        time_format = Core::TimeFormat.new(Store::CurrentRulebook.rulebook.zone, now)
        late = (at < now - LATE_SECONDS) ? ", late" : ""
        {message: "#{Core::English.sentence(time_format.round(at))}#{late}: #{priorities.size} " \
          "#{(priorities.size == 1) ? "message" : "messages"}#{", #{loud.join(", ")}" if loud.any?}"}
      end
    end
  end
end
