# frozen_string_literal: true

module UpFront
  module Store
    # A message as it arrived: its facts as columns. Nothing here is ever updated.
    class Message < Record
      self.table_name = "messages"
      belongs_to :account
      has_one :claim, foreign_key: :message_id
      has_one :state, foreign_key: :message_id
      has_one :raw_message, foreign_key: :message_id

      scope :decided, -> { includes(:claim, :state).references(:claim, :state) }

      def readonly? = persisted?

      # As they may be shown: what came is in the columns, and the rules see that.
      def subject = Core::Visible.line(super)
      def sender_name = Core::Address.shown(super, sender_key.to_s)
      def excerpt = Core::Visible.line(super)

      # @return [Array<Core::Address>] @param role [String] from, sender, to, cc, reply_to
      def addresses(role) = people.fetch(role, []).map { Core::Address.new(_1["email"], _1["name"]) }

      # Many at once, without asking for each one's references. @return [Hash{Integer=>Core::Message}]
      def self.to_core(ids)
        references = MessageReference.where(message_id: ids).pluck(:message_id, :reference).group_by(&:first)
        where(id: ids).includes(:account).to_h { |row| [row.id, row.to_core(references: references.fetch(row.id, []).map(&:last))] }
      end

      MOST_TOGETHER = 500

      # The messages that References and In-Reply-To bind together with one (RFC 5322, section 3.6.4).
      # @return [Array<Integer>] itself among them
      def self.conversation(id)
        ids = [id]
        loop do
          named = where(id: ids).pluck(:message_id).compact + MessageReference.where(message_id: ids).pluck(:reference)
          found = (ids + where(message_id: named).ids + MessageReference.where(reference: named).pluck(:message_id))
            .uniq.first(MOST_TOGETHER)
          return ids if found.size == ids.size

          ids = found
        end
      end

      # @param since [Hash{Integer=>Time}] messages, each with a moment
      # @return [Hash{Integer=>Message}] of those that somebody else has answered after it, the newest answer
      def self.answers_since(since)
        keys = since.empty? ? {} : where(id: since.keys).where.not(message_id: nil).pluck(:message_id, :id).to_h
        return {} if keys.empty?

        named = MessageReference.where(reference: keys.keys).pluck(:message_id, :reference).group_by(&:first)
        answers = where(id: named.keys, from_me: false).select(:id, :sender_name, :sender_key, :arrived_at).order(:arrived_at)
        answers.each_with_object({}) do |answer, found|
          named[answer.id].each { |_, reference| keys[reference].then { |id| found[id] = answer if answer.arrived_at > since[id] } }
        end
      end

      # @param ids [Array<Integer>] @return [Hash{Integer=>Time}] when the owner first answered each, where they did (RFC 5322, 3.6.4)
      def self.first_answers(ids)
        mine = where(from_me: true).joins("JOIN message_references ON message_references.message_id = messages.id")
          .group("message_references.reference").minimum(:arrived_at)
        return {} if mine.empty?

        ids.each_slice(2_000).flat_map { |some| where(id: some).where.not(message_id: nil).pluck(:id, :message_id) }
          .filter_map { |id, key| [id, mine[key].to_time] if mine.key?(key) }.to_h
      end

      # @return [Core::Message] as the rules saw it when it came
      def to_core(references: MessageReference.where(message_id: id).pluck(:reference))
        Core::Message.new(
          message_id: message_id, subject: self[:subject], body: body, date: sent_at, arrived_at: arrived_at, account: account.name,
          mailbox: mailbox, headers: headers, size: size,
          from: addresses("from"), sender: addresses("sender").first, to: addresses("to"), cc: addresses("cc"),
          reply_to: addresses("reply_to"),
          attachments: attachments.map { Core::Attachment.new(**_1.transform_keys(&:to_sym)) }, calendar_method: calendar_method,
          references: references, first_contact: first_contact, reply_to_mine: reply_to_mine
        )
      end

      # @return [Array<Hash>] name, type, bytes, and the name as it may be shown
      def files = attachments.map { _1.merge("shown" => Core::Visible.file_name(_1["name"])) }

      # @return [String] the bytes as they came
      def raw = RawMessage.where(message_id: id).pick(:bytes)
    end
  end
end
