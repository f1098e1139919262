# frozen_string_literal: true

module UpFront
  module Desk
    # Asks senders to send no more, in the ways that their own headers offer: by one POST (RFC 8058), else by a message through the outbox
    # (RFC 2369). Nothing goes to any address of a text, and a web page is only told.
    class AskToStop < Act
      MODEL = "Unsubscribing" # of the undo step
      MOST = 200 # at once

      # How one would be asked. @!attribute by [String] address or list @!attribute key [String] @!attribute name [String]
      # @!attribute message [Store::Message, nil] by whose headers @!attribute way [Core::Unsubscribe::Way, nil]
      # @!attribute reason [String, nil] why it cannot be done here
      Asked = Struct.new(:by, :key, :name, :message, :way, :reason, keyword_init: true)

      class << self
        # @param by ["address", "domain", "list"] a domain stands for all who write from it and offer a way
        # @param keys [Array<String>] @return [Array<Asked>]
        def ways(by, keys, now)
          senders = newest(by, keys)
          raise Act::Impossible, "Those are #{senders.size} senders; #{MOST} are asked at once. Narrow them first." if senders.size > MOST

          senders.map do |key, name, id|
            message = id && Store::Message.find(id)
            way = message && Core::Unsubscribe.of(message.to_core)
            Asked.new(by: (by == "list") ? "list" : "address", key: key, name: name, message: message, way: way,
              reason: reason(by, key, message, way, now))
          end
        end

        private

        # @return [Array<Array(String, String, Integer)>] key, name, and their newest message that offers a way
        def newest(by, keys)
          quoted = Store::Record.with_connection { |here| keys.map { here.quote(_1) }.join(", ") }
          return lists(quoted) if by == "list"

          # Of a domain those who offer one; of those who were named themselves, each.
          which = (by == "domain") ? "senders.domain IN (#{quoted}) AND traffic.unsubscribe" : "senders.key IN (#{quoted})"
          read("SELECT senders.key, senders.name, max(CASE WHEN unsubscribe THEN message_id END) FROM traffic " \
            "JOIN senders ON senders.id = sender_id WHERE #{which} AND NOT mine GROUP BY senders.id ORDER BY senders.key")
            .map { |key, name, id|
            [key, Core::Address.shown(name, key), id]
          }
        end

        def lists(quoted)
          read("SELECT list, list, max(CASE WHEN unsubscribe THEN message_id END) FROM traffic WHERE list IN (#{quoted}) AND NOT mine " \
            "GROUP BY list ORDER BY list")
        end

        def read(sql) = Store::Record.with_connection { _1.select_rows(sql) }

        def reason(by, key, message, way, now)
          return "none of its messages says how" unless message
          return "what its headers say cannot be used" unless way

          standing = Store::Unsubscribing.standing.where(by: (by == "list") ? "list" : "address", key: key).order(:id).last
          return "asked already" if standing && standing.stands != "failed" && standing.at > now - Core::Unsubscribe::PATIENCE_DAYS * 86_400
          return "only by its web page, which you open yourself" if way.kind == :page

          "no server is given by which mail of “#{message.account.name}” goes out" if way.kind == :mail && !server?(message)
        end

        def server?(message) = Store::MailServer.exists?(account_id: message.account_id)
      end

      # @return [Done] with the {Asked} as result @raise [Impossible] where nobody can be asked
      def call(by, keys)
        transaction do
          asked = AskToStop.ways(by, keys, now)
          able = asked.select { _1.reason.nil? }
          raise Impossible.new(nobody(asked), status: 409) if able.empty?

          rows = able.map { |each| {"key" => ask(each).id, "before" => {"state" => "none"}, "after" => {"state" => "waiting"}} }
          event("senders")
          text = "#{named(able)} #{(able.size == 1) ? "is" : "are"} asked to send no more.#{left_out(asked.size - able.size)}"
          Done.new(message: text, undo_id: undo_step(text, MODEL => rows), result: asked)
        end
      end

      # @param id [Integer] @return [Done] @raise [Impossible] where it has gone already
      def take_back(id)
        transaction do
          row = Store::Unsubscribing.find_by(id: id) or raise Impossible.gone("request")
          raise Impossible.new("They were asked already; that cannot be taken back.", status: 409) unless taken?(id)

          Done.new(message: "#{row.key} is not asked.")
        end
      end

      # To be called in a transaction. @return [Boolean] whether it was taken back in time
      def taken?(id)
        row = Store::Unsubscribing.find_by(id: id) or return false
        taken = (row.way == "mail") ? row.outgoing&.take(%w[waiting again asks refused], state: "taken_back", over_at: now) : true
        return false unless taken && row.take((row.way == "mail") ? %w[waiting] : %w[waiting failed], state: "taken_back")

        event("senders")
        event("outbox") if row.way == "mail"
        true
      end

      private

      def ask(asked)
        row = Store::Unsubscribing.new(by: asked.by, key: asked.key, message_id: asked.message.id, way: asked.way.kind.to_s,
          target: asked.way.target, state: "waiting", at: now)
        if asked.way.kind == :mail
          row.outgoing = put_out(asked)
        else
          row.goes_at = now + PutOut.seconds
        end
        row.tap(&:save!)
      end

      def put_out(asked)
        message = asked.message
        sender = Core::Address.new(ChangeDraft.own_address(message.account, message.addresses("to") + message.addresses("cc")))
        to = Core::Address.new(asked.way.target)
        key = Post::OutgoingLetter.message_id(sender.domain)
        letter = Post::OutgoingLetter.new(from: sender, to: [to], subject: asked.way.subject, text: asked.way.text, message_id: key,
          at: Store::CurrentRulebook.rulebook.zone.local(now)).to_s
        PutOut.new(clock).call(letter, message_key: key, people: {"to" => [to]}, sender: sender.email, subject: asked.way.subject,
          why: "You asked #{asked.name} to send no more.", at: now + PutOut.seconds, kind: "unsubscribe", account: message.account,
          message: message)
      rescue Post::OutgoingLetter::Unusable => unusable
        raise Impossible, unusable.message
      end

      def named(able) = (able.size == 1) ? able.first.name : Core::English.sentence(Core::English.count(able.size, "sender"))

      def left_out(count)
        " #{Core::English.sentence(Core::English.count(count, "other"))} cannot be asked from here." if count.positive?
      end

      def nobody(asked)
        return "There is nobody to ask." if asked.empty?
        return "#{asked.first.name} is not asked: #{asked.first.reason}." if asked.size == 1

        "None of them can be asked from here: #{asked.map(&:reason).tally.max_by(&:last).first}."
      end
    end
  end
end
