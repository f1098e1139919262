# frozen_string_literal: true

module UpFront
  module Core
    module Facts
      # Who a message is from and to.
      module People
        FACTS = [
          Fact.new(name: "from", also: "from who wrote writer author address", type: Types::People, columns: %i[from],
            label: "the sender") { _1.from },
          Fact.new(name: "to", also: "addressed to recipient", type: Types::People, columns: %i[to], label: "someone in To") { _1.to },
          Fact.new(name: "cc", also: "cc copy", type: Types::People, columns: %i[cc], label: "someone copied") { _1.cc },
          Fact.new(name: "recipients", also: "to cc addressed everyone", type: Types::People, columns: %i[to cc],
            label: "a recipient") { _1.to + _1.cc },
          Fact.new(name: "reply_to", also: "reply-to answer", type: Types::People, columns: %i[reply_to],
            label: "the reply address") { _1.reply_to }
        ].freeze
      end
    end
  end
end
