# frozen_string_literal: true

module UpFront
  module Store
    # The numbers on the badges of saved views, kept current. What counts for a view is asked of the database once, and
    # kept as a {Tally}; later only those messages are asked about to which something has
    # happened, by the events that tell of it, or whose moment has come.
    class BadgeCounts
      LOCK = Mutex.new
      MOST_TOUCHED = 5_000 # beyond that it is cheaper to ask anew
      TELLING = %w[arrived surfaced changed removed].freeze

      # @!attribute body [Hash] the view's @!attribute tally [Tally]
      Kept = Struct.new(:body, :tally)

      class << self
        # @param rulebook [Core::Rulebook] @param now [Time]
        # @return [Hash{Integer=>Integer}] the number on each view's badge, by the view's id; views without a badge are not in it
        def counts(rulebook, now)
          LOCK.synchronize do
            stand = [Connection.path, rulebook.revision]
            @current = new(stand) unless @current&.stand == stand && @current.at <= now
            @current.counts(rulebook, now)
          end
        end

        # For whoever takes changes back without an event (a test's transaction).
        def forget = LOCK.synchronize { @current = nil }
      end

      attr_reader :stand, :at

      def initialize(stand)
        @stand = stand
        @kept = {}
        @at = Time.at(0).utc
      end

      def counts(rulebook, now)
        views = rulebook.views.reject { _1.badge == "none" }
        upto = [Event.maximum(:id).to_i, Message.maximum(:id).to_i] # first: what happens from here on is gone through again the next time
        touched = @kept.empty? ? [] : touched(now, views)
        @kept, touched = {}, [] if touched.size > MOST_TOUCHED
        views.to_h { |view| [view.id, count(view, touched, now, rulebook)] }.tap { @at, @event, @message = now, *upto }
      end

      private

      def count(view, touched, now, rulebook)
        query = ViewQuery.new(view, now, rulebook.zone)
        kept = @kept[view.id]
        if kept.nil? || kept.body != view.to_h
          kept = @kept[view.id] = Kept.new(view.to_h, Tally.new(all(counted(view, query))))
        elsif touched.any?
          kept.tally.tell(touched, counted(view, query.few).where(message_id: touched).pluck(:message_id))
        end
        kept.tally.count
      end

      # In one row: half a hundred thousand numbers come over several times faster so than a row each.
      def all(states) = JSON.parse(states.pick(Arel.sql("json_group_array(states.message_id)")))

      def counted(view, query) = (view.badge == "unread") ? query.unread_states : query.states

      # @return [Array<Integer>] the messages that may count otherwise than the last time
      def touched(now, views)
        new_ids = Message.where("id > ?", @message).pluck(:id)
        answered = Message.where(message_id: MessageReference.where(message_id: new_ids).select(:reference)).pluck(:id)
        [told, new_ids, answered, Moments.come(@at, now), *aged(now, views)].flatten.uniq
      end

      def told = Event.where("id > ?", @event).where(kind: TELLING).pluck(:payload).flat_map { _1["ids"] || [] }

      # What has grown older than a view asks for, since.
      def aged(now, views)
        operands = views.flat_map { |view| view.when.leaves.map(&:operand) }
        [*operands.grep(Core::Types::Ago::Operand).map { |operand| between(operand.since(@at), operand.since(now)) },
          *operands.grep(Core::Types::Period::Operand).flat_map { |operand| turned(operand, now) }]
      end

      # What is, or was, in a stretch of the calendar that is another since.
      def turned(operand, now)
        before, after = operand.ranges(@at), operand.ranges(now)
        (before == after) ? [] : (before | after).map { |from, upto| between(from, upto) }
      end

      def between(from, upto) = Message.where("arrived_at >= ? AND arrived_at <= ?", from, upto).pluck(:id)
    end
  end
end
