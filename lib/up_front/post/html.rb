# frozen_string_literal: true

require "loofah"
require "addressable/uri"

module UpFront
  module Post
    # Mail's HTML: its visible text for rules, and a form of it that is safe to show.
    module HTML
      SILENT = %w[script style head title template noscript].freeze
      INLINE = %w[
        a abbr b bdi bdo big cite code del dfn em font i ins kbd mark q s samp small span strike strong sub sup tt u var wbr
      ].freeze
      REMOTE = /\A\s*(?:https?:)?\/\//i
      REMOVED = "script, style, link, meta, base, title, head, input, button, select, textarea, svg, math, video, audio, source, track"
      MAX_BYTES = 5 * 1024 * 1024

      module_function

      # Blocks, cells and line breaks part words; inline tags do not.
      # @return [String]
      def text(html)
        out = +""
        walk(Loofah.html5_document(html[0, MAX_BYTES]), out)
        out.gsub(/[ \t\u00a0]+/, " ").gsub(/ ?\n ?/, "\n").gsub(/\n{3,}/, "\n\n").strip
      rescue NotImplementedError, ArgumentError # very deep or broken beyond parsing
        html.gsub(/<[^>]*>/, " ")
      end

      # Only allowed tags, attributes and properties; pictures of the message itself by the given address;
      # anything remote taken out unless asked for.
      # @param remote [Boolean] @param marking [#pieces, nil] the words to mark @yield [content_id] the address of an inline picture
      # @return [Array(String, Boolean)] the HTML, and whether remote content was left out
      def safe(html, remote: false, marking: nil)
        left_out = false
        fragment = Loofah.html5_fragment(html[0, MAX_BYTES])
        fragment.css(REMOVED).remove
        fragment.css("form").each { _1.replace(_1.children) }
        fragment.css("img").each do |picture|
          source = picture["src"].to_s
          if (id = source[/\Acid:(.+)/i, 1])
            picture["src"] = yield(Addressable::URI.unencode(id))
          elsif source.match?(REMOTE) && !remote
            left_out = true
            picture.replace(alternative(picture))
          end
        end
        fragment.scrub!(Loofah::Scrubbers::Prune.new)
        links(fragment)
        mark(fragment, marking) if marking
        [fragment.to_s, left_out || (!remote && html.match?(/(?:background|url\()\s*=?\s*["']?https?:/i))]
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
      def mark(fragment, marking)
        fragment.xpath(".//text()").each do |node|
          pieces = marking.pieces(node.text)
          next unless pieces.any?(&:last)

          node.replace(Nokogiri::XML::NodeSet.new(node.document, pieces.map { |text, marked| marked_node(text, marked, node.document) }))
        end
      end

      def marked_node(text, marked, document)
        return Nokogiri::XML::Text.new(text, document) unless marked

        Nokogiri::XML::Node.new("mark", document).tap { _1.content = text }
      end

      def links(fragment)
        fragment.css("a[href]").each do |link|
          link["target"] = "_blank"
          link["rel"] = "noopener noreferrer"
        end
        fragment.css("[background]").each { _1.remove_attribute("background") }
      end
      private_class_method :walk, :alternative, :mark, :marked_node, :links
    end
  end
end
