# frozen_string_literal: true

# Words of all mail, for finding. The index holds no text of its own: it points into message_texts, whose folded
# letters it is made of. It follows behind intake and is brought up to date before it is asked.
class Search < ActiveRecord::Migration[7.2]
  def up
    execute("CREATE VIRTUAL TABLE message_search USING fts5(subject, people, attachment_names, body, content='message_texts', content_rowid='message_id', tokenize='unicode61 remove_diacritics 0', prefix='2 3')")
  end
end
