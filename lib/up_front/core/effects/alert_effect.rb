# frozen_string_literal: true

module UpFront
  module Core
    # An alert as the message surfaces. What never surfaces raises none.
    class AlertEffect < Effect
      LEVELS = %w[tap chime call_out].freeze
      NONE = "none"
      NAMES = {"tap" => "a tap", "chime" => "a chime", "call_out" => "a call-out", NONE => "no alert"}.freeze
      SWITCHES = {
        "desktop" => ["on the desktop", "not on the desktop"], "break_through" => ["through heads-down", "not through heads-down"]
      }.freeze
      MOST_TEXT = 500
      SOUNDS = %w[Bell Buoy Crane Gull Harbour Lantern Tide Wave].freeze # those that a page offers; a rulebook may name others

      def column = :json

      def read(value, check, _names)
        return value if value == NONE
        return check.refuse("\"none\" or an object with a level", value) unless value.is_a?(Hash)

        check.object(value, required: %w[level], optional: ["text", "sound", *SWITCHES.keys])
        check.at("level").one_of(value["level"], LEVELS) if value.key?("level")
        SWITCHES.each_key { check.at(_1).flag(value[_1]) if value.key?(_1) }
        %w[text sound].each { check.at(_1).filled(value[_1]) if value.key?(_1) }
        check.at("text").refuse("at most #{MOST_TEXT} characters", found: "more") if value["text"].to_s.size > MOST_TEXT
        value
      end

      def decided(verdict, surfacing, _arrival, _zone) = surfacing[:surface_at] && verdict.alert

      def opposite?(one, other) = (one == NONE) != (other == NONE)

      def say(value)
        return NAMES.fetch(NONE) if value == NONE

        parts = [NAMES.fetch(value["level"])]
        parts << "that says #{Quoting.text(value["text"])}" if value["text"]
        parts << "with the sound #{Quoting.name(value["sound"])}" if value["sound"]
        SWITCHES.each { |key, phrases| parts << phrases[value[key] ? 0 : 1] if value.key?(key) }
        parts.join(" ")
      end

      def written(phrases)
        more = phrases.repeated([
          phrases.after("that says", phrases.quoted) { {"text" => _1} }, phrases.after("with the sound", phrases.name) { {"sound" => _1} },
          *SWITCHES.flat_map { |key, said| said.zip([true, false]).map { |phrase, value| phrases.value(phrase) { {key => value} } } }
        ].reduce(:|))
        loud = LEVELS.map { |level| phrases.followed(NAMES.fetch(level), more) { {"level" => level, **_1.reduce({}, :merge)} } }
        [phrases.value(NAMES.fetch(NONE)) { NONE }, *loud].reduce(:|)
      end

      def schema(schemas)
        text = schemas.name.merge("maxLength" => MOST_TEXT)
        switches = SWITCHES.transform_values { schemas.flag }
        alert = schemas.object({"level" => {"enum" => LEVELS}, "text" => text, "sound" => schemas.name, **switches}, %w[level])
        {"oneOf" => [{"const" => NONE}, alert]}
      end

      def tell(claim, _time_format) = claim.alert ? claim.alert["level"].tr("_", "-") : "silent"
      def editor = {shape: "alert", lead: "it raises", choices: NAMES}
    end
  end
end
