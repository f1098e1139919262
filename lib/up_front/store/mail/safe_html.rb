# frozen_string_literal: true

module UpFront
  module Store
    # The safe form of a message's HTML, as it was made once. A message up to {upto} without one has no HTML that can be shown.
    class SafeHTML < Record
      self.table_name = "safe_htmls"
      self.primary_key = "message_id"
      belongs_to :message

      KEY = "safe_html_upto"
      DECLARED = /html|multipart/i

      class << self
        # @return [Integer] the last message that was looked at
        def upto = Setting[KEY].to_i

        # @param most [Integer] @return [Array<Integer>] the next messages to look at
        def waiting(most) = Message.where("id > ?", upto).order(:id).limit(most).ids

        # @return [String, nil] the message's bytes, where it may hold HTML
        def bytes(id)
          headers, rough = Message.where(id: id).pick(:headers, :rough)
          RawMessage.where(message_id: id).pick(:bytes) if headers && !rough && declared?(headers)
        end

        # @param headers [Hash{String=>Array<String>}]
        def declared?(headers) = headers.fetch("content-type", []).first.to_s.match?(DECLARED)

        # @param made [Hash{Integer=>Array(String, Boolean), nil}] by message, in their order
        def keep(made)
          rows = made.compact.slice(*Message.where(id: made.keys).ids) # one may have been removed for good meanwhile
          insert_all(rows.map { |id, (html, left_out)| {message_id: id, html: html, left_out: left_out} }) if rows.any?
          Setting[KEY] = made.keys.last
        end
      end
    end
  end
end
