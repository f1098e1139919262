# frozen_string_literal: true

module UpFront
  module Core
    # Something that a rule may say of the messages that it matches, defined once: how it is read, said and written, its
    # JSON Schema, what it makes of the claim, how a difference in it is told, how it is offered and edited. A file in
    # effects/effects/ defines one; adding an effect adds a file.
    class Effect
      # How a person may come upon it. @!attribute label [String] as a sentence says it
      # @!attribute also [String] other words for it @!attribute value [Object] what it begins as
      Entry = Struct.new(:label, :also, :value)

      # @!attribute topic [String] the key in the rulebook's file @!attribute title [String] what it is called where a
      #   difference in it is told @!attribute place [Integer] among the effects, in claims and menus
      attr_reader :topic, :title, :place, :menu

      # @param menu [Array<Array(String, String, Object)>] see {Entry}
      def initialize(topic, place:, title: topic.tr("_", " "), menu: [])
        @topic = topic.freeze
        @place = place
        @title = title.freeze
        @menu = menu.map { Entry.new(*_1).freeze }.freeze
        freeze
      end

      # @return [Symbol, nil] the claim's field that holds what was decided; nil where the claim has none
      def field = topic.to_sym

      # @return [Symbol] the kind of column in which the store keeps the field
      def column = :string

      # @return [Object, nil] what the field holds where no rule spoke
      def unsaid = nil

      # @param value [Object] as said @return [Boolean] whether it adds to what other rules say; else the first decides
      def adds?(_value) = false

      # @param one [Object] as {read} gives it @param other [Object] likewise @return [Boolean] whether they want opposite things
      def opposite?(_one, _other) = false

      # @return [Boolean] whether a claim's field alone shows it, so that it may be given to mail that is here already
      def shown? = false

      # @!method read(value, check, names)
      #   @param value [Object] from the file @param check [Check] @param names [Names]
      #   @return [Object] the value with names as the rulebook spells them; of no use once a fault was noted

      # @param value [Object] as {read} gives it @return [Object] what deciding needs of it, worked out once
      def meaning(value, _names) = value

      # @param verdict [Verdict] @param surfacing [Hash] see {Surfacing#to_h} @param arrival [Time] @param zone [Zone]
      # @return [Object] for the claim's field
      def decided(verdict, _surfacing, _arrival, _zone)
        value = verdict[topic]
        value.nil? ? unsaid : value
      end

      # @yield [String, String] kind and name of each thing of the rulebook that the value names
      # @yieldreturn [String] what to name in its place @return [Object] a copy of the value
      def rename(value) = value

      # @return [Boolean] whether it makes something leave the house; that is decided and recorded, and nothing sends it yet
      def outward? = false

      # @param claim [#surface_at, #held] @return [Object] alike for claims that have it alike
      def comparable(claim) = claim.public_send(field)

      # @!method say(value)
      #   @return [String] in the written language
      # @!method written(phrases)
      #   @param phrases [Language::EffectPhrases] @return [Parslet::Atoms::Base] that reads what {say} says, giving the value
      # @!method schema(schemas)
      #   @param schemas [RulebookSchema] @return [Hash] the JSON Schema of a value
      # @!method tell(claim, time_format)
      #   @param time_format [TimeFormat] @return [String] what a claim has of it: "labelled Loans"
      # @!method editor
      #   @return [Hash] how a page edits it: shape, and what that shape asks for
    end
  end
end
