# frozen_string_literal: true

module UpFront
  module Core
    module Facts
      # What a message says.
      module Texts
        EVERYONE = ->(message) { [*message.from, message.sender, *message.to, *message.cc, *message.reply_to].compact }
        PEOPLE_TEXTS = ->(message) { EVERYONE.call(message).flat_map { [_1.name, _1.email] }.compact.uniq }
        NAMES = ->(message) { message.attachments.map(&:name).compact }

        SUBJECT = Fact.new(name: "subject", also: "title heading about", type: Types::Text, columns: %i[subject],
          label: "the subject") { [_1.subject] }
        BODY = Fact.new(name: "body", also: "body content words message says", type: Types::Text, columns: %i[body],
          label: "the text") { [_1.body] }
        ATTACHMENT_NAME = Fact.new(name: "attachment_name", also: "file name document", type: Types::Text, columns: %i[attachment_names],
          label: "an attachment's name", &NAMES)
        # no fact of its own in rules
        PEOPLE = Fact.new(name: "people", type: Types::Text, columns: %i[people], label: "someone's name or address", &PEOPLE_TEXTS)

        FACTS = [
          SUBJECT, BODY, ATTACHMENT_NAME,
          Fact.new(name: "subject_or_body", also: "about content words says", type: Types::Text, columns: %i[subject body],
            parts: [SUBJECT, BODY], label: "the subject or text") { [_1.subject, _1.body] },
          Fact.new(name: "anywhere", also: "everything whole contains word", type: Types::Text,
            columns: %i[subject body people attachment_names], parts: [SUBJECT, BODY, PEOPLE, ATTACHMENT_NAME], label: "anything in it") do
            [_1.subject, _1.body, *PEOPLE_TEXTS.call(_1), *NAMES.call(_1)]
          end
        ].freeze
      end
    end
  end
end
