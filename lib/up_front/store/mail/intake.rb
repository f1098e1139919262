# frozen_string_literal: true

module UpFront
  module Store
    # Writes a message and its facts; answers what the facts need to know of earlier mail.
    module Intake
      EXCERPT = 240
      ROLES = %i[from sender to cc reply_to].freeze
      TEXTS = {subject: "subject", body: "body", attachment_names: "attachment_name"}.freeze

      COLUMNS = %i[account_id account_key mailbox mailbox_key digest message_id subject sender_name sender_key excerpt body unreadable sent_at arrived_at
        from_me calendar_method people headers attachments].freeze
      RAW = PreparedInsert.new("raw_messages", :message_id, :bytes)
      TEXT = PreparedInsert.new("message_texts", :message_id, *%i[subject body people attachment_names].flat_map { [_1, :"#{_1}_words"] })
      PERSON = PreparedInsert.new("message_people", :message_id, :role, :key, :name_key, :domain_path)
      REFERENCE = PreparedInsert.new("message_references", :message_id, :reference)

      MET = PreparedQuery.new("SELECT 1 FROM message_people JOIN messages ON messages.id = message_people.message_id WHERE message_people.key = ? " \
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
      def write(reading, account:, digest:, raw:, unreadable:, names:)
        message = reading.message
        id = message_insert.call(columns(message, account, digest, unreadable, names))[0][0]
        RAW.call(message_id: id, bytes: SQLite3::Blob.new(raw))
        TEXT.call(message_id: id, **texts(reading))
        PERSON.all(people(message, id))
        REFERENCE.all(message.references.map { {message_id: id, reference: _1} })
        id
      end

      def message_insert = @message_insert ||= PreparedInsert.new("messages", *COLUMNS, *FactColumns.facts.map { _1.columns.first }, more: "RETURNING id")

      def columns(message, account, digest, unreadable, names)
        sender = message.from.first
        {
          account_id: account.id, account_key: Core::Text.fold(account.name), mailbox: message.mailbox, mailbox_key: Core::Text.fold(message.mailbox),
          digest: digest, message_id: message.message_id, subject: message.subject, sender_name: sender&.shown.to_s, sender_key: sender&.key,
          excerpt: excerpt(message.body), body: message.body, unreadable: unreadable, sent_at: message.date, arrived_at: message.arrived_at,
          from_me: message.from.any? { names.me.include?(_1) }, calendar_method: message.calendar_method,
          people: ROLES.to_h { |role| [role.to_s, Array(message.public_send(role)).map(&:to_h)] },
          headers: message.headers, attachments: message.attachments.map { _1.to_h.transform_keys(&:to_s) },
          **FactColumns.of(message)
        }
      end

      def texts(reading)
        columns = TEXTS.flat_map { |name, fact| [[name, reading.laid(Core::Facts.find(fact))], [:"#{name}_words", reading.words(Core::Facts.find(fact))]] }.to_h
        people = Core::Facts::Texts::PEOPLE
        columns.merge(people: reading.laid(people), people_words: reading.words(people))
      end

      def people(message, id)
        ROLES.flat_map { |role| Array(message.public_send(role)).map { [role, _1] } }.uniq.map do |role, address|
          {message_id: id, role: role.to_s, key: address.key, name_key: Core::Text.fold(address.name), domain_path: domain_path(address.domain)}
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
