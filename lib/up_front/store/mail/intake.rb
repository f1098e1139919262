# frozen_string_literal: true

require "digest"

module UpFront
  module Store
    # Writes a message and its facts; answers what the facts need to know of earlier mail.
    module Intake
      EXCERPT = 240
      SORTED = 200 # letters of a subject by which it is sorted
      COLUMNS = %i[
        account_id mailbox digest message_id subject subject_folded sender_name sender_key sender_folded excerpt body unreadable rough
        from_me calendar_method people headers attachments
      ].freeze
      RAW = PreparedInsert.new("raw_messages", :message_id, :bytes)
      RAW_DIGEST = PreparedInsert.new("raw_digests", :message_id, :sha256)
      PERSON = PreparedInsert.new("message_people", :message_id, :role, :key, :name_key, :domain_path)
      REFERENCE = PreparedInsert.new("message_references", :message_id, :reference)

      MET = PreparedQuery.new("SELECT 1 FROM message_people JOIN messages ON messages.id = message_people.message_id WHERE " \
        "message_people.key = ? " \
        "AND message_people.role IN ('from', 'to', 'cc') AND messages.arrived_at < ? LIMIT 1")
      WROTE = PreparedQuery.new("SELECT 1 FROM messages WHERE message_id = ? AND from_me = 1 LIMIT 1")
      ANSWERED = PreparedQuery.new("SELECT 1 FROM message_references JOIN messages ON messages.id = message_references.message_id " \
        "WHERE message_references.reference = ? AND messages.from_me = 1 AND ifnull(messages.message_id, '') <> ? LIMIT 1")

      module_function

      # @return [Boolean] whether no earlier mail is from or to that address
      def first_contact?(address, before:)
        !address.nil? && MET.call(address.key, before).nil?
      end

      # @return [Boolean] whether the thread, by Message-ID, In-Reply-To and References (RFC 5322, 3.6.4),
      #   holds mail that the owner sent
      def reply_to_mine?(message_id, references)
        references.any? { WROTE.call(_1) } || [*references, message_id].compact.any? { ANSWERED.call(_1, message_id.to_s) }
      end

      # @param reading [Core::Reading] of the message @param account [Account] @param names [Core::Names]
      # @return [Integer] the new id
      def write(reading, account:, digest:, raw:, unreadable:, names:, rough: false)
        message = reading.message
        row = columns(reading, account, digest, unreadable, rough, names)
        id = message_insert.call(row)[0][0]
        RAW.call(message_id: id, bytes: SQLite3::Blob.new(raw))
        RAW_DIGEST.call(message_id: id, sha256: SQLite3::Blob.new(Digest::SHA256.digest(raw)))
        text_insert.call(message_id: id, **FactColumns.texts_of(reading))
        PERSON.all(people(message, id, EVERY_MESSAGE))
        keep_people(message, id, FactColumns.people) if FactColumns.people.any?
        REFERENCE.all(message.references.map { {message_id: id, reference: _1} })
        Traffic.enter(id, message, mine: row[:from_me], kind: row[:kind], unsubscribe: row[:has_unsubscribe])
        id
      end

      def message_insert
        @message_insert ||= PreparedInsert.new("messages", *COLUMNS, *FactColumns.facts.map { _1.columns.first }, more: "RETURNING id")
      end

      def text_insert
        names = FactColumns.texts.map { _1.columns.first }
        @text_insert ||= PreparedInsert.new("message_texts", :message_id, *names.flat_map { [_1, :"#{_1}_words"] })
      end

      def columns(reading, account, digest, unreadable, rough, names)
        message = reading.message
        sender = message.from.first
        {
          account_id: account.id, mailbox: message.mailbox, digest: digest, message_id: message.message_id, subject: message.subject,
          sender_name: sender&.shown.to_s, sender_key: sender&.key, sender_folded: Core::Text.sort_key(sender&.shown),
          subject_folded: Core::Text.sort_key(message.subject)[0, SORTED], excerpt: excerpt(message.body), body: message.body,
          unreadable: unreadable, rough: rough,
          from_me: message.from.any? { names.me.include?(_1) }, calendar_method: message.calendar_method,
          people: FactColumns::ROLES.to_h { |role| [role.to_s, Array(message.public_send(role)).map(&:to_h)] },
          headers: message.headers, attachments: message.attachments.map { _1.to_h.transform_keys(&:to_s) },
          **FactColumns.of(reading)
        }
      end

      EVERY_MESSAGE = FactColumns::ROLES.to_h { [_1, _1.to_proc] }.freeze

      # @param facts [Array<Core::Fact>] of people who have a role of their own
      def keep_people(message, id, facts)
        PERSON.all(people(message, id, facts.to_h { |fact| [fact.columns.first, fact.method(:read)] }))
      end

      # @param roles [Hash{Symbol=>#call}] what tells who has a role @return [Array<Hash>] rows of message_people
      def people(message, id, roles)
        roles.flat_map { |role, who| Array(who.call(message)).map { [role, _1] } }.uniq.map do |role, address|
          {message_id: id, role: role.to_s, key: address.key, name_key: Core::Text.fold(address.name),
           domain_path: domain_path(address.domain)}
        end
      end

      # "sub.b.example" as "example.b.sub.", so that a domain and its subdomains lie side by side
      def domain_path(domain) = domain.to_s.split(".").reverse.map { "#{_1}." }.join

      def excerpt(body)
        lines = body[0, 4_000].lines.reject { _1.start_with?(">") || _1.strip.match?(/\A(?:--|[-_=*]{3,})\z/) }
        lines.join(" ").gsub(/\s+/, " ").strip[0, EXCERPT]
      end
    end
  end
end
