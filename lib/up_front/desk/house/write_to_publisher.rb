# frozen_string_literal: true

module UpFront
  module Desk
    # Tells who published a house rule that it is not wanted: a message that is looked at before it goes, or a file that is handed over.
    # That it was said stays beside the rule.
    class WriteToPublisher < Act
      KEY = "house_notes"
      WAYS = %w[message file].freeze
      MOST_LETTERS = 5_000

      # @param mark [Core::HouseMark] @return [Hash, nil] "text" and "at" of the last note about that rule
      def self.noted(mark) = (Store::Setting[KEY] || {})[key(mark)]

      def self.key(mark) = "#{mark.place}\n#{Core::Text.fold(mark.name_there)}"

      # @param id [Integer] of a rule of the office @param text [String] why it is not wanted @param way [String] of {WAYS}
      # @return [Done] with the draft of the message as result, or with the file's text @raise [Impossible]
      def call(id, text, way)
        rulebook = Store::CurrentRulebook.rulebook
        rule = rulebook.house.find { _1.id == id } or raise Impossible.gone("rule")
        text = text.to_s.strip
        raise Impossible.new("Say why, so that they can do something about it.", pointer: "/text") if text.empty?

        transaction do
          result = (way == "message") ? letter(rule, text) : said(rule, text, rulebook)
          Store::Setting[KEY] = (Store::Setting[KEY] || {}).merge(WriteToPublisher.key(rule.house) => {"text" => text,
                                                                                                       "at" => now.getutc.iso8601})
          event("house")
          Done.new(message: "Noted beside “#{rule.name}”. It goes on to hold until it is published otherwise.", result: result)
        end
      end

      private

      def letter(rule, text)
        contact = ChangeHouse.entry(rule.house.place)["edition"]["contact"] or
          raise Impossible.new("#{rule.house.publisher} names no address; save the note as a file, and hand it over.")
        draft = ChangeDraft.new(clock).begin("new").result
        draft.update!(body: draft.body.merge("to" => [contact], "subject" => subject(rule), "text" => "#{about(rule)}\n\n#{text}\n"))
        draft
      end

      def said(rule, text, rulebook)
        "#{subject(rule)}\n#{about(rule)}\n\n#{text}\n\n#{rulebook.owner["name"]}, #{Core::English.day(rulebook.zone.date(now))}\n"
      end

      def subject(rule) = "About the house rule “#{rule.house.name_there}”"

      def about(rule)
        "This is about “#{rule.house.name_there}”, which edition #{rule.house.edition} of the house rules of #{rule.house.publisher} " \
          "publishes #{Core::HouseMark::WORDS.fetch(rule.house.firmness)}. I would rather not have it, for this reason:"
      end
    end
  end
end
