# frozen_string_literal: true

module UpFront
  module Desk
    # Pauses all rules for a while, or until they are resumed: what arrives meanwhile comes as the plan alone says. What is held
    # stays as it was decided.
    class PauseRules < ChangeRulebook
      MODEL = "Pauses" # of its undo step: the stretches before and after
      LONGEST = 31 * 86_400 # seconds; longer than that is a rule switched off

      # @param ending [Time, nil] @return [Done] @raise [Impossible]
      def call(ending)
        raise Impossible.new("Give a time to come, at most a month away.", pointer: "/until") if ending && !ending.between?(now + 1,
          now + LONGEST)

        transaction do
          others = Store::KeptPauses.all.map { running?(_1) ? _1.merge("to" => instant(now)) : _1 }
          row = Store::KeptPauses.put([*others, {"from" => instant(now), "to" => ending && instant(ending)}], now)
          tell("Paused all rules#{" until #{moment(ending)}" if ending}. What arrives comes as the plan alone says.", row)
        end
      end

      # @return [Done] @raise [Impossible]
      def resume
        transaction do
          raise Impossible.new("The rules are not paused.", status: 409) if Store::KeptPauses.all.none? { running?(_1) }

          row = Store::KeptPauses.put(Store::KeptPauses.all.map { running?(_1) ? _1.merge("to" => instant(now)) : _1 }, now)
          tell("The rules are read again. What came meanwhile stays as it came.", row)
        end
      end

      # For undoing, within its transaction. @param before [Hash] @param after [Hash] "stretches" of each
      # @return [Array<Core::Pauses>] as they were until now, and as they are now @raise [Impossible]
      def take_back(before, after)
        unless Store::KeptPauses.all == after["stretches"]
          raise Impossible.new("The rules were paused or resumed again since; undo that first.", status: 409)
        end

        Store::KeptPauses.put(before["stretches"], now)
        event("rules", revision: Store::CurrentRulebook.rulebook.revision)
        [after, before].map { Core::Pauses.new(_1["stretches"]) }
      end

      # What is held and arrived in a stretch that was none, or is none any more, is decided anew. @param pauses [Array<Core::Pauses>]
      def decide_anew(pauses)
        DecideAnew.new(clock).call { |arrived_at| pauses.map { _1.cover?(arrived_at) }.uniq.size > 1 }
      end

      private

      def running?(stretch) = Core::Pauses.new([stretch]).running(now)
      def instant(time) = time.getutc.iso8601(6)
      def moment(time) = Core::TimeFormat.new(Store::CurrentRulebook.rulebook.zone, now).moment(time)

      def tell(text, row)
        event("rules", revision: Store::CurrentRulebook.rulebook.revision)
        Done.new(message: text, undo_id: undo_step(text, MODEL => [row]))
      end
    end
  end
end
