# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # A message in a preview of other rules, with what of its claim would be otherwise.
      module PreviewRow
        module_function

        # @return [Hash{Integer=>Store::Message}] with what a row shows
        def messages(ids) = Store::Message.where(id: ids).select(:id, :sender_name, :sender_key, :subject).index_by(&:id)

        # @param different [Array<Array(Desk::RulesPreview::Item, Core::ClaimDifference)>] @return [Array<Hash>]
        def all(different, time_format)
          messages = messages(different.map { _1.first.id })
          different.map { |item, difference| of(messages.fetch(item.id), item, difference, time_format) }
        end

        # @param item [Desk::RulesPreview::Item] @param difference [Core::ClaimDifference]
        # @param reason [String, nil] why the rule says less here than it could
        def of(message, item, difference, time_format, matched: true, reason: nil)
          {id: item.id, sender: message.sender_name, subject: message.subject, when: time_format.moment(item.arrived_at),
           matched: matched, changes: difference.changes.map(&:to_h), reason: reason}
        end
      end
    end
  end
end
