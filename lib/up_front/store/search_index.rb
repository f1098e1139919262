# frozen_string_literal: true

module UpFront
  module Store
    # The index of words, brought up to date in small steps behind intake, and asked.
    module SearchIndex
      KEY = "search_upto"
      STEP = 500 # messages indexed in one transaction: some tens of milliseconds
      WEIGHTS = "8.0, 5.0, 3.0, 1.0" # a word of the subject counts more than one of a long text
      MOST_HITS = 5_000 # that are ranked and counted; nobody goes through more

      module_function

      # @return [Integer] how many messages were indexed
      def step(limit: STEP)
        upto = Setting[KEY].to_i
        return 0 unless MessageText.where("message_id > ?", upto).exists?

        Record.transaction do
          upto = Setting[KEY].to_i
          ids = MessageText.where("message_id > ?", upto).order(:message_id).limit(limit).pluck(:message_id)
          next 0 if ids.empty?

          Record.with_connection { |here| here.execute("INSERT INTO message_search (rowid, subject, people, attachment_names, body) SELECT message_id, subject, people, attachment_names, body FROM message_texts WHERE message_id BETWEEN #{ids.first} AND #{ids.last}") }
          Setting[KEY] = ids.last
          ids.size
        end
      end

      def catch_up = (nil while step.positive?)

      # @param terms [Array<Core::SearchText::Term>] all of which must be there @return [Array<Integer>] messages, the best first
      def find(terms, limit: MOST_HITS)
        catch_up
        question = terms.map { |term| "\"#{term.words.join(" ")}\"#{" *" if term.open}" }.join(" AND ") # words of letters and digits alone: nothing in them is FTS5's
        Record.with_connection do |here|
          here.select_values("SELECT rowid FROM message_search WHERE message_search MATCH #{here.quote(question)} ORDER BY bm25(message_search, #{WEIGHTS}), rowid DESC LIMIT #{Integer(limit)}")
        end
      end
    end
  end
end
