# frozen_string_literal: true

module UpFront
  module Core
    module Facts
      # Where a message lives and when it came.
      module PlaceAndTime
        FACTS = [
          Fact.new(name: "account", type: Types::Choice.new, columns: %i[account_key], words: "its account") { [_1.account.to_s] },
          Fact.new(name: "mailbox", type: Types::Choice.new, columns: %i[mailbox_key], words: "its mailbox") { [_1.mailbox.to_s] },
          Fact.new(name: "arrival", type: Types::Span, columns: %i[arrived_at], words: "it arrived") { _1.arrived_at },
          Fact.new(name: "in_window", type: Types::Window, columns: %i[arrived_at], words: "its window") { _1.arrived_at },
          Fact.new(name: "sent_on", type: Types::Day, columns: %i[sent_at], words: "it was sent") { _1.date },
          Fact.new(name: "arrived_on", type: Types::Day, columns: %i[arrived_at], words: "it arrived") { _1.arrived_at }
        ].freeze
      end
    end
  end
end
