# frozen_string_literal: true

module UpFront
  module Web
    # What the door says of a request that the API's description does not allow.
    class BadRequest < Committee::ValidationError
      def error_body
        pointer = message[/(\/[^\s]*)/, 1]
        {type: "about:blank", title: "This request cannot be used", status: status, detail: message, errors: [{pointer: pointer, expected: message}]}
      end

      def render
        [status, {"content-type" => "application/problem+json"}, [JSON.generate(error_body)]]
      end
    end
  end
end
