# frozen_string_literal: true

module UpFront
  module Core
    module Facts
      # What a message is made of.
      module Contents
        # What machines and lists send asks nobody in particular.
        def self.asks?(message) = Transport.kind(message) == "person" && Asking.any?(message.body)

        FACTS = [
          Fact.new(name: "has_attachment", also: "file attached enclosure document", type: Types::Flag, columns: %i[has_attachment],
            label: "it has an attachment", denial: "it has no attachment") { _1.attachments.any? },
          Fact.new(name: "attachment_count", also: "how many files", type: Types::Number, columns: %i[attachment_count],
            label: "the number of attachments") { _1.attachments.size },
          Fact.new(name: "size", also: "large small big bytes length", type: Types::Number, columns: %i[size],
            label: "its size in bytes") { _1.size },
          Fact.new(name: "recipient_count", also: "how many people addressed", type: Types::Number, columns: %i[recipient_count],
            label: "the number of recipients") { (_1.to + _1.cc).map(&:key).uniq.size },
          Fact.new(name: "asks_something", also: "question request please asks me answer", type: Types::Flag, columns: %i[asks_something],
            label: "it asks something", denial: "it asks nothing") { asks?(_1) }
        ].freeze
      end
    end
  end
end
