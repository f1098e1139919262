# frozen_string_literal: true

module UpFront
  module Store
    # Those of whom mail has come: who is called so.
    module KnownPeople
      MOST = 6 # one person writes from a few addresses; a name that more have is none to go by

      module_function

      # @param name [String] whole, in any case and with or without marks
      # @return [Array<String>] the addresses that have written under that name; none where it is too many's
      def called(name)
        folded = Core::Text.sort_key(name)
        return [] if folded.size < 2

        keys = Message.where(sender_folded: folded).where.not(sender_key: nil).group(:sender_key).order(Arel.sql("count(*) DESC"))
          .limit(MOST + 1).pluck(:sender_key)
        (keys.size > MOST) ? [] : keys
      end

      MOST_NEAR = 500

      # @param person [Core::Address]
      # @return [Array<String>] addresses that are known of the same domain, or of the same name before the sign; itself where it is known
      def near(person)
        return [] unless person.domain

        local, domain = [person.local, person.domain].map { Message.sanitize_sql_like(_1) }
        among = Message.where("sender_key LIKE ? OR sender_key LIKE ?", "%@#{domain}", "#{local}@%").distinct.limit(MOST_NEAR)
        among.pluck(:sender_key) + MessagePerson.where(key: person.key).limit(1).pluck(:key)
      end

      # @return [Hash{String=>String}] for each of these addresses that mail has come from, the name that it came under last
      def names(keys)
        Message.where(sender_key: keys).order(:id).pluck(:sender_key, :sender_name).to_h
      end
    end
  end
end
