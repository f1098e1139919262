# frozen_string_literal: true

module UpFront
  module Core
    # The facts of state, which only views may ask about. A message waits for an answer from others ("awaiting reply") where the person
    # said so and none has come; it is "sent and unanswered" where the owner sent it to somebody else and nobody else has written into it
    # since; it is "answered" where the owner has, and waits for the owner's answer where it asks them something and they have not.
    module StateFacts
      FLAG_LABELS = {
        unread: ["it is unread", "it was read", "new unseen"], flagged: ["it is flagged", "it is not flagged", "flag marked"],
        on_front: ["it is on the Front", "it is not on the Front", "here now"], held: ["it is held", "it is not held", "waits round"],
        cleared: ["it was cleared", "it was not cleared", "done"],
        discarded: ["it was discarded", "it was not discarded", "thrown away bin"],
        keep_at_top: ["it is kept at top", "it is not kept at top", "first"],
        alerted: ["it alerted", "it did not alert", "tap chime call-out"],
        answered: ["I have answered it", "I have not answered it", "reply replied"],
        awaiting_reply: ["it waits for an answer from others", "it waits for no answer from others", "awaited owed reply sent expect"],
        answer_overdue: ["the answer to it is overdue", "no answer to it is overdue", "late awaited reply"],
        sent_unanswered: ["I sent it and nobody has answered", "somebody has answered it or I did not send it", "sent no reply"],
        awaits_mine: ["it waits for my answer", "it does not wait for my answer", "asks me owe reply unanswered question"],
        has_task: ["there is something to do for it", "there is nothing to do for it", "task to do today"],
        follow_up_due: ["its follow-up is due", "its follow-up is not due", "remind task"]
      }.freeze

      FLAGS = FLAG_LABELS.map { |name, (label, denial, also)|
        StateFact.new(name: name.to_s, type: Types::Flag, label: label, denial: denial, also: also) { _1.public_send(:"#{name}?") }
      }
      PRIORITY = StateFact.new(name: "priority", type: Types::Priority, label: "its priority",
        also: "important urgent top high low") { _1.priority }
      LABEL = StateFact.new(name: "label", type: Types::Named.new(:labels), label: "its label", also: "labelled word") { _1.labels }
      INK = StateFact.new(name: "ink", type: Types::Named.new(:inks), label: "its ink", also: "highlighted colour") { [_1.ink].compact }
      DECIDED_BY = StateFact.new(name: "decided_by", type: Types::Choice.new, label: "a rule that matched it",
        also: "decided by which rule matched") { _1.decided_by }
      ARRIVED = StateFact.new(name: "arrived", type: Types::Ago, label: "it arrived",
        also: "recent old last days hours since") { _1.arrived_at }

      AWAITS_MINE_SINCE = StateFact.new(name: "awaits_mine_since", type: Types::Ago, label: "it began to wait for my answer",
        also: "how long owed reply unanswered days") { _1.awaits_mine_since }

      ARRIVED_IN = StateFact.new(name: "arrived_in", type: Types::Period, label: "it arrived",
        also: "today yesterday this last week month year calendar") { _1.arrived_at }

      ALL = [*FLAGS, PRIORITY, LABEL, INK, DECIDED_BY, ARRIVED, AWAITS_MINE_SINCE, ARRIVED_IN].to_h { [_1.name, _1] }.freeze

      module_function

      def all = ALL

      # @return [StateFact, nil]
      def find(name) = ALL[name]
    end
  end
end
