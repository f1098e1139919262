# frozen_string_literal: true

require "loofah"
require "addressable/uri"

module UpFront
  module Post
    # Mail's HTML: its visible text for rules, and a form of it that is safe to show. Every pass goes through it once: a document
    # is asked and written as a whole, since a fragment is gone through anew for each of its parts.
    module HTML
      SILENT = %w[script style head title template noscript].freeze
      INLINE = %w[
        a abbr b bdi big cite code del dfn em font i ins kbd mark q s samp small span strike strong sub sup tt u var wbr
      ].freeze
      REMOTE = /\A\s*+(?:https?:)?\/\//i
      REMOTE_STYLE = /(?:background\s*+=?+|url\()\s*+["']?+https?:/i
      REMOVED = %w[script style link meta base title input button select textarea svg math video audio source track].freeze
      MAX_BYTES = 5 * 1024 * 1024
      TAG = /<[^<>]*+>/

      # It is nested deeper, or one of its tags has more attributes, than anything that a person wrote (400 of either).
      class TooIntricate < StandardError; end

      module_function

      # Blocks, cells and line breaks part words; inline tags do not.
      # @return [String]
      def text(html)
        out = +""
        walk(document(html), out)
        out.gsub(/[ \t\u00a0]+/, " ").gsub(/ ?\n ?/, "\n").gsub(/\n{3,}/, "\n\n").strip
      rescue TooIntricate
        rough_text(html)
      end

      # What is left of it without its tags: for what cannot be read as HTML, or not in good time.
      # @return [String]
      def rough_text(html) = html[0, MAX_BYTES].gsub(TAG, " ").squeeze(" \n")

      # Only allowed tags, attributes and properties; pictures of the message itself by the given address;
      # anything remote taken out unless asked for.
      # @param remote [Boolean] @yield [content_id] the address of an inline picture
      # @return [Array(String, Boolean)] the HTML, and whether remote content was left out
      # @raise [TooIntricate]
      def safe(html, remote: false, &address)
        document = document(html)
        document.xpath(REMOVED.map { "//#{_1} | //*[local-name()='#{_1}']" }.join(" | ")).each(&:unlink)
        document.xpath("//form").each { _1.replace(_1.children) }
        left_out = pictures(document, remote, &address)
        document.scrub!(Loofah::Scrubbers::Prune.new)
        links(document)
        [inside(document), left_out || (!remote && html.match?(REMOTE_STYLE))]
      end

      QUOTE = /<(\/?)blockquote\b[^>]*>/

      # Folds quoted text away; not where nothing of one's own stands before it.
      # @param safe [String] what {safe} gave @return [String]
      def folded(safe)
        depth = 0
        safe.gsub(QUOTE) do |tag|
          closes, before = !$1.empty?, $~.pre_match
          depth += closes ? -1 : 1
          next (depth.zero? ? "#{tag}</details>" : tag) if closes
          next tag if depth > 1

          alone = before.size < 4_000 && before.gsub(/<[^>]*>/, "").strip.empty?
          "<details#{" open" if alone}><summary>Quoted text</summary>#{tag}"
        end
      end

      # @param safe [String] what {safe} gave @param marking [#pieces] the words to mark @return [String]
      def marked(safe, marking)
        document = document(safe)
        mark(document, marking)
        inside(document)
      end

      def document(html)
        Loofah.html5_document("<!doctype html><body>#{html[0, MAX_BYTES]}")
      rescue NotImplementedError, ArgumentError # of the parser, at 400 levels or attributes
        raise TooIntricate
      end

      # What stands in the body, written in one go.
      def inside(document)
        body = document.at_xpath("//body") or return ""
        body.attributes.each_key { body.remove_attribute(_1) }
        body.to_html.delete_prefix("<body>").delete_suffix("</body>")
      end

      # @return [Boolean] whether one was left out
      def pictures(document, remote)
        left_out = false
        document.xpath("//img").each do |picture|
          source = picture["src"].to_s
          if (id = source[/\Acid:(.+)/i, 1])
            picture["src"] = yield(Addressable::URI.unencode(id))
          elsif source.match?(REMOTE) && !remote
            left_out = true
            picture.replace(alternative(picture))
          end
        end
        left_out
      end

      def walk(node, out)
        node.children.each do |child|
          if child.text? || child.cdata?
            out << child.text.gsub(/[ \t\r\n]+/, " ")
          elsif child.element? && !SILENT.include?(child.name)
            parting = !INLINE.include?(child.name)
            out << "\n" if parting
            walk(child, out)
            out << "\n" if parting
          elsif child.document?
            walk(child, out)
          end
        end
      end

      def alternative(picture)
        words = picture["alt"].to_s.strip
        Nokogiri::XML::Text.new(words.empty? ? "" : "[#{words}]", picture.document)
      end

      # Within a run of text; a word that tags part is left as it is.
      def mark(document, marking)
        document.xpath("//text()").each do |node|
          pieces = marking.pieces(node.text)
          next unless pieces.any?(&:last)

          node.replace(Nokogiri::XML::NodeSet.new(node.document, pieces.map { |text, marked| marked_node(text, marked, node.document) }))
        end
      end

      def marked_node(text, marked, document)
        return Nokogiri::XML::Text.new(text, document) unless marked

        Nokogiri::XML::Node.new("mark", document).tap { _1.content = text }
      end

      def links(document)
        document.xpath("//a[@href]").each do |link|
          link["target"] = "_blank"
          link["rel"] = "noopener noreferrer"
        end
        document.xpath("//*[@background]").each { _1.remove_attribute("background") }
      end
      private_class_method :document, :inside, :pictures, :walk, :alternative, :mark, :marked_node, :links
    end
  end
end
