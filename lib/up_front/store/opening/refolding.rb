# frozen_string_literal: true

module UpFront
  module Store
    # Folds texts anew that were kept by an earlier way of folding ({Core::Text::WAY}), when the database is opened. Only those
    # with letters beyond ASCII can come out otherwise.
    module Refolding
      KEY = "folded_by"
      SORTED = "sorted_by"
      BEYOND_ASCII = "*[^\u0001-\u007f]*" # for GLOB

      module_function

      # @return [Boolean] whether anything had to be done
      def ensure!
        sort
        return false if Setting[KEY].to_i == Core::Text::WAY

        Record.transaction do
          Record.with_connection { fold(_1) } if Message.exists?
          Setting[KEY] = Core::Text::WAY
        end
        true
      end

      # What names and subjects are sorted by, which has a way of its own.
      def sort
        return if Setting[SORTED].to_i == Core::Text::SORT_WAY

        Record.transaction do
          {"sender" => "sender_name", "subject" => "subject"}.slice(*Message.column_names.grep(/_folded\z/).map {
            _1.delete_suffix("_folded")
          })
            .each do |name, of|
            Message.where("#{of} GLOB '#{BEYOND_ASCII}'").update_all("#{name}_folded = substr(sort_key(#{of}), 1, #{Intake::SORTED})")
          end
          Setting[SORTED] = Core::Text::SORT_WAY
        end
      end

      def fold(here)
        texts(here)
        columns(here, "message_people", %w[name_key])
        columns(here, "messages", Message.column_names & %w[account_key mailbox_key])
        columns(here, "message_threads", %w[thread])
        columns(here, "sounds", %w[name_key])
      end

      def columns(here, table, names)
        names.each { here.execute("UPDATE #{table} SET #{_1} = folded(#{_1}) WHERE #{_1} GLOB '#{BEYOND_ASCII}'") }
      end

      # The index of words is told of what it loses and what it gains.
      def texts(here)
        names = FactColumns.texts.map { _1.columns.first.to_s }
        ids = here.select_values("SELECT message_id FROM message_texts WHERE #{names.map { "#{_1} GLOB '#{BEYOND_ASCII}'" }.join(" OR ")}")
        ids.each_slice(500) do |some|
          among = "(#{some.join(", ")})"
          indexed = "message_id IN #{among} AND message_id <= #{SearchIndex.upto}"
          columns = SearchIndex::COLUMNS.join(", ")
          here.execute("INSERT INTO message_search (message_search, rowid, #{columns}) SELECT 'delete', message_id, #{columns} FROM " \
            "message_texts WHERE #{indexed}")
          here.execute("UPDATE message_texts SET #{names.map { "#{_1} = laid_anew(#{_1})" }.join(", ")} WHERE message_id IN #{among}")
          here.execute("UPDATE message_texts SET #{names.map { "#{_1}_words = laid_words(#{_1})" }.join(", ")} WHERE message_id IN " \
            "#{among}")
          here.execute("INSERT INTO message_search (rowid, #{columns}) SELECT message_id, #{columns} FROM message_texts WHERE #{indexed}")
        end
      end
      private_class_method :sort, :fold, :columns, :texts
    end
  end
end
