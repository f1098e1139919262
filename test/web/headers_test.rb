# frozen_string_literal: true

require_relative "../support/api_helper"
require "yaml"

# What keeps a page from being framed, guessed at or fetched from elsewhere stands on every answer there is.
class HeadersTest < Minitest::Test
  include APIHelper

  def setup
    super
    set_up
    @id = take(date: at("08:30")).id
  end

  def assert_safe(path, frame: "'none'")
    headers = last_response.headers
    assert_includes headers["content-security-policy"].to_s, "frame-ancestors #{frame}", path
    assert_equal %w[nosniff no-referrer], headers.values_at("x-content-type-options", "referrer-policy"), path
  end

  def test_every_route_that_is_read
    paths = YAML.load_file(Web::App::API).fetch("paths").select { |_, acts| acts.key?("get") }.keys
    assert_operator paths.size, :>, 30
    paths.reject { _1.include?("events") }.each do |path|
      asked = "/api#{path.delete_prefix("/api")}".gsub(/\{\w+\}/, @id.to_s)
      get asked
      assert_safe asked, frame: (asked.end_with?("/html") && last_response.ok?) ? "'self'" : "'none'"
    end
  end

  def test_every_file_every_page_and_what_is_refused
    files = Dir.glob("**/*", base: Web::App.public_folder).select { File.file?(File.join(Web::App.public_folder, _1)) }
    [*files, "", "front", "assets/gone.js", "api/nothing"].each do |path|
      get "/#{path}"
      assert_safe path
    end
    get "/front", {}, "HTTP_HOST" => "elsewhere.example"
    assert_equal 403, last_response.status
    assert_safe "another host"
    post "/api/acts", "{", "CONTENT_TYPE" => "application/json"
    assert_safe "what is no JSON"
  end
end
