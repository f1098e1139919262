# frozen_string_literal: true

module UpFront
  module Desk
    # Tells of a message that breaks a promise as it arrives, with how. To be called in the transaction that takes it in.
    class PromiseWatch < Act
      MOST = 200 # alerts of a day that are looked at

      # @param rulebook [Core::Rulebook] @param reading [Core::Reading] of the message @param id [Integer] @param claim [Core::Claim]
      def call(rulebook, reading, id, claim)
        broken = Core::BrokenPromises.of(rulebook, reading, claim) + too_many(rulebook, reading, claim)
        broken.each do |promise, said|
          event("promise_broken", id: id, name: promise.name, path: "/front/#{id}", label: "See why",
            message: "The promise “#{promise.name}” is broken: of “#{about(reading.message)}”, #{said}.")
        end
      end

      private

      LONGEST = 80 # characters of a subject

      def about(message)
        subject = message.subject.strip
        subject = message.from.first&.shown.to_s if subject.empty?
        Core::Visible.line((subject.size > LONGEST) ? "#{subject[0, LONGEST - 1]}…" : subject)
      end

      # Of so many alerts a day, the first that is one too many.
      def too_many(rulebook, reading, claim)
        return [] unless claim.alert && claim.surface_at

        promises = rulebook.promises.select { _1.kind == "alerts_a_day" && _1.about?(reading, rulebook.plan) }
        return [] if promises.empty?

        messages = alerted(rulebook.zone, rulebook.zone.date(claim.surface_at)).map { Core::Reading.new(_1) }
        promises.filter_map do |promise|
          count = messages.count { promise.about?(_1, rulebook.plan) }
          [promise, "it raises alert #{count} of that day"] if count == promise.bound + 1
        end
      end

      # @return [Array<Core::Message>] whose alert is raised on that day, this one among them
      def alerted(zone, date)
        day = zone.instant(date, 0)...zone.instant(date + 1, 0)
        ids = Store::Claim.joins("JOIN states ON states.message_id = claims.message_id").where(states: {came: "arrived"}, surface_at: day)
          .where.not(alert: nil).limit(MOST).pluck(:message_id)
        Store::Message.to_core(ids).values
      end
    end
  end
end
