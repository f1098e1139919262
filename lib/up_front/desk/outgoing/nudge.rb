# frozen_string_literal: true

module UpFront
  module Desk
    # Asks again, politely: an answer to what one sent oneself, to those who were asked, begun with the person's own template “Nudge”, or
    # with ours. It is looked at before it goes, and goes through the outbox like any other.
    class Nudge < Act
      TEMPLATE = "Nudge"
      TEXT = "Dear {first_name},\n\nmay I come back to this? {asked}\n\nI would be glad of an answer.\n\nKind regards\n{me}"
      SEVERAL = "all"

      # @param id [Integer] of {Store::Awaited} @return [Done] with the draft as result @raise [Impossible]
      def call(id)
        transaction do
          row = Store::Awaited.open.find_by(id: id) or raise Impossible.gone("expectation")
          raise Impossible.new("Its copy in Sent is not here yet; try again when it is.", status: 409) unless row.message_id

          draft = ChangeDraft.new(clock).begin("nudge", id: row.message_id).result
          draft.update!(body: draft.body.merge("to" => people(draft, row), "cc" => [], "text" => "#{text(row)}\n#{draft.body["text"]}",
            "expect" => due_at))
          Done.new(message: "Begun.", result: draft)
        end
      end

      private

      def due_at = Expect.due_at({"working_days" => Expect::SOON_WORKING_DAYS}, now).iso8601

      # Those of the message's own recipients who are awaited.
      def people(draft, row)
        keys = row.from.map(&:key)
        own = draft.message.addresses("to").select { keys.include?(_1.key) }
        (own.any? ? own : row.from).map { |person| person.name ? "#{person.name} <#{person.email}>" : person.email }
      end

      def text(row)
        own = TemplateValues.template(TEMPLATE)
        first = row.from.one? ? row.from.first : nil
        values = TemplateValues.of(first, row.subject, now)
        values["first_name"] ||= first ? "colleague" : SEVERAL
        values["asked"] = row.asked.empty? ? "I had written to you about “#{row.subject}”." : "I had asked: “#{row.asked}”"
        Core::Template.new(own ? own["text"] : TEXT).fill(values)
      end
    end
  end
end
