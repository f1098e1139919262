# frozen_string_literal: true

require "mail"
require "addressable/uri"
require "cgi"

module UpFront
  module Post
    # A message's parts: its text, its HTML, what is attached and which pictures the HTML shows. Every leaf is one of them.
    class LetterParts
      Part = Struct.new(:name, :type, :bytes, :content_id, :source, keyword_init: true) do
        # @return [String] the decoded bytes; of a container, as it came
        def content
          return source.raw_source.b if type == WHOLE

          source.body.decoded.b
        rescue Mail::UnknownEncodingType
          source.body.raw_source.b
        end

        # @return [Copied] without the tree that it was read from
        def copied = Copied.new(name: name, type: type, content: content)
      end
      Copied = Struct.new(:name, :type, :content, keyword_init: true)

      WHOLE = "message/x-whole" # not looked into

      READ = %w[text/plain text/html message/delivery-status].freeze # what is text to be read where it stands

      def initialize(mail)
        @mail = mail
        @tree = PartTree.new(mail)
      end

      # The text that rules look through: of plain and HTML twins the plain one alone; of an attached message its heading and its text.
      # @return [String]
      def text = @text ||= texts(@mail, 0).join("\n\n").gsub(/\r\n?/, "\n").delete("\u0000").strip

      # What a reader would show: the HTML of the message, and between its parts what is text alone.
      # @return [String, nil] nil where there is no HTML
      def html
        return @html if defined?(@html)

        shown = shown_parts(@mail, 0)
        @html = if shown.any? { type(_1) == "text/html" }
          (shown.size == 1) ? decoded(shown.first) : shown.map { shown_html(_1) }.join("\n")
        end
      end

      # What is not shown as text, each with the name that it has or one made up for it.
      # @return [Array<Part>]
      def attachments
        @attachments ||= begin
          files = leaves.reject { read?(_1) || _1.twin && other_form?(_1) || shown_picture?(_1) }
          names = files.map { name(_1.part) }
          given = PartNames.apart(files.zip(names).map { |leaf, name| name || made_name(leaf) }, names.map(&:nil?))
          files.zip(given).map { |leaf, name| part(leaf, name) }
        end
      end

      # @return [Part, nil] the picture that the HTML calls `cid:…`
      def inline(content_id)
        leaf = leaves.find { _1.type.start_with?("image/") && id(_1.part) == content_id }
        leaf && part(leaf, name(leaf.part))
      end

      # @return [String, nil] the first calendar that it brings, as a part or as a file
      def calendar
        leaf = leaves.find { _1.type == "text/calendar" } || leaves.find { |each| name(each.part).to_s.match?(/\.ics\z/i) }
        leaf && decoded(leaf.part)
      end

      # RFC 5546: an invitation says its METHOD as parameter of the type or as property.
      def calendar_method?
        leaves.any? do |leaf|
          leaf.type == "text/calendar" && leaf.within.nil? &&
            (leaf.part.content_type_parameters.to_h.keys.any? { _1.to_s.casecmp?("method") } || decoded(leaf.part).match?(/^METHOD:/i))
        end
      end

      private

      def leaves = @tree.leaves
      def type(part) = PartTree.type(part)

      # Text that is shown where it stands; of an attached message too.
      def read?(leaf) = !leaf.whole && readable?(leaf.part)

      # A container whose parts cannot be told apart is shown as it came.
      def readable?(part) = (READ.include?(type(part)) || part.multipart?) && !attached?(part)

      # Beside the text in another form: what only some program reads.
      def other_form?(leaf) = leaf.type.start_with?("text/") && leaf.type != "text/calendar" && !attached?(leaf.part)

      def texts(part, depth)
        return [] if depth > PartTree::MAX_DEPTH
        return leaf_text(part, depth) unless PartTree.container?(part)
        return part.parts.flat_map { texts(_1, depth + 1) } unless type(part) == "multipart/alternative"

        plain = part.parts.select { plain?(_1) }.flat_map { texts(_1, depth + 1) }
        (plain.any? { !_1.strip.empty? }) ? plain : part.parts.flat_map { texts(_1, depth + 1) }
      end

      def plain?(part) = part.multipart? ? part.parts.any? { plain?(_1) } : type(part) == "text/plain"

      def leaf_text(part, depth)
        return attached_text(part, depth) if type(part) == "message/rfc822"
        return [] unless readable?(part)

        [(type(part) == "text/html") ? HTML.text(decoded(part)) : decoded(part)]
      end

      def attached_text(part, depth)
        leaf = leaves.find { _1.part.equal?(part) }
        inner = leaf&.inner or return []
        [heading(inner), *texts(inner, depth + 1)]
      end

      def heading(mail)
        headers = LetterHeaders.new(mail)
        %w[From Date Subject].filter_map { |name| headers.decoded(name.downcase).then { "#{name}: #{_1}" unless _1.strip.empty? } }
          .join("\n")
      end

      def made_name(leaf)
        return PartNames.made("message/rfc822", "rest of the message") if leaf.whole

        PartNames.made(leaf.type, leaf.inner ? LetterHeaders.new(leaf.inner).decoded("subject") : "")
      end

      # Of twins the richest form that can be shown, which comes last (RFC 2046, section 5.1.4).
      def shown_parts(part, depth)
        return [] if depth > PartTree::MAX_DEPTH
        return (readable?(part) || type(part) == "message/rfc822") ? [part] : [] unless PartTree.container?(part)
        return part.parts.flat_map { shown_parts(_1, depth + 1) } unless type(part) == "multipart/alternative"

        forms = part.parts.map { shown_parts(_1, depth + 1) }.reject(&:empty?)
        forms.reverse.find { |form| form.any? { type(_1) == "text/html" } } || forms.last || []
      end

      def shown_html(part)
        return decoded(part) if type(part) == "text/html"

        text = leaf_text(part, 0).join("\n\n")
        text.strip.empty? ? "" : "<hr><div style=\"white-space: pre-wrap\">#{CGI.escapeHTML(text)}</div>"
      end

      def decoded(part)
        Charset.utf8(part.body.decoded, part.charset)
      rescue Mail::UnknownEncodingType
        Charset.utf8(part.body.raw_source)
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

      def shown_picture?(leaf)
        leaf.type.start_with?("image/") && leaf.within.nil? && !id(leaf.part).empty? && shown_ids.include?(id(leaf.part))
      end

      def shown_ids = @shown_ids ||= html.to_s.scan(/cid:([^"'\s>)]+)/i).flatten.to_set { Addressable::URI.unencode(_1) }

      # The size is that of the decoded file, reckoned for base64 without decoding (RFC 2045, section 6.8).
      def part(leaf, name)
        encoded = leaf.part.body.encoded
        base64 = leaf.part.content_transfer_encoding.to_s.casecmp?("base64")
        bytes = base64 ? (encoded.count("A-Za-z0-9+/") * 3 / 4) : encoded.bytesize
        Part.new(name: name, type: leaf.whole ? WHOLE : leaf.type, bytes: bytes, content_id: id(leaf.part), source: leaf.part)
      end
    end
  end
end
