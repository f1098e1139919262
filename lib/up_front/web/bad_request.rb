# frozen_string_literal: true

module UpFront
  module Web
    # What the door says of a request that the API's description does not allow.
    class BadRequest < Committee::ValidationError
      def error_body
        field = message[/properties\/([\w\/]+)/, 1]
        expected = message.sub(/ (?:in|at) #?\/.*/m, "").sub("#/paths", "the path")
        {type: "about:blank", title: "This request cannot be used", status: status, detail: "#{"#{field}: " if field}#{expected}",
         errors: [{pointer: field ? "/#{field}" : "", expected: expected}]}
      end

      def render
        [status, {"content-type" => "application/problem+json"}, [JSON.generate(error_body)]]
      end
    end
  end
end
