# frozen_string_literal: true

require_relative "../support/desk_helper"

# What is done when a database is opened: files that cannot serve are refused and left, texts of an earlier way are folded anew, and
# what only grows is counted now and then.
class OpeningTest < Minitest::Test
  include DeskHelper

  def setup
    super
    set_up
  end

  def unusable(path) = assert_raises(Store::Database::Unusable) { Store::Database.send(:check, path) }.message

  def test_files_that_are_none_are_refused_and_left
    {"SQLite format 2\0 and so on" => true, "PK\x03\x04" => true, "\0" * 100 => true, "SQLite format 3" => true}.each_key do |bytes|
      path = File.join(DeskHelper::FOLDER, "none-#{rand(1e9).to_i}")
      File.binwrite(path, bytes)
      assert_equal "#{path} is not a database of Up Front; it was left as it is.", unusable(path)
      assert_equal bytes.b, File.binread(path)
    end
  end

  def test_nothing_there_and_an_empty_file_may_become_one
    path = File.join(DeskHelper::FOLDER, "empty-#{rand(1e9).to_i}")
    assert_nil Store::Database.send(:check, path)
    File.write(path, "")
    assert_nil Store::Database.send(:check, path)
  end

  # As an earlier way of folding would have left it.
  def fold_as_before
    Store::Record.connection.execute("UPDATE message_texts SET subject = replace(subject, 'lukasz', 'łukasz'), " \
      "subject_words = replace(subject_words, 'lukasz', 'łukasz')")
    Store::Record.connection.execute("UPDATE messages SET subject_folded = 'łukasz and the crates', sender_folded = 'ødegård'")
    Store::Record.connection.execute("UPDATE message_people SET name_key = 'ødegård'")
    Store::Setting[Store::Refolding::SORTED] = Core::Text::SORT_WAY - 1
    Store::Setting[Store::Refolding::KEY] = Core::Text::WAY - 1
  end

  def found(word)
    condition = Core::Condition.read(leaf("subject", "mentions", [word]), Core::Check.new, Store::CurrentRulebook.rulebook.names)
    Store::SQLReader.messages(condition).ids
  end

  def finding(word) = Store::Record.connection.select_values("SELECT rowid FROM message_search WHERE message_search MATCH '\"#{word}\"'")

  def test_texts_of_an_earlier_way_are_folded_anew_with_the_index_of_words
    ids = [take(subject: "Łukasz and the crates", from: "Ødegård <o@b.example>").id, take(subject: "Plain").id]
    Store::SearchIndex.catch_up while Store::SearchIndex.upto < ids.last
    fold_as_before
    assert_equal [true, false], Array.new(2) { Store::Refolding.ensure! }
    assert_equal [ids.first(1), ids.first(1)], [found("lukasz"), found("Łukasz")]
    row = Store::Message.find(ids.first)
    assert_equal ["l~ukasz and the crates", "o~degard"], [row.subject_folded, row.sender_folded]
    assert_includes Store::MessagePerson.where(message_id: ids.first).pluck(:name_key), "odegard"
    Store::Record.connection.execute("INSERT INTO message_search (message_search) VALUES ('integrity-check')")
  end

  def test_mail_without_letters_beyond_ascii_is_left_alone
    id = take(subject: "Plain").id
    before = Store::MessageText.find(id).attributes
    Store::Setting[Store::Refolding::KEY] = Core::Text::WAY - 1
    assert Store::Refolding.ensure!
    assert_equal before, Store::MessageText.find(id).attributes
  end

  def test_what_helps_to_choose_an_index_is_counted_again_when_there_is_a_good_deal_more
    Store::Database.analyse
    assert_equal 0, Store::Setting[Store::Database::ANALYSED].to_i, "nothing is there"
    newest = take.id
    Store::Database.analyse
    assert_equal newest, Store::Setting[Store::Database::ANALYSED].to_i
    counted = Store::Record.with_connection { _1.select_values("SELECT idx FROM sqlite_stat1") }
    assert_empty %w[index_messages_on_arrived_at index_states_unread index_claims_on_revision] - counted
    take
    Store::Setting[Store::Database::ANALYSED] = newest * 1_000
    Store::Database.analyse
    assert_equal newest * 1_000, Store::Setting[Store::Database::ANALYSED].to_i, "little has come since"
  end

  def test_settings_of_each_kind_come_back_as_they_were
    [true, 7, "text", ["a"], {"a" => {"b" => [1, nil]}}].each do |value|
      Store::Setting["a thing"] = value
      assert_equal value, Store::Setting["a thing"]
    end
    assert_nil Store::Setting["never set"]
  end
end
