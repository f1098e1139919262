# frozen_string_literal: true

# The index of words holds the words that conditions are compared with, so that conditions too can be asked of it.
# It is filled again in steps behind intake.
class IndexOfWords < ActiveRecord::Migration[7.2]
  def up
    execute("DROP TABLE message_search")
    execute(<<~SQL)
      CREATE VIRTUAL TABLE message_search USING fts5(subject_words, people_words, attachment_names_words, body_words, content='message_texts', content_rowid='message_id',
        tokenize="unicode61 remove_diacritics 0 categories 'L* M* N* P* S* C*'", prefix='2 3')
    SQL
    execute("DELETE FROM settings WHERE key = 'search_upto'")
  end
end
