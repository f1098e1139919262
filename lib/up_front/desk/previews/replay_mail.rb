# frozen_string_literal: true

module UpFront
  module Desk
    # The person's own mail of some days decided by two rulebooks: their figures, what differs and by which rule, and what the person really
    # did with it. Nothing is changed by asking.
    class ReplayMail
      SOON = Core::Habits::AT_ONCE # seconds: opening or answering within them says that it was wanted at once
      WAITS = 60 # seconds; less is no waiting
      MOST_SHOWN = 30 # messages of one kind of difference

      # @!attribute kind [String] sooner, later, comes, no_more, or a topic @!attribute rule [String, nil] by which; nil: by the plan
      # @!attribute count [Integer] @!attribute places [Array<Integer>] the newest of them
      Group = Struct.new(:kind, :rule, :count, :shown, keyword_init: true)
      Shown = Struct.new(:id, :a, :b)
      # @!attribute waits [Judged] opened or answered soon after it came in, and would wait by the other
      # @!attribute vain [Judged] alerted or came straight in by the first, was never opened, and would wait by the other
      Judgement = Struct.new(:known, :waits, :vain, keyword_init: true)
      # @!attribute count [Integer] @!attribute shown [Array<Shown>] the newest of them, the newest first
      Judged = Struct.new(:count, :shown) do
        def <<(shown)
          self.count += 1
          self.shown = [shown, *self.shown].first(MOST_SHOWN)
        end
      end

      # Nobody waits for the answer any more.
      class NotWanted < StandardError; end

      LEVELS = Core::Priority::LEVELS
      PART = 5_000 # messages that are decided together
      ASKS = 200 # messages, after which it is asked whether the answer is still wanted

      attr_reader :replay, :zone

      # @param books [Array(Core::Rulebook, Core::Rulebook)] @param days [Integer, nil] how far back; all mail where nil
      # @param wanted [#call] whether the answer is still waited for @param part [Integer] messages that are decided together
      # @raise [NotWanted]
      def initialize(rulebook, books, now, days:, wanted: -> { true }, part: PART)
        @wanted = wanted
        @part = part
        @books = books
        @zone = rulebook.zone
        @now = now
        @match_index = (days && days <= Store::MatchIndex::DAYS - 1) ? Store::MatchIndex.at(now) : Store::MatchIndex.whole
        @within = days ? @match_index.days_bits(days, zone, now) : @match_index.everything
        @dry_runs = books.map { Core::DryRun.new(_1.rules, _1.zone, Core::Moments.new(_1.plan)) }
        @replay = Core::Replay.new(*books)
        @groups = Hash.new { |groups, key| groups[key] = Group.new(kind: key[0], rule: key[1], count: 0, shown: []) }
        @judgement = Judgement.new(known: 0, waits: Judged.new(0, []), vain: Judged.new(0, []))
        go_through
      end

      # @return [Array<Group>] the largest first
      def groups = @groups.values.sort_by { [-_1.count, _1.kind, _1.rule.to_s] }

      # @return [String, nil] of a rule of the office by either rulebook: who published it, how firm
      def house(name) = @books.reverse.filter_map { _1.by_name[name]&.house&.said }.first

      # @return [Judgement]
      attr_reader :judgement

      # @param date [Date] @return [Array<Array<Array(Integer, String)>>] of each rulebook, minute of the local day and priority of what
      #   surfaces
      def played(date)
        (@played_on[date] || [[], []]).map { |marks| marks.map { |mark| [mark / LEVELS.size, LEVELS[mark % LEVELS.size]] } }
      end

      # @return [Array<Date>] days on which anything surfaces by one of them, the newest last
      def dates = @played_on.keys.sort

      private

      # Part by part, so that much mail takes no more memory than little.
      def go_through
        @played_on = {}
        matches = @books.map { |book| matches_of(book) }
        (0...@match_index.size).step(@part) do |from|
          cut = ->(bits) { @match_index.places_of((bits >> from) & ((1 << @part) - 1)).map { from + _1 } }
          places = cut.call(@within)
          decide(places, matches.map { |of_rules| fitting(of_rules, cut) }, what_was_done(places))
        end
      end

      # @return [Array<Array(Integer, Integer)>] place of each enabled rule, and bits of the messages for which it holds
      def matches_of(book)
        book.rules.each_with_index.filter_map do |rule, place|
          still_wanted!
          [place, @match_index.matches(rule, book.context) & @within] if rule.enabled
        end
      end

      # @return [Hash{Integer=>Array<Integer>}] by place of the message, the places of the rules that hold for it
      def fitting(matches, cut)
        matches.each_with_object({}) { |(rule, bits), fits| cut.call(bits).each { |place| (fits[place] ||= []) << rule } }
      end

      def decide(places, fits, done)
        places.each_with_index do |place, count|
          still_wanted! if (count % ASKS).zero?
          arrival = @match_index.arrivals[place]
          rules = fits.map { _1[place] || [] }
          a, b = rules.zip(@dry_runs).map { |some, dry_run| dry_run.claim(some, arrival) }
          difference = @replay.add(a, b)
          play(a, b)
          judge(place, a, b, done[@match_index.ids[place]])
          tell(place, difference, rules, arrival) if difference
        end
      end

      def still_wanted! = @wanted.call || raise(NotWanted)

      def play(*claims)
        claims.each_with_index do |claim, side|
          next unless claim.surface_at && claim.surface_at <= @now

          on = (@played_on[zone.date(claim.surface_at)] ||= [[], []])
          on[side] << zone.minutes(claim.surface_at) * LEVELS.size + Core::Priority.rank(claim.priority)
        end
      end

      def tell(place, difference, rules, arrival)
        kinds(difference).each do |kind, topic|
          group = @groups[[kind, (topic == "proposals") ? asking(difference) : rule(topic, rules, arrival)]]
          group.count += 1
          group.shown = [Shown.new(@match_index.ids[place], difference.a, difference.b), *group.shown].first(MOST_SHOWN)
        end
      end

      # @return [String] the rule that asks by one of them, and not by the other
      def asking(difference)
        one, other = [difference.b, difference.a].map { |claim| claim.proposals.map { _1["rule"] } }
        [*(one - other), *(other - one), *one].first
      end

      # @return [Array<Array(String, String)>] kind and topic
      def kinds(difference)
        moment = timing(difference.a.surface_at, difference.b.surface_at)
        difference.topics.map { |topic| [(topic == "timing") ? moment : topic, topic] }
      end

      def timing(one, other)
        return "comes" if one.nil? && other
        return "no_more" if other.nil?

        (other < one) ? "sooner" : "later"
      end

      # @return [String, nil] the rule that speaks on the topic by the second rulebook, else by the first; nil where it is the plan
      def rule(topic, rules, arrival)
        topics = (topic == "timing") ? %w[discard timing] : [topic]
        [1, 0].each do |side|
          verdict = @dry_runs[side].evaluate(rules[side], arrival).verdict
          topics.each { |each| (decided = verdict.decided_by(each)) && (return decided.name) }
          adding = rules[side].map { @books[side].rules[_1] }.find { _1.effects.said.key?(topic) }
          return adding.name if adding
        end
        nil
      end

      Done = Struct.new(:came, :opened, :answered, :unread)
      private_constant :Done

      # @return [Hash{Integer=>Done}] when each message came in, was opened and was answered, where that is known
      def what_was_done(places)
        ids = places.map { @match_index.ids[_1] }
        done = {}
        ids.each_slice(2_000) do |some|
          Store::State.where(message_id: some).where.not(came: "history").pluck(:message_id, :surface_at, :opened_at, :unread)
            .each { |id, came, opened, unread| done[id] = Done.new(came&.to_time, opened&.to_time, nil, unread) }
          Store::Alert.where(message_id: some).where.not(opened_at: nil).pluck(:message_id, :opened_at)
            .each { |id, at| done[id].opened ||= at.to_time if done.key?(id) }
        end
        Store::Message.first_answers(done.keys).each { |id, at| done[id].answered = at }
        done
      end

      def judge(place, a, b, done)
        return unless done&.came && done.came <= @now

        id = @match_index.ids[place]
        reacted = [done.opened, done.answered].compact.min
        @judgement.known += 1 if reacted || !done.unread
        if reacted && reacted - done.came <= SOON && b.surface_at != a.surface_at && (b.surface_at.nil? || b.surface_at > reacted + WAITS)
          @judgement.waits << Shown.new(id, a, b)
        elsif done.unread && done.opened.nil? && done.answered.nil? && interrupts?(a) && !interrupts?(b)
          @judgement.vain << Shown.new(id, a, b)
        end
      end

      def interrupts?(claim) = !claim.surface_at.nil? && (claim.surface_at == claim.arrived_at || !claim.alert.nil?)
    end
  end
end
