# frozen_string_literal: true

require "rack/test"
require "committee"
require_relative "desk_helper"

# The API through Rack; every answer is held against docs/openapi.yaml.
module APIHelper
  include DeskHelper
  include Rack::Test::Methods
  include Committee::Test::Methods

  SCHEMA = Committee::Drivers.load_from_file(UpFront::Web::App::API, parser_options: {strict_reference_validation: true})

  def app
    UpFront::Web::App.set(:clock, clock)
    UpFront::Web::App
  end

  def committee_options
    @committee_options ||= {schema: SCHEMA, prefix: "/api", old_assert_behavior: false, parse_response_by_content_type: true,
                            query_hash_key: "rack.request.query_hash", strict_reference_validation: true}
  end

  def request_object = last_request
  def response_data = [last_response.status, last_response.headers, last_response.body]

  def setup
    super
    header "Host", "127.0.0.1"
  end

  # @return [Hash] the answer, when it is the status expected and as described
  def ask(verb, path, body = nil, status: 200)
    JSON.parse(answer(verb, path, body && JSON.generate(body), "application/json", status))
  end

  # As {ask}, with the bytes of a file.
  def send_file(path, bytes, status: 200) = JSON.parse(answer(:post, path, bytes, "application/octet-stream", status))

  # @return [String] what is answered, of any kind
  def fetch(path, status: 200) = answer(:get, path, nil, nil, status)

  private

  def answer(verb, path, input, type, status)
    custom_request(verb.to_s.upcase, "/api#{path}", {}, input ? {:input => input, "CONTENT_TYPE" => type} : {})
    assert_equal status, last_response.status, last_response.body
    assert_response_schema_confirm(status)
    last_response.body
  end
end
