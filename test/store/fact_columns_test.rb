# frozen_string_literal: true

require_relative "../support/desk_helper"

class FactColumnsTest < Minitest::Test
  include DeskHelper

  def test_a_message_comes_back_from_the_store_as_the_rules_saw_it
    set_up
    source = raw(subject: "Grüße", headers: ["Cc: J <j@z.example>", "References: <r@x>", "X-Ship: Gull",
      "Content-Type: text/csv; name=\"a.csv\""], id: "<1@x>")
    letter = Post::Letter.new(source)
    id = Desk::TakeIn.new(clock).call(letter, account: Store::Account.first).id
    assert_equal letter.message(account: "Work", mailbox: "INBOX", arrived_at: clock.now, first_contact: true), Store::Message.find(id)
      .to_core
  end
end
