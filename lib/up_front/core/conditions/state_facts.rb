# frozen_string_literal: true

module UpFront
  module Core
    # The facts of state, which only views may ask about. A message is owed an answer by others ("awaiting reply")
    # where the owner sent it to somebody else and nobody else has written into it since; it is "answered" where the
    # owner has.
    module StateFacts
      FLAG_LABELS = {
        unread: ["it is unread", "it was read", "new unseen"], flagged: ["it is flagged", "it is not flagged", "flag marked"],
        on_front: ["it is on the Front", "it is not on the Front", "here now"], held: ["it is held", "it is not held", "waits round"],
        cleared: ["it was cleared", "it was not cleared", "done"],
        discarded: ["it was discarded", "it was not discarded", "thrown away bin"],
        keep_at_top: ["it is kept at top", "it is not kept at top", "first"],
        alerted: ["it alerted", "it did not alert", "tap chime call-out"],
        answered: ["I have answered it", "I have not answered it", "reply replied"],
        awaiting_reply: ["it waits for an answer from others", "it waits for no answer from others", "owed reply sent"],
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

      ARRIVED_IN = StateFact.new(name: "arrived_in", type: Types::Period, label: "it arrived",
        also: "today yesterday this last week month year calendar") { _1.arrived_at }

      ALL = [*FLAGS, PRIORITY, LABEL, INK, DECIDED_BY, ARRIVED, ARRIVED_IN].to_h { [_1.name, _1] }.freeze

      module_function

      def all = ALL

      # @return [StateFact, nil]
      def find(name) = ALL[name]
    end
  end
end
