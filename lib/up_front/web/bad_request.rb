# frozen_string_literal: true

module UpFront
  module Web
    # What the door says of a request that the API's description does not allow. What was given is not said again where it may be secret,
    # or too much.
    class BadRequest < Committee::ValidationError
      WORDS = {
        /is longer than max length\z/ => "too long", /is shorter than min length\z/ => "too short",
        /is less than min(?:imum|Length)/ => "too small",
        /is more than max(?:imum|Length)/ => "too large", /does not allow null values\z/ => "missing"
      }.freeze
      SECRET = /password|passphrase/i
      MOST = 300 # letters

      def error_body
        field = message[/properties\/([\w\/]+)/, 1]
        {type: "about:blank", title: "This request cannot be used", status: status, detail: "#{"#{field}: " if field}#{expected(field)}",
         errors: [{pointer: field ? "/#{field}" : "", expected: expected(field)}]}
      end

      def render
        [status, {"content-type" => Problems::TYPE}, [JSON.generate(error_body)]]
      end

      private

      def expected(field)
        words = WORDS.find { |pattern, _| message.match?(pattern) }&.last
        return words if words
        return "not usable" if field.to_s.match?(SECRET)

        message.sub(/\A#\/\S+ /, "").sub(/ (?:in|at) #?\/.*/m, "").sub("#/paths", "the path")[0, MOST]
      end
    end
  end
end
