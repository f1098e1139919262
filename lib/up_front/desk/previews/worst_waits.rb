# frozen_string_literal: true

module UpFront
  module Desk
    # How long mail waits at most, by a plan that may be another at every asking. What the rules say of it is kept meanwhile.
    module WorstWaits
      LOCK = Mutex.new

      module_function

      # @param rulebook [Core::Rulebook] @param from [Date] @return [Array<Core::WaitsByPriority::Line>]
      def of(rulebook, from)
        waits = Core::WaitsByPriority.new(rulebook, from: from)
        stand = stand(rulebook, from)
        spoken = LOCK.synchronize { @spoken if @stand == stand }
        unless spoken
          spoken = waits.spoken
          LOCK.synchronize { @stand, @spoken = stand, spoken }
        end
        waits.lines(spoken)
      end

      # Where no rule asks in which window mail arrives, the plan's hours have no part in what is said of whom.
      def stand(rulebook, from)
        by_window = rulebook.rules.any? { |rule| [*rule.when.leaves, *rule.unless&.leaves].any? { _1.fact.name == "in_window" } }
        [from, rulebook.document.except("views", *(by_window ? [] : %w[plan]))]
      end
      private_class_method :stand
    end
  end
end
