# frozen_string_literal: true

module UpFront
  module Store
    # The index of words, brought up to date in small steps behind intake, and asked. It holds the very words that
    # conditions are compared with ({Core::Text.words}), each between spaces: any sign but a space belongs to a word, and
    # so the line feed that parts two texts is a word of its own, which no phrase runs across.
    module SearchIndex
      KEY = "search_upto"
      STEP = 250 # messages indexed in one transaction: some tens of milliseconds
      COLUMNS = %w[subject_words people_words attachment_names_words body_words].freeze # in the order in which a word in them counts

      UPTO = PreparedQuery.new("SELECT value FROM settings WHERE key = '#{KEY}'")

      module_function

      # @return [Integer] how many messages were indexed
      def step(limit: STEP)
        return 0 unless MessageText.where("message_id > ?", upto).exists?

        Record.transaction do
          ids = MessageText.where("message_id > ?", upto).order(:message_id).limit(limit).pluck(:message_id)
          next 0 if ids.empty?

          Record.with_connection do |here|
            here.execute("INSERT INTO message_search (rowid, #{COLUMNS.join(", ")}) SELECT message_id, #{COLUMNS.join(", ")} FROM " \
              "message_texts WHERE message_id BETWEEN #{ids.first} AND #{ids.last}")
          end
          Setting[KEY] = ids.last
          ids.size
        end
      end

      def catch_up = (nil while step.positive?)

      # @param columns [Array<Symbol>] of a fact @return [Boolean] whether their words are in the index
      def holds?(columns) = columns.all? { COLUMNS.include?("#{_1}_words") }

      # @return [Integer] the last message whose words are in the index
      def upto = UPTO.call.to_i

      # @param phrase [Core::Phrase] @param whole [Boolean] without its last `*`
      # @return [String, nil] as FTS5 has it; nil where a `*` stands before the last word
      def phrase(phrase, whole: false)
        words = phrase.words.map(&:text) # letters and digits alone: nothing in them is FTS5's
        "\"#{words.join(" ")}\"#{" *" if phrase.words.last.open && !whole}" if phrase.plain?
      end

      # @param phrases [Array<String>] from {phrase} @param columns [Array<String>] some of {COLUMNS}
      # @param all [Boolean] all of them, or any
      # @return [String] for MATCH
      def question(phrases, columns, all:) = "{#{columns.join(" ")}} : (#{phrases.join(all ? " AND " : " OR ")})"
    end
  end
end
