# frozen_string_literal: true

require "addressable/uri"

module UpFront
  module Core
    # How a message says that one is taken off its list: by its headers alone, never by anything in its text.
    #
    # - one click: an https address of List-Unsubscribe to which `List-Unsubscribe=One-Click` is posted, where List-Unsubscribe-Post says so
    #   and a DKIM signature covers both headers (RFC 8058, sections 3 and 4; whether the signature is valid is not looked at here)
    # - mail: a `mailto:` of List-Unsubscribe (RFC 2369, section 3.2; RFC 6068) to one address
    # - page: a web address, which a person opens
    class Unsubscribe
      # @!attribute kind [:one_click, :mail, :page] @!attribute target [String] the web address, or the address of mail
      # @!attribute subject [String, nil] of mail @!attribute text [String, nil] of mail
      Way = Struct.new(:kind, :target, :subject, :text, keyword_init: true)

      PATIENCE_DAYS = 10 # in which what was under way may still come

      POSTED = "List-Unsubscribe=One-Click"
      SIGNED = %w[list-unsubscribe list-unsubscribe-post].freeze
      LONGEST = 2_000 # letters of an address; a longer one is left alone
      MOST = 10 # addresses in one header
      PRINTED = /\A[\x21-\x7e]+\z/ # what an address is made of (RFC 3986, section 2)

      # @param message [#header] @return [Way, nil] the best that it offers
      def self.of(message) = new(message).way

      def initialize(message)
        @message = message
        header = message.header("list-unsubscribe").first.to_s[0, LONGEST * MOST]
        @addresses = header.scan(/<([^<>]*)>/).flatten.map { _1.gsub(/\s+/, "") }.reject { _1.empty? || _1.size > LONGEST }.first(MOST)
      end

      def way = one_click || mail || page

      private

      def one_click
        return unless @message.header("list-unsubscribe-post").map { _1.gsub(/\s+/, "") } == [POSTED] && signed?

        address = web("https").first
        Way.new(kind: :one_click, target: address) if address
      end

      # RFC 6376, section 3.5: `h=` names the headers that a signature covers.
      def signed?
        @message.header("dkim-signature").any? do |signature|
          covered = signature.split(";").filter_map { _1.strip[/\Ah\s*=\s*(.*)\z/m, 1] }.first.to_s.downcase.split(":").map(&:strip)
          (SIGNED - covered).empty?
        end
      end

      def mail = @addresses.lazy.filter_map { |address| letter(address) if address.match?(/\Amailto:/i) }.first

      # One address, a subject and a text, and nothing else: a header more could make of it another letter.
      def letter(address)
        to, query = address.sub(/\Amailto:/i, "").split("?", 2)
        fields = query.to_s.split("&").to_h { |field| field.split("=", 2).then { |name, value| [name.to_s.downcase, plain(value)] } }
        to = plain(to)
        return unless to.match?(Address::SENDABLE) && (fields.keys - %w[subject body]).empty?

        Way.new(kind: :mail, target: to, subject: one_line(fields["subject"]), text: fields["body"].to_s[0, LONGEST])
      end

      def one_line(text) = text.to_s.gsub(/[[:cntrl:]\u2028\u2029]+/, " ").strip.then { _1.empty? ? "unsubscribe" : _1[0, 200] }
      def plain(text) = Addressable::URI.unencode_component(text.to_s).dup.force_encoding(Encoding::UTF_8).scrub

      def page = web("https", "http").first&.then { Way.new(kind: :page, target: _1) }

      def web(*schemes)
        @addresses.select do |address|
          uri = Addressable::URI.parse(address)
          schemes.include?(uri.scheme&.downcase) && !uri.host.to_s.empty? && uri.userinfo.nil? && address.match?(PRINTED)
        rescue Addressable::URI::InvalidURIError
          false
        end
      end
    end
  end
end
