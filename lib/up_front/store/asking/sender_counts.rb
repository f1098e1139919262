# frozen_string_literal: true

module UpFront
  module Store
    # Who has written, with how many messages: gone through once, and later only what has come since.
    class SenderCounts
      LOCK = Mutex.new

      # @!attribute key [String] the address @!attribute name [String] as last shown @!attribute count [Integer]
      Sender = Struct.new(:key, :name, :count)

      class << self
        # @param typed [String] folded @return [Array<Sender>] whose name or address has a word that begins so, the busiest first
        def like(typed, most)
          all.select { |sender| words(sender).any? { _1.start_with?(typed) } }.max_by(most, &:count)
        end

        def forget = LOCK.synchronize { @path = nil }

        private

        def all
          LOCK.synchronize do
            @path, @known, @words, @upto = Connection.path, {}, {}, 0 unless @path == Connection.path
            upto = Message.maximum(:id).to_i
            rows = Message.where("id > ? AND id <= ?", @upto, upto).where.not(sender_key: nil).group(:sender_key)
              .pluck(:sender_key, Arel.sql("max(sender_name)"), Arel.sql("count(*)"))
            rows.each { |key, name, count| @known[key] = Sender.new(key, Core::Address.shown(name, key), count + (@known[key]&.count || 0)) }
            @upto = upto
            @known.values
          end
        end

        def words(sender) = @words[sender.key] ||= [sender.key, *Core::Text.fold("#{sender.name} #{sender.key}").scan(/[\p{L}\p{Nd}]+/)]
      end
    end
  end
end
