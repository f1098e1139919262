# frozen_string_literal: true

module UpFront
  module Store
    # What each message did to the day, in narrow rows beside the messages: whom it is from, when it first came and how, when it was first
    # opened, when it was answered, how often it was put off. Rows are entered as mail is taken in; triggers on states and claims keep them.
    # Times are whole seconds since 1970 (UTC).
    #
    # - `comes_at`: when it first came to the Front, or will; nil for what never does, and for what is no arrival (history, Sent)
    # - `way`: straight (in), round, time (a rule's, a window's or heads-down's end), hand (let in, put off before it came)
    # - `read`: it was opened, or marked read by anything but a rule
    # - `answered_at`: when the owner first wrote into it (RFC 5322, section 3.6.4)
    module Traffic
      WAY = 1 # of filling; turned when rows are to be made anew
      KEY = "traffic_way"
      FILLING = "traffic_filling" # while it stands, no trigger tells of what is touched

      SENDER = PreparedStatement.new(<<~SQL)
        INSERT INTO senders (key, domain, name, first_at, last_at) VALUES (?, ?, ?, ?, ?)
        ON CONFLICT (key) DO UPDATE SET name = CASE WHEN excluded.last_at >= last_at AND excluded.name <> '' THEN excluded.name ELSE name END,
        first_at = min(first_at, excluded.first_at), last_at = max(last_at, excluded.last_at) RETURNING id
      SQL
      ROW = PreparedInsert.new("traffic", *%i[message_id sender_id list arrived_at mine kind size unsubscribe answered_at])
      FIRST_ANSWER = PreparedQuery.new("SELECT min(unixepoch(own.arrived_at)) FROM message_references JOIN messages own " \
        "ON own.id = message_references.message_id AND own.from_me WHERE message_references.reference = ?")
      ANSWERED = PreparedStatement.new("UPDATE traffic SET answered_at = min(ifnull(answered_at, ?1), ?1) WHERE NOT mine " \
        "AND message_id IN (SELECT id FROM messages WHERE message_id = ?2)")

      module_function

      # To be called in the transaction that writes the message, before its claim and state. @param mine [Boolean]
      def enter(id, message, kind:, mine:, unsubscribe:)
        arrived = message.arrived_at.to_i
        ROW.call(message_id: id, sender_id: sender(message.from.first, arrived), list: Core::MailingList.of(message)&.id,
          arrived_at: arrived, mine: mine, kind: kind, size: message.size, unsubscribe: unsubscribe,
          answered_at: mine ? nil : first_answer(message.message_id))
        message.references.each { ANSWERED.call([arrived, _1]) } if mine
      end

      # Fills it for the mail that is here already, when the database is opened. @return [Boolean] whether anything had to be done
      def ensure!
        return false if Setting[KEY].to_i == WAY

        Record.transaction { Record.with_connection { fill(_1) } }
        true
      end

      # Who the owner is has changed: whose mail each is, and what was answered when.
      def tell_own_anew
        Record.with_connection do |here|
          here.execute("UPDATE traffic SET mine = (SELECT from_me FROM messages WHERE id = traffic.message_id)")
          answers(here)
        end
      end

      # To be called around the removal of messages, which may be answers. @param ids [Array<Integer>] of those that go @yield removes them
      def without(ids)
        asked = Message.where(message_id: MessageReference.where(message_id: Message.where(id: ids, from_me: true).select(:id))
          .select(:reference)).ids
        count_away(ids)
        yield
        Record.with_connection { answers(_1, "message_id IN (#{asked.join(", ")})") } if asked.any?
      end

      # What a rule had discarded of a sender's mail stays counted when it is removed for good.
      def count_away(ids)
        Record.with_connection do |here|
          here.execute("UPDATE senders SET removed = removed + away.n FROM (SELECT sender_id, count(*) AS n FROM traffic JOIN claims " \
            "ON claims.message_id = traffic.message_id AND claims.discard WHERE traffic.message_id IN (#{ids.join(", ")}) " \
            "GROUP BY sender_id) away WHERE senders.id = away.sender_id")
        end
      end

      def sender(address, arrived)
        return unless address

        SENDER.call([address.key, address.domain.to_s, address.name.to_s[0, MOST_NAME], arrived, arrived]).dig(0, 0)
      end

      MOST_NAME = 200 # letters that are shown of one

      def first_answer(message_id) = message_id && FIRST_ANSWER.call(message_id)

      def fill(here)
        Setting[FILLING] = true
        here.execute("DELETE FROM traffic")
        senders(here)
        here.execute(<<~SQL)
          INSERT INTO traffic (message_id, sender_id, list, arrived_at, mine, kind, size, unsubscribe, comes_at, way, put_offs)
          SELECT messages.id, senders.id, list_id(CASE WHEN to_list THEN headers END), unixepoch(messages.arrived_at), from_me, kind, size,
          has_unsubscribe, #{HAD_COME}, CASE WHEN #{HAD_COME} IS NULL THEN NULL WHEN NOT claims.held THEN 'straight'
          WHEN claims.round IS NOT NULL THEN 'round' ELSE 'time' END, ifnull(states.put_off_at IS NOT NULL, 0)
          FROM messages LEFT JOIN senders ON senders.key = messages.sender_key LEFT JOIN claims ON claims.message_id = messages.id
          LEFT JOIN states ON states.message_id = messages.id
        SQL
        here.execute("UPDATE states SET surface_at = surface_at") # the triggers do the rest
        answers(here)
        Setting[FILLING] = nil
        touch_all(here)
        Setting[KEY] = WAY
      end

      def touch_all(here)
        here.execute("UPDATE senders SET touched = (SELECT max(touched) + 1 FROM senders)")
        days = %w[arrived_at comes_at answered_at].map {
          "SELECT #{_1} / 86400 AS day FROM traffic WHERE #{_1} IS NOT NULL"
        }.join(" UNION ")
        here.execute("INSERT INTO traffic_days (day, touched) SELECT day, (SELECT ifnull(max(touched), 0) + 1 FROM traffic_days) " \
          "FROM (#{days}) WHERE true ON CONFLICT (day) DO UPDATE SET touched = excluded.touched")
      end

      # What had come by its claim before it was put off or brought in again.
      HAD_COME = "CASE WHEN states.came = 'arrived' AND claims.surface_at <= max(ifnull(states.put_off_at, ''), " \
        "ifnull(states.let_in_at, '')) THEN unixepoch(claims.surface_at) END"

      def senders(here)
        said = "SELECT sender_key, first_value(people ->> '$.from[0].name') OVER (PARTITION BY sender_key ORDER BY arrived_at DESC)"
        whom = "FROM messages WHERE sender_key IS NOT NULL"
        names = here.select_rows("SELECT DISTINCT * FROM (#{said} #{whom})").to_h
        rows = here.select_rows("SELECT sender_key, min(unixepoch(arrived_at)), max(unixepoch(arrived_at)) #{whom} GROUP BY sender_key")
        rows.each do |key, first, last|
          SENDER.call([key, Core::Address.new(key).domain.to_s, names[key].to_s[0, MOST_NAME], first, last])
        end
      end

      def answers(here, which = "1")
        here.execute(<<~SQL)
          UPDATE traffic SET answered_at = (SELECT min(unixepoch(own.arrived_at)) FROM messages asked JOIN message_references
          ON message_references.reference = asked.message_id JOIN messages own ON own.id = message_references.message_id AND own.from_me
          WHERE asked.id = traffic.message_id) WHERE NOT mine AND #{which}
        SQL
        here.execute("UPDATE traffic SET answered_at = NULL WHERE mine AND #{which}")
      end
      private_class_method :count_away, :sender, :first_answer, :fill, :touch_all, :senders, :answers
    end
  end
end
