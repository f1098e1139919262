# frozen_string_literal: true

module UpFront
  module Store
    # What SQL asks of the core: the two text questions that plain searches cannot answer.
    module Functions
      MAX_PHRASES = 200

      # @param connection [SQLite3::Database]
      def self.add_to(connection)
        phrases = Hash.new do |known, text|
          known.clear if known.size > MAX_PHRASES
          known[text] = Core::Phrase.new(text)
        end
        connection.create_function("phrase_in", 2) do |function, words, phrase|
          function.result = phrases[phrase.to_s].in?(words.to_s) ? 1 : 0
        end
        connection.create_function("header_laid", 2) do |function, headers, name|
          function.result = Core::Text.lay(JSON.parse(headers.to_s).fetch(name.to_s, []))
        end
        connection.create_function("header_words", 2) do |function, headers, name|
          function.result = Core::Text.words(Core::Text.lay(JSON.parse(headers.to_s).fetch(name.to_s, [])))
        end
      end
    end
  end
end
