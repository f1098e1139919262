# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Who wrote the messages of bursts of alerts, each of which is told as one: those that sounded just before it one by
      # one, the one that stands for it, and what has joined since. Asked for all that a page shows at once.
      class BurstSenders
        LOOKED_BACK = Core::AlertPace::BURST_SECONDS

        # @param heads [Array<Store::Alert>] that stand for bursts
        def initialize(heads)
          @heads = heads
          return if heads.empty?

          @joined = Store::Alert.where(burst_id: heads.map(&:id)).pluck(:burst_id, :message_id).group_by(&:first)
          @sounded_before = sounded_before
          messages = [*heads.map(&:message_id), *@joined.values.flatten(1).map(&:last), *@sounded_before.map(&:message_id)]
          @senders = Store::Message.where(id: messages).select(:id, :sender_name, :sender_key).to_h { [_1.id, _1.sender_name] }
        end

        # @param head [Store::Alert] one of them @return [Array<String>] names, one for each message
        def of(head)
          before = @sounded_before.select { _1.called_at > head.called_at - LOOKED_BACK && _1.id < head.id }.map(&:message_id)
          joined = @joined.fetch(head.id, []).map(&:last)
          [head.message_id, *before, *joined].uniq.map { @senders.fetch(_1) }
        end

        private

        def sounded_before
          first, last = @heads.map(&:called_at).minmax
          Store::Alert.where(silenced_by: [nil, "burst"], called_at: (first - LOOKED_BACK)..last).where.not(level: "call_out")
            .select(:id, :message_id, :called_at).to_a
        end
      end
    end
  end
end
