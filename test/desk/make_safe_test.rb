# frozen_string_literal: true

require_relative "../support/desk_helper"

# The safe form of a message's HTML: made once behind intake, shown from then on, gone with its message.
class MakeSafeTest < Minitest::Test
  include DeskHelper

  def setup
    super
    set_up
  end

  def bytes(text, type = "text/html")
    "From: Ana <ana@casadomar.example>\nTo: wren@lanternquay.example\nSubject: Loan\nDate: Tue, 09 Mar 2027 08:00:00 +0000\n" \
      "Message-ID: <#{rand}@x>\nContent-Type: #{type}; charset=utf-8\n\n#{text}"
  end

  def take_raw(...)
    id = Desk::TakeIn.new(clock).call(Post::Letter.new(bytes(...)).read, account: Store::Account.first).id
    Store::Message.find(id)
  end

  def step = Desk::MakeSafe.new(clock).call

  def test_it_is_made_once_and_then_shown_as_it_was_made
    message = take_raw("<p onclick=x()>Hello <img src='cid:a@x'><img src='https://t.example/p.png'>")
    now = Desk::MakeSafe.of(message)
    assert_equal ["<p>Hello <img src=\"/api/messages/#{message.id}/inline/a@x\"></p>", true], now
    assert_equal 0, Store::SafeHTML.count, "looking writes nothing"
    assert_equal [1, 0], [step, step]
    assert_equal now, Desk::MakeSafe.of(message)
    Store::SafeHTML.where(message_id: message.id).update_all(html: "<p>kept</p>")
    assert_equal "<p>kept</p>", Desk::MakeSafe.of(message).first
    assert_includes Desk::MakeSafe.of(message, remote: true).first, "t.example"
  end

  def test_what_has_no_html_that_can_be_shown_has_none_before_and_after
    messages = [take_raw("Text", "text/plain"), take_raw("<div>" * 500), take_raw("")]
    assert_equal [nil] * 3, messages.map { Desk::MakeSafe.of(_1) }
    assert_equal 3, step
    assert_equal [[nil] * 3, 0], [messages.map { Desk::MakeSafe.of(_1) }, Store::SafeHTML.count]
  end

  def test_many_are_gone_through_a_few_at_a_time_and_none_twice
    ids = Array.new(Desk::MakeSafe::STEP + 3) { take_raw("<p>#{_1}").id }
    seen = 0
    seen += step until Store::SafeHTML.upto == ids.last
    assert_equal [ids.size, ids], [seen, Store::SafeHTML.order(:message_id).pluck(:message_id)]
  end

  def test_it_goes_with_its_message
    message = take_raw("<p>Hello")
    step
    Store::Message.where(id: message.id).delete_all
    assert_equal 0, Store::SafeHTML.count
  end

  def test_a_letter_that_takes_too_much_is_here_whole_and_says_so
    message = take_raw("<p>#{Array.new(300) { "<b id=#{_1}>" }.join}</p>#{"<p>x" * 100_000}")
    assert message.rough
    assert_equal [nil, "Loan", "ana@casadomar.example"], [Desk::MakeSafe.of(message), message.subject, message.sender_key]
    assert_operator Store::RawMessage.find(message.id).bytes.bytesize, :>, 400_000
    after = take_raw("<p>The next one")
    assert_equal [false, "The next one"], [after.rough, after.body]
  end
end
