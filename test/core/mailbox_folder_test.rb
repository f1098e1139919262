# frozen_string_literal: true

require_relative "../support/core_helper"

# What a folder is for, by what the server tells of it (RFC 6154) or else by its name, and what is proposed for it.
class MailboxFolderTest < Minitest::Test
  include CoreHelper

  # name, use: proposed, whether it claims nothing, whether what is moved there is done with
  FOLDERS = {
    ["INBOX", nil] => ["front", false, false], ["Inbox", nil] => ["front", false, false], ["Clients", nil] => ["kept", false, false],
    ["Sent", "sent"] => ["kept", true, false], ["Enviados", "sent"] => ["kept", true, false], ["Sent Items", nil] => ["kept", true, false],
    ["Entwürfe", "drafts"] => ["out", true, false], ["Drafts", nil] => ["out", true, false], ["Outbox", nil] => ["out", true, false],
    ["Papierkorb", "trash"] => ["out", true, true], ["Deleted Items", nil] => ["out", true, true], ["Spam", nil] => ["out", true, true],
    ["Bulk", "junk"] => ["out", true, true],
    ["Everything", "all"] => ["out", false, false], ["Starred", "flagged"] => ["out", false, false],
    ["Archive", "archive"] => ["kept", false, false], ["INBOX/Junk", nil] => ["out", true, true],
    ["Trash", "archive"] => ["kept", false, false]
  }.freeze

  FOLDERS.each do |(name, use), expected|
    define_method("test_#{name}_#{use}") do
      folder = Core::MailboxFolder.new(name, use)
      assert_equal expected, [folder.proposed, folder.quiet?, folder.away?]
    end
  end
end
