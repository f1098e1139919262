# frozen_string_literal: true

module UpFront
  module Web
    # What routes share.
    module Helpers
      def clock = settings.clock
      def now = @now ||= clock.now

      # @return [Core::Rulebook]
      def rulebook
        @rulebook ||= Store::CurrentRulebook.rulebook || halt_problem(409, "Up Front does not know its owner yet.")
      end

      # json(rows: […]) or json({…}, status: 201)
      def json(value = nil, status: 200, **fields)
        content_type :json
        status status
        JSON.generate(value || fields)
      end

      # A page, made by the block where it has changed; a browser that holds it already is told so (RFC 9110, section 13.1.2).
      # @param key [Object] which of the pages of its kind
      def page(*key)
        kept = settings.answers&.fetch([request.path_info, *key], now) { json(yield) }
        body = kept ? kept.body : json(yield)
        cache_control :private, :no_cache
        etag kept ? kept.tag : KeptAnswers.tag(body), kind: :weak
        content_type :json
        return body unless kept && request.env["HTTP_ACCEPT_ENCODING"].to_s.include?("gzip")

        headers "content-encoding" => "gzip", "vary" => "accept-encoding"
        kept.packed
      end

      # @return [Hash] the request's JSON body
      def given
        request.body&.rewind
        text = request.body&.read.to_s
        text.empty? ? {} : whole!(JSON.parse(text))
      rescue JSON::ParserError
        halt_problem 400, "The request is no JSON."
      end

      # No text holds a null character: what is kept of it, and what is asked of a file system, would end there.
      # @param value [Object] of JSON @return [Object] itself
      def whole!(value)
        halt_problem 400, "There is a character in it that no text holds (U+0000). Take it out." if null?(value)

        value
      end

      def null?(value)
        case value
        when String then value.include?("\0")
        when Hash then value.any? { |key, each| null?(key) || null?(each) }
        when Array then value.any? { null?(_1) }
        end
      end

      # @return [Boolean] a parameter of the query; whoever checked it may have made a Boolean of it already
      def flag?(name, otherwise: false) = params.key?(name) ? params[name].to_s == "true" : otherwise

      # @param act [Desk::Act::Done] of a large act
      def begun(act)
        json(message: act.message, undo_id: act.undo_id, total: act.result.total, running: act.result.going?, job: act.result.id)
      end

      def done(act)
        going = act.result.is_a?(Store::Job) && act.result.going?
        json({message: act.message, undo_id: act.undo_id, **(going ? {running: true} : {})})
      end

      def message(id) = Store::Message.find_by(id: id) || halt_problem(404, "That message is not here.")

      # A page of another origin must not act here, whatever it sends. A browser says where a request comes from (Fetch, section
      # 3.2, "Origin", and Fetch Metadata Request Headers, "Sec-Fetch-Site"); the person's own programs say nothing.
      def same_origin!
        origin, site = request.env.values_at("HTTP_ORIGIN", "HTTP_SEC_FETCH_SITE")
        return if origin == request.base_url || site == "same-origin"
        return if origin.nil? && [nil, "none"].include?(site)

        halt_problem 403, "This request comes from another page."
      end
    end
  end
end
