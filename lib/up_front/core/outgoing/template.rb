# frozen_string_literal: true

module UpFront
  module Core
    # A text with fields in braces (RFC 6570's simple expansion), filled in with what is known of the message that is answered.
    class Template
      FIELDS = {"first_name" => "the first name of whom it goes to", "name" => "their name", "subject" => "the subject of what is answered",
                "date" => "today’s date", "me" => "my name"}.freeze
      FIELD = /\{([a-z][a-z0-9_ ]*)\}/

      # @param text [String]
      def initialize(text)
        @text = text
      end

      # @return [Array<String>] the fields that it has, each once
      def fields = @text.scan(FIELD).flatten.uniq

      # @param values [Hash{String=>String, nil}] @return [Array<String>] the fields that have no value
      def lacking(values) = fields.select { values[_1].to_s.strip.empty? }

      # @return [String] what has no value is left as it stands
      def fill(values) = @text.gsub(FIELD) { |field| values[$1].to_s.strip.empty? ? field : values[$1].to_s }

      # @param person [Address, nil] whom it goes to @param subject [String, nil] @param date [String] @param me [String]
      # @return [Hash{String=>String, nil}]
      def self.values(person, subject:, date:, me:)
        {"first_name" => person && first_name(person), "name" => person&.name, "subject" => subject, "date" => date, "me" => me}
      end

      TITLES = /\A(?:dr|prof|mr|mrs|ms|herr|frau|dra|eng)\.?\z/i
      private_constant :TITLES

      # "Ferro, Ana" and "Dr. Ana Ferro" are Ana; an address alone tells no name.
      def self.first_name(person)
        name = person.name or return
        return if name.include?("@")

        name = name.split(",", 2).reverse.join(" ") if name.count(",") == 1
        name.split.find { !_1.match?(TITLES) }
      end
      private_class_method :first_name
    end
  end
end
