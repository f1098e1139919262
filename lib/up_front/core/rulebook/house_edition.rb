# frozen_string_literal: true

module UpFront
  module Core
    # What an office publishes: rules, each with how firm it is, and what they name; templates and days off. No plan of a person, nothing
    # that is sent in a person's name. What its rules name it brings itself.
    class HouseEdition
      FORMAT = "up-front-house-rules"
      VERSION = 1
      MAX_BYTES = 1024 * 1024 # a hundred times what an office writes
      MOST_LETTERS = 2_000 # of the note of what changed
      THINGS = %w[groups labels inks templates].freeze
      REQUIRED = %w[format version publisher edition published rules].freeze
      OPTIONAL = [*THINGS, "contact", "note", "holds_from", "days_off"].freeze
      # In whose place an edition is read that nobody follows yet.
      STAND_IN = {"name" => "", "addresses" => ["somebody@office.example"], "organisation" => [], "time_zone" => "Etc/UTC"}.freeze

      # @!attribute publisher [String] @!attribute contact [String, nil] an address @!attribute number [Integer] of the edition
      # @!attribute published [Date] @!attribute holds_from [Date, nil] @!attribute note [String] what changed
      # @!attribute book [Rulebook] of it alone, for the owner for whom it was read
      attr_reader :document, :publisher, :contact, :number, :published, :holds_from, :note, :book

      # @param json [String] UTF-8, at most 1 MB, strict JSON (RFC 8259) @return [HouseEdition] @raise [Refused]
      def self.parse(json)
        if json.bytesize > MAX_BYTES
          raise Refused.new([Fault.new(pointer: "", expected: "at most 1 MB", found: "#{json.bytesize} bytes",
            words: "It is larger than 1 MB, and no edition of house rules.")])
        end

        check = Check.new
        read(Rulebook.from_json(json), check).tap { raise Refused, check.faults if check.faults.any? }
      end

      # @param check [Check] takes what is wrong with it @param document [Hash] of the rulebook into which it is read
      # @return [HouseEdition, nil]
      def self.read(value, check, document = {"owner" => STAND_IN})
        before = check.faults.size
        check.object(value, required: REQUIRED, optional: OPTIONAL) or return
        unless value["format"] == FORMAT && value["version"] == VERSION
          return check.at("format").refuse(FORMAT, value["format"], words: "It is no edition of house rules.")
        end

        header = read_header(value, check)
        firmness = check.at("rules").list(value["rules"]) { |item, at| firmness(item, at) }
        book = of_it_alone(value, check, document)
        new(value, header, book, firmness) if check.faults.size == before
      end

      # What is missing has been told.
      def self.read_header(value, check)
        {publisher: value.key?("publisher") && check.at("publisher").filled(value["publisher"]),
         number: value.key?("edition") && check.at("edition").whole(value["edition"], least: 1),
         published: value.key?("published") && check.at("published").date(value["published"]),
         holds_from: value["holds_from"]&.then { check.at("holds_from").date(_1) },
         contact: value["contact"]&.then { |given| given.to_s.match?(/\A[^@\s]+@[^@\s]+\z/) ? given : no_address(check, given) },
         note: value["note"] ? short(check.at("note"), value["note"]) : ""}
      end

      def self.no_address(check, given)
        check.at("contact").refuse("an address such as a@b.example", given)
      end

      def self.short(check, text)
        return unless check.text(text)

        (text.size > MOST_LETTERS) ? check.refuse("at most #{MOST_LETTERS} letters", found: text.size.to_s) : text
      end

      # @return [String, nil] how firm the rule is
      def self.firmness(item, at)
        return at.refuse("an object", item) unless item.is_a?(Hash)

        sent = item["then"].is_a?(Hash) ? item["then"].keys.select { Effects.find(_1)&.outward? } : []
        sent.each { |topic|
          at.at("then").at(topic).refuse("nothing that is sent", words: "A house rule sends nothing in a person’s name.")
        }
        if item["firmness"] == HouseMark::FOR_ALL && item["ask_first"] == true
          at.at("ask_first").refuse("false", true, words: "A rule for all does not ask first; suggest it instead.")
        end
        item.key?("firmness") ? at.at("firmness").one_of(item["firmness"], HouseMark::FIRMNESS) : at.at("firmness").refuse(
          "one of #{HouseMark::FIRMNESS.join(", ")}", words: "It does not say how firm it is: for all, suggested or offered."
        )
      end

      # The faults of what it holds stand where it holds them.
      def self.of_it_alone(value, check, document)
        own = {"format" => Rulebook::FORMAT, "version" => Rulebook::VERSION, **document.slice("owner", "contacts"),
               **value.slice(*THINGS)}
        own["plan"] = {"days_off" => value["days_off"]} if value.key?("days_off")
        rules = value["rules"]
        own["rules"] = rules.map { _1.is_a?(Hash) ? _1.except("firmness") : _1 } if rules.is_a?(Array)
        Rulebook.read(own)
      rescue Refused => refused
        refused.faults.each do |fault|
          next if fault.pointer.start_with?("/owner", "/contacts") # told of the rulebook itself

          check.faults << fault.dup.tap { _1.pointer = "#{check.pointer}#{fault.pointer.delete_prefix("/plan")}" }
        end
        nil
      end
      private_class_method :read_header, :no_address, :short, :firmness, :of_it_alone

      def initialize(document, header, book, firmness)
        @document = document
        header.each { |name, value| instance_variable_set(:"@#{name}", value) }
        @book = book
        @firmness = firmness.freeze
        freeze
      end

      # @return [Array<Array(Hash, String)>] each rule's body without its firmness, and that
      def rules = document["rules"].map { _1.except("firmness") }.zip(@firmness)

      # @param kind [String] of {THINGS} @return [Array<Hash>]
      def things(kind) = document.fetch(kind, [])
    end
  end
end
