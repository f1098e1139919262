# frozen_string_literal: true

module UpFront
  module Service
    # What goes on by itself in the running server.
    module Work
      # @!attribute by_time [Boolean] time alone may bring something to do; else only what was committed, and what the part commits
      #   itself, so that it goes on until nothing is left
      # @!attribute seldom [Integer, nil] seconds until it is done again at the earliest
      # @!attribute after [Integer, nil] seconds until it is done first, so that it does not make the start longer
      Part = Struct.new(:name, :by_time, :seldom, :after, :step, keyword_init: true)

      SELDOM_SECONDS = 2 # nobody's meeting moves by the second
      UPKEEP = {seldom: 600, after: 15}.freeze # seconds

      module_function

      # What the person hears of.
      def announcing(clock)
        [by_time("announcing") { Desk::Announce.new(clock).call }, by_time("tasks") {
          Desk::TasksCome.new(clock).call
        }, by_time("calling again") {
             Desk::CallAgain.new(clock).call
           },
          by_time("calling for views") { Desk::CallReviews.new(clock).call }]
      end

      # What goes out, which waits for servers elsewhere.
      # @param stand_in [Array(String, Integer), nil] see {Post::OneClick}
      def outgoing(clock, stand_in: nil)
        sending = Desk::SendDue.new(clock)
        asking = Desk::AskDue.new(clock, stand_in: stand_in)
        [by_time("the away notice") { Desk::GiveAway.new(clock).over },
          by_time("what is asked to stop") { asking.call },
          by_news("what rules send") { Desk::SendByRules.new(clock).call }, by_time("the outbox") { sending.call }]
      end

      # What others publish, which waits for their machines.
      def following(clock)
        houses = Desk::LookAtHouses.new(clock)
        [by_time("the house rules", seldom: SELDOM_SECONDS) { houses.call }]
      end

      # What may take longer, and nobody waits for.
      def beside(clock)
        [
          by_news("an act on many messages") { Desk::DoLarge.new(clock).next },
          by_news("mail that goes with its mailbox") { Desk::RemoveSource.new(clock).next },
          by_news("the index of words") { Store::SearchIndex.step },
          by_news("safe HTML") { Desk::MakeSafe.new(clock).call },
          by_news("threads") { Desk::FindThreads.new(clock).call },
          by_time("statistics", **UPKEEP) { Store::Database.analyse },
          by_time("the figures", **UPKEEP) { Desk::KeepFigures.new(clock).call },
          by_time("the history", **UPKEEP) { Desk::PruneHistory.new(clock).call },
          by_time("the calendar", seldom: SELDOM_SECONDS) { Desk::FollowCalendar.new(clock).refresh },
          by_time("discarded mail", seldom: SELDOM_SECONDS) { Desk::EmptyDiscarded.new(clock).due }
        ]
      end

      def by_time(name, seldom: nil, after: nil, &step) = Part.new(name: name, by_time: true, seldom: seldom, after: after, step: step)
      def by_news(name, &step) = Part.new(name: name, by_time: false, step: step)
      private_class_method :by_time, :by_news
    end
  end
end
