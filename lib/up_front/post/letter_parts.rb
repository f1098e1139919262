# frozen_string_literal: true

require "mail"
require "addressable/uri"

module UpFront
  module Post
    # A message's parts: its text, its HTML, what is attached and which pictures the HTML shows.
    class LetterParts
      MAX_PARTS = 1_000 # a message of more is made to hurt
      MAX_DEPTH = 30
      Part = Struct.new(:name, :type, :bytes, :content_id, :source, keyword_init: true) do
        # @return [String] the decoded bytes
        def content
          source.body.decoded.b
        rescue Mail::UnknownEncodingType
          source.body.raw_source.b
        end

        # @return [Copied] without the tree that it was read from
        def copied = Copied.new(name: name, type: type, content: content)
      end
      Copied = Struct.new(:name, :type, :content, keyword_init: true)

      def initialize(mail)
        @mail = mail
        @leaves = []
        gather(mail, 0)
      end

      # The text that rules look through: of plain and HTML twins the plain one alone.
      # @return [String]
      def text = @text ||= texts(@mail, 0).join("\n\n").gsub(/\r\n?/, "\n").delete("\u0000").strip

      # @return [String, nil] the HTML part that a reader would show
      def html
        part = @leaves.find { type(_1) == "text/html" && !attached?(_1) }
        part && decoded(part)
      end

      # @return [Array<Part>]
      def attachments
        @attachments ||= @leaves.select { attached?(_1) && !shown_picture?(_1) }.map { part(_1) }
      end

      # @return [Part, nil] the picture that the HTML calls `cid:…`
      def inline(content_id)
        leaf = @leaves.find { type(_1).start_with?("image/") && id(_1) == content_id }
        leaf && part(leaf)
      end

      # RFC 5546: an invitation says its METHOD as parameter of the type or as property.
      def calendar_method?
        @leaves.any? do |leaf|
          type(leaf) == "text/calendar" &&
            (leaf.content_type_parameters.to_h.keys.any? { _1.to_s.casecmp?("method") } || decoded(leaf).match?(/^METHOD:/i))
        end
      end

      private

      def gather(part, depth)
        return if depth > MAX_DEPTH || @leaves.size >= MAX_PARTS
        return part.parts.each { gather(_1, depth + 1) } if part.multipart? && part.parts.any?

        @leaves << part
      end

      def texts(part, depth)
        return [] if depth > MAX_DEPTH
        return leaf_text(part) unless part.multipart? && part.parts.any?
        return part.parts.flat_map { texts(_1, depth + 1) } unless type(part) == "multipart/alternative"

        plain = part.parts.select { plain?(_1) }.flat_map { texts(_1, depth + 1) }
        (plain.any? { !_1.strip.empty? }) ? plain : part.parts.flat_map { texts(_1, depth + 1) }
      end

      def plain?(part) = part.multipart? ? part.parts.any? { plain?(_1) } : type(part) == "text/plain"

      def leaf_text(part)
        return [] if attached?(part)

        case type(part)
        when "text/plain" then [decoded(part)]
        when "text/html" then [HTML.text(decoded(part))]
        else []
        end
      end

      def decoded(part)
        Charset.utf8(part.body.decoded, part.charset)
      rescue Mail::UnknownEncodingType
        Charset.utf8(part.body.raw_source)
      end

      def type(part)
        declared = part.mime_type.to_s.downcase
        (declared.empty? || !declared.include?("/")) ? "text/plain" : declared
      rescue *ParseFaults::ALL
        "text/plain"
      end

      def attached?(part) = disposition(part).start_with?("attachment") || !name(part).nil?

      def disposition(part) = part[:content_disposition]&.value.to_s.strip.downcase

      # The file's name: RFC 2231 and encoded words, or the type's `name`.
      def name(part)
        given = part.filename
        given && Charset.utf8(given).delete("\u0000").then { _1.strip.empty? ? nil : File.basename(_1.tr("\\", "/"))[0, 255] }
      rescue *ParseFaults::ALL
        nil
      end

      def id(part) = part.content_id.to_s.delete("<>").strip

      def shown_picture?(part)
        type(part).start_with?("image/") && !id(part).empty? && shown_ids.include?(id(part))
      end

      def shown_ids = @shown_ids ||= html.to_s.scan(/cid:([^"'\s>)]+)/i).flatten.to_set { Addressable::URI.unencode(_1) }

      # The size is that of the decoded file, reckoned for base64 without decoding (RFC 2045, section 6.8).
      def part(leaf)
        encoded = leaf.body.encoded
        base64 = leaf.content_transfer_encoding.to_s.casecmp?("base64")
        bytes = base64 ? (encoded.count("A-Za-z0-9+/") * 3 / 4) : encoded.bytesize
        Part.new(name: name(leaf) || "untitled", type: type(leaf), bytes: bytes, content_id: id(leaf), source: leaf)
      end
    end
  end
end
