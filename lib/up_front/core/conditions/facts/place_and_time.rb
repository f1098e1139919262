# frozen_string_literal: true

module UpFront
  module Core
    module Facts
      # Where a message lives and when it came.
      module PlaceAndTime
        FACTS = [
          Fact.new(name: "account", also: "which mail account", type: Types::Choice.new, columns: %i[account_key],
            label: "its account") { [_1.account.to_s] },
          Fact.new(name: "mailbox", also: "folder where it lies", type: Types::Choice.new, columns: %i[mailbox_key],
            label: "its mailbox") { [_1.mailbox.to_s] },
          Fact.new(name: "arrival", also: "time of day hours weekday weekend night when", type: Types::Span, columns: %i[arrived_at],
            label: "it arrived") { _1.arrived_at },
          Fact.new(name: "in_window", also: "window of the plan night", type: Types::Window, columns: %i[arrived_at],
            label: "its window") { _1.arrived_at },
          Fact.new(name: "sent_on", also: "date written", type: Types::Day, columns: %i[sent_at], label: "it was sent") { _1.date },
          Fact.new(name: "arrived_on", also: "date came", type: Types::Day, columns: %i[arrived_at], label: "it arrived") { _1.arrived_at }
        ].freeze
      end
    end
  end
end
