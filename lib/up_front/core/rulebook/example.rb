# frozen_string_literal: true

module UpFront
  module Core
    # A message that is kept to see that it goes on being decided as it shall: its facts, and what must come of them.
    class Example
      REQUIRED = %w[name message shall].freeze
      PEOPLE = %w[from to cc reply_to].freeze
      FLAGS = %w[calendar_method first_contact reply_to_mine].freeze
      FACTS = [*PEOPLE, *FLAGS, "subject", "body", "headers", "attachments", "size", "date", "arrived_at", "account", "mailbox"].freeze
      COMES = %w[straight_in with_a_round off_front].freeze
      SHALL = %w[comes alert labels].freeze

      # @!attribute message [Message] @!attribute shall [Hash] comes [String] of {COMES}; alert ["none"]; labels [Array<String>]
      attr_reader :name, :message, :shall

      # @param value [Hash] from the file @return [Example, nil]
      def self.read(value, check, names)
        before = check.faults.size
        check.object(value, required: REQUIRED) or return
        name = check.at("name").filled(value["name"]) if value.key?("name")
        message = read_message(value["message"], check.at("message")) if value.key?("message")
        shall = read_shall(value["shall"], check.at("shall"), names) if value.key?("shall")
        new(name, message, shall, value) if check.faults.size == before
      end

      # @param value [Hash] the facts, as the file has them @return [Message, nil]
      def self.read_message(value, check)
        before = check.faults.size
        check.object(value, required: %w[arrived_at], optional: FACTS - %w[arrived_at]) or return
        texts = %w[subject body account mailbox].to_h { |key| [key.to_sym, value.key?(key) ? check.at(key).text(value[key]) : nil] }
        people = PEOPLE.to_h { |key| [key.to_sym, check.at(key).list(value.fetch(key, [])) { |item, at| person(item, at) } || []] }
        flags = FLAGS.to_h { |key| [key.to_sym, value.key?(key) ? check.at(key).flag(value[key]) : false] }
        times = %w[date arrived_at].to_h { |key| [key.to_sym, value[key]&.then { check.at(key).instant(_1) }] }
        more = {headers: headers(value.fetch("headers", {}), check.at("headers")), size: check.at("size").whole(value.fetch("size", 0)),
                attachments: check.at("attachments").list(value.fetch("attachments", [])) { |item, at| attachment(item, at) } || []}
        Message.new(**texts.compact, **people, **flags, **times, **more) if check.faults.size == before
      end

      def self.person(item, check)
        check.object(item, required: %w[email], optional: %w[name]) or return
        email = check.at("email").filled(item["email"])
        email && Address.new(email, item["name"]&.then { check.at("name").text(_1) })
      end

      def self.headers(value, check)
        return check.refuse("an object", value) unless value.is_a?(Hash)

        value.to_h { |name, texts| [name.downcase, check.at(name).list(texts) { |item, at| at.text(item) } || []] }
      end

      def self.attachment(item, check)
        check.object(item, required: %w[name type bytes]) or return
        name = item["name"]&.then { check.at("name").text(_1) }
        type, bytes = check.at("type").text(item["type"]), check.at("bytes").whole(item["bytes"])
        Attachment.new(name: name, type: type, bytes: bytes).freeze if type && bytes
      end

      def self.read_shall(value, check, names)
        check.object(value, optional: SHALL) or return
        return check.refuse("at least one of #{SHALL.join(", ")}", found: "none") if value.empty?

        check.at("comes").one_of(value["comes"], COMES) if value.key?("comes")
        check.at("alert").one_of(value["alert"], [AlertEffect::NONE]) if value.key?("alert")
        return value unless value.key?("labels")

        labels = check.at("labels").list(value["labels"], empty: false) { |item, at| names.fetch(:labels, item, at)&.fetch("name") }
        value.merge("labels" => labels)
      end
      private_class_method :person, :headers, :attachment, :read_shall

      # @param message [Message] @param shall [Hash] @return [Hash] in the file's shape
      def self.document(name, message, shall) = {"name" => name, "message" => facts(message), "shall" => shall}

      # @param message [Message] @return [Hash] its facts, as the file has them
      def self.facts(message)
        facts = PEOPLE.to_h { |key| [key, message.public_send(key).map { _1.to_h.compact }] }
        facts.merge!("subject" => message.subject, "body" => message.body, "size" => message.size, "mailbox" => message.mailbox.to_s,
          "account" => message.account.to_s, "date" => message.date&.getutc&.iso8601, "arrived_at" => message.arrived_at.getutc.iso8601,
          "headers" => message.headers, "calendar_method" => !!message.calendar_method, "first_contact" => message.first_contact,
          "reply_to_mine" => message.reply_to_mine,
          "attachments" => message.attachments.map { {"name" => _1.name, "type" => _1.type, "bytes" => _1.bytes} })
        facts.reject { |_, value| value.nil? || value == [] || value == {} || value == "" }
      end

      def initialize(name, message, shall, said)
        @name = name
        @message = message
        @shall = shall
        @said = said
        freeze
      end

      # @param claim [Claim] on its message @return [Array<String>] the keys of what shall be and is not
      def broken(claim)
        shall.keys.reject do |key|
          case key
          when "comes" then came(claim) == shall["comes"]
          when "alert" then claim.alert.nil?
          else worn(claim).size == shall["labels"].size
          end
        end
      end

      # @param claim [Claim] on its message
      # @return [Hash, nil] the example in the file's shape, so changed that it holds of that claim; nil where nothing is left of it
      def as_is(claim)
        left = shall.to_h do |key, value|
          case (key if broken(claim).include?(key))
          when "comes" then [key, came(claim)]
          when "alert" then [key, nil]
          when "labels" then [key, worn(claim).then { _1 if _1.any? }]
          else [key, value]
          end
        end
        to_h.merge("shall" => left.compact) if left.compact.any?
      end

      TOPICS = {"comes" => %w[discard timing], "alert" => %w[alert], "labels" => %w[labels]}.freeze
      private_constant :TOPICS

      # @param claim [Claim] on its message @return [Array<String>] the rules by which it is decided as it shall be, or is not
      def decided_by(claim)
        topics = TOPICS.values_at(*shall.keys).flatten
        claim.trace.to_h["rules"].select { _1["outcome"] == "matched" && (_1["said"].keys & topics - _1["outranked"].keys).any? }
          .map { _1["rule"] }
      end

      # @return [Array<String>] the addresses that are kept in it
      def addresses = PEOPLE.flat_map { message.public_send(_1) }.map(&:email).uniq

      # @return [String, nil] of {COMES}; nil of what is held until a moment of its own
      def came(claim)
        return claim.held ? nil : "off_front" unless claim.surface_at
        return "straight_in" unless claim.held

        "with_a_round" if claim.round
      end

      # @return [Hash] as the file has it
      def to_h = @said.merge("shall" => shall)

      private

      # @return [Array<String>] of the labels that it shall wear those that it does
      def worn(claim)
        worn = claim.labels.map { Text.fold(_1) }
        shall["labels"].select { worn.include?(Text.fold(_1)) }
      end
    end
  end
end
