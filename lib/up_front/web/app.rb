# frozen_string_literal: true

require "sinatra/base"
require "committee"

module UpFront
  module Web
    # The API by resource, and the built front end. Requests are checked against docs/openapi.yaml at the door.
    class App < Sinatra::Base
      API = File.join(ROOT, "docs", "openapi.yaml")
      POLICY = "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self'; " \
        "media-src 'self'; " \
        "connect-src 'self'; frame-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'"

      # Of every answer, whoever gives it: a route, the static files, or what refuses a request before either. A route may say
      # otherwise for its own.
      SAFE = {"content-security-policy" => POLICY, "x-content-type-options" => "nosniff", "referrer-policy" => "no-referrer",
              "cross-origin-resource-policy" => "same-origin"}.freeze

      def self.call(env)
        status, headers, body = super
        [status, SAFE.merge(headers), body]
      end

      PATH = %r{\A/[\w/:.-]+\z}
      NAME = "(?<\\1>[^/?#]+)"

      # Our paths are words and names (":id") between slashes. The library reads a richer language, and so long that each start would take
      # a third of a second more.
      def self.compile(path, options = {})
        (path.is_a?(String) && path.match?(PATH)) ? super(Regexp.new(Regexp.escape(path).gsub(/:(\w+)/, NAME)), options) : super
      end
      private_class_method :compile

      set :environment, :production
      set :show_exceptions, false
      set :raise_errors, false
      set :logging, false
      set :protection, reaction: :deny, except: %i[json_csrf frame_options xss_header http_origin] # see same_origin!
      set :host_authorization, {permitted_hosts: []} # see Door, which knows how it is reached
      set :public_folder, File.join(ROOT, "public")
      set :static, true
      set :static_cache_control, [:public, max_age: 3600]
      set :clock, nil
      set :script, nil
      set :hub, nil
      set :faults, nil
      set :reached, Door::Reached.new
      set :answers, nil

      # What goes out in one piece; the stream of events goes by itself.
      COMPRESSED = %w[application/json application/problem+json text/html text/css text/javascript application/javascript image/svg+xml
        text/calendar].freeze
      use Rack::Deflater, include: COMPRESSED
      use BoundedBodies
      use Door
      use Committee::Middleware::RequestValidation, schema_path: API, prefix: "/api", coerce_date_times: false,
        params_key: "committee.params",
        parse_response_by_content_type: true, query_hash_key: "rack.request.query_hash", strict_reference_validation: true,
        error_class: BadRequest, ignore_error: false, strict: false

      use Meant

      helpers Helpers
      register Problems
      register ToldEvents
      [Routes::Reading, Routes::Acts, Routes::Rules, Routes::Rulebooks, Routes::Week, Routes::Alerts, Routes::Views, Routes::Finding,
        Routes::Tidying, Routes::Mail, Routes::Sources, Routes::Pace, Routes::Proposals, Routes::Promises,
        Routes::Outgoing, Routes::Senders, Routes::Report, Routes::Following, Routes::Contacts, Routes::Routines, Routes::Tables,
        Routes::House, Routes::Access].each do
        register _1
      end

      before do
        cache_control :no_store if request.path_info.start_with?("/api/")
        same_origin! unless reads?
        whole!(request.path_info)
        params.transform_values! { _1.is_a?(String) ? _1.scrub.delete("\0") : _1 } # what is looked for is looked for without it
      end

      # What can be asked before Up Front knows its owner; all else wants the rulebook.
      BEFORE_SET_UP = %r{\A/api/(?:status|zones|setup|clock|events|sign-in)\z}

      before("/api/*") do
        bringing = request.post? && request.path_info == "/api/rulebook" # the first run may begin with one
        rulebook unless bringing || BEFORE_SET_UP.match?(request.path_info)
      end

      %i[get post put delete patch options].each do |verb|
        public_send(verb, %r{/api/.*}) { halt_problem 404, "There is nothing at #{request.path_info}." }
      end

      # What an older page still asks for is gone; the page would take another for it.
      get("/assets/*") { halt 404, "That part of the page is gone. Load the page anew." }

      # Any other path is a page of the front end.
      get "*" do
        page = File.join(settings.public_folder, "index.html")
        halt 503, "The interface is not built yet: run bin/setup." unless File.exist?(page)
        cache_control :no_cache
        send_file page, type: "text/html; charset=utf-8"
      end
    end
  end
end
