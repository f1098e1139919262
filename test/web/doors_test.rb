# frozen_string_literal: true

require_relative "../support/api_helper"
require "yaml"

# Who is let in, and what each answer carries: other origins and hosts, requests that are none, pages and parts of the page.
class DoorsTest < Minitest::Test
  include APIHelper

  def setup
    super
    set_up
    @id = take(date: at("08:30")).id
  end

  def act(body = JSON.generate({act: "clear", messages: [@id]}), **headers)
    post "/api/acts", body, {"CONTENT_TYPE" => "application/json"}.merge(headers.transform_keys(&:to_s))
    last_response.status
  end

  def cleared? = Store::State.find(@id).cleared_at?

  def test_another_origin_changes_nothing
    %w[http://elsewhere.example https://127.0.0.1 http://127.0.0.1:9999 null http://127.0.0.1.elsewhere.example].each do |origin|
      assert_equal 403, act(HTTP_ORIGIN: origin), origin
    end
    refute cleared?
    assert_equal "This request comes from another page.", JSON.parse(last_response.body)["detail"]
    assert_equal 200, act(HTTP_ORIGIN: "http://127.0.0.1")
    assert cleared?
  end

  def test_programs_of_the_person_without_an_origin_and_the_browsers_own_word_are_let_in
    assert_equal 200, act
    assert_equal 200, act(HTTP_ORIGIN: "null", HTTP_SEC_FETCH_SITE: "same-origin")
    assert_equal 200, act(HTTP_SEC_FETCH_SITE: "none")
    %w[cross-site same-site].each do |site|
      assert_equal 403, act(HTTP_ORIGIN: "null", HTTP_SEC_FETCH_SITE: site)
      assert_equal 403, act(HTTP_SEC_FETCH_SITE: site), "a browser that leaves the origin out"
    end
  end

  def test_another_host_is_told_nothing
    ["elsewhere.example", "127.0.0.1.elsewhere.example", "lanternquay.example:4567"].each do |host|
      header "Host", host
      get "/api/status"
      assert_equal 403, last_response.status, host
      refute_includes last_response.body, "wren"
    end
    %w[localhost localhost:4567 127.0.0.1:4567 [::1]:4567].each do |host|
      header "Host", host
      get "/api/status"
      assert_equal 200, last_response.status, host
    end
  end

  BROKEN = ["{", "[1]", "\"text\"", "{\"act\": }", "{\"act\": \"clear\", \"messages\": [1}", "\xFF\xFE", "{}", "null", "1e999"].freeze

  def test_what_is_no_request_is_refused_in_words_and_changes_nothing
    BROKEN.each do |body|
      assert_includes 400..422, act(body), body
      problem = JSON.parse(last_response.body)
      assert_equal "application/problem+json", last_response.media_type
      refute_empty problem["detail"]
      refute_match(/undefined method|NoMethodError|\.rb:\d/, last_response.body)
    end
    refute cleared?
  end

  def test_a_time_or_a_cursor_that_is_none
    {"/rounds?at=soon" => "The time is none.", "/rounds?at=2027-02-30T08:00:00Z" => "The time is none.",
     "/front?before=yesterday" => "The cursor is none that this server gave."}.each do |path, said|
      assert_equal said, ask(:get, path, status: 400)["detail"]
    end
    assert_equal "There is nothing at /api/nowhere.", get("/api/nowhere").then { JSON.parse(last_response.body)["detail"] }
    assert_equal 404, last_response.status
  end

  def test_a_fault_of_ours_says_so_and_tells_nothing_of_it
    fault = Web::Pages::Held.method(:new)
    Web::Pages::Held.define_singleton_method(:new) { |*| raise "a secret of the program" }
    _, log = capture_io { get "/api/held" }
    assert_equal 500, last_response.status
    assert_equal "Something went wrong on our side. Nothing was changed; the server's log has the details.",
      JSON.parse(last_response.body)["detail"]
    refute_includes last_response.body, "secret"
    assert_match(/RuntimeError: a secret of the program\n.*doors_test\.rb/, log)
  ensure
    Web::Pages::Held.define_singleton_method(:new, fault)
  end

  # A folder in place of the built page.
  def with_page(files)
    folder = Dir.mktmpdir
    files.each do |name, text|
      FileUtils.mkdir_p(File.dirname(File.join(folder, name)))
      File.write(File.join(folder, name), text)
    end
    before = Web::App.public_folder
    Web::App.set(:public_folder, folder)
    yield
  ensure
    Web::App.set(:public_folder, before)
    FileUtils.rm_rf(folder)
  end

  def test_every_path_of_the_page_is_the_page_and_a_part_that_is_gone_is_not
    with_page("index.html" => "<p>The page</p>", "assets/here.js" => "1", "mark.svg" => "<svg/>") do
      %w[/ /front /front/12 /rules/new /views/3/edit].each do |path|
        get path
        assert_equal [200, "<p>The page</p>", "no-cache"], [last_response.status, last_response.body, last_response["cache-control"]], path
        assert_equal Web::App::POLICY, last_response["content-security-policy"]
      end
      get "/assets/here.js"
      assert_equal [200, "1"], [last_response.status, last_response.body]
      get "/assets/gone.js"
      assert_equal [404, "That part of the page is gone. Load the page anew."], [last_response.status, last_response.body]
    end
  end

  def test_a_page_that_is_not_built_says_what_to_do
    with_page({}) { get "/front" }
    assert_equal [503, "The interface is not built yet: run bin/setup."], [last_response.status, last_response.body]
  end

  def test_a_body_that_is_too_long_is_refused_before_anything_is_made_of_it
    {"/api/acts" => 1, "/api/rulebook/preview" => 12, "/api/sounds?name=x" => 64}.each do |path, most|
      post path, " " * (most * 1024 * 1024 + 1), "CONTENT_TYPE" => "application/json"
      assert_equal [413, "That is more than #{most} MB, which is the most that can be taken here."],
        [last_response.status, JSON.parse(last_response.body)["detail"]], path
      assert_safe(path)
    end
  end

  def test_a_character_that_no_text_holds_is_refused_wherever_it_stands
    [["PUT", "/api/things/groups", {"thing" => {"name" => "a", "members" => ["x\0@b.example"]}}],
      ["POST", "/api/sources", {"path" => "/a\0"}],
      ["GET", "/api/messages/1%00", nil]].each do |verb, path, body|
      custom_request(verb, path, {}, body ? {:input => JSON.generate(body), "CONTENT_TYPE" => "application/json"} : {})
      assert_includes [400, 404], last_response.status, path
    end
  end

  def test_what_the_api_answers_is_not_kept
    %w[/api/status /api/nowhere /api/day].each { |path| assert_equal "no-store", get(path)["cache-control"], path }
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

  def test_what_is_long_is_sent_compressed_to_who_takes_it
    20.times { take(subject: "A long list", date: at("08:30")) }
    get "/api/front"
    plain = last_response.body
    get "/api/front", {}, "HTTP_ACCEPT_ENCODING" => "gzip"
    assert_equal "gzip", last_response["content-encoding"]
    assert_equal plain, Zlib.gunzip(last_response.body)
    assert_operator last_response.body.bytesize, :<, plain.bytesize / 4
  end
end
