# frozen_string_literal: true

require "digest"

module UpFront
  module Store
    # What SQL asks of the core: how text is folded, and the text questions that plain searches cannot answer.
    module Functions
      MAX_PHRASES = 200

      # @param connection [SQLite3::Database]
      def self.add_to(connection)
        connection.create_function("sha256", 1) { |function, bytes| function.result = SQLite3::Blob.new(Digest::SHA256.digest(bytes.to_s)) }
        add_folding(connection)
        add_headers(connection)
        phrases = Hash.new do |known, text|
          known.clear if known.size > MAX_PHRASES
          known[text] = Core::Phrase.new(text)
        end
        connection.create_function("phrase_in", 2) do |function, words, phrase|
          function.result = phrases[phrase.to_s].in?(words.to_s) ? 1 : 0
        end
      end

      def self.add_folding(connection)
        connection.create_function("folded", 1) { |function, text| function.result = Core::Text.fold(text.to_s) }
        connection.create_function("sort_key", 1) { |function, text| function.result = Core::Text.sort_key(text.to_s) }
        connection.create_function("laid_anew", 1) { |function, laid| function.result = laid_anew(laid.to_s) }
        connection.create_function("laid_words", 1) { |function, laid| function.result = Core::Text.words(laid.to_s) }
      end

      # Texts that were laid by an earlier way of folding.
      def self.laid_anew(laid) = Core::Text.lay(laid.split("\n", -1)[1..-2].to_a)

      def self.add_headers(connection)
        laid = ->(headers, name) { Core::Text.lay(JSON.parse(headers.to_s).fetch(name.to_s, [])) }
        connection.create_function("header_laid", 2) { |function, headers, name| function.result = laid[headers, name] }
        connection.create_function("list_id", 1) { |function, headers| function.result = list_id(headers) }
        connection.create_function("header_words", 2) { |function, headers, name| function.result = Core::Text.words(laid[headers, name]) }
      end

      # @param headers [String, nil] JSON @return [String, nil]
      def self.list_id(headers)
        headers && Core::MailingList.read(JSON.parse(headers).fetch("list-id", []).first)&.id
      end
      private_class_method :add_folding, :laid_anew, :add_headers, :list_id
    end
  end
end
