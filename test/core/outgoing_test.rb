# frozen_string_literal: true

require_relative "../support/core_helper"
require "prop_check"

# What an answer begins as, how text flows, what to look at twice, templates, pauses, and what servers mean.
class OutgoingTest < Minitest::Test
  include CoreHelper

  def names = rulebook.names
  def me = names.me.keys.first
  def person(email, name = nil) = Core::Address.new(email, name)

  def answer(**given)
    Core::Answer.new(Core::Message.new(arrived_at: at("09:00"), **given), names, Core::TimeFormat.new(names.zone, at("09:14")))
  end

  def keys(people) = people.map(&:email)

  def test_who_an_answer_goes_to
    given = {from: [person("ana@b.example")], to: [person(me), person("bo@b.example"), person("BO@b.example")],
             cc: [person("ana@b.example")]}
    assert_equal [%w[ana@b.example], %w[bo@b.example]], answer(**given).begun("reply_all").values_at(:to, :cc).map { keys(_1) }
    assert_equal [%w[ana@b.example], []], answer(**given).begun("reply").values_at(:to, :cc).map { keys(_1) }
    list = answer(**given, reply_to: [person("list@b.example")]).begun("reply_all")
    assert_equal [%w[list@b.example], %w[bo@b.example ana@b.example]], list.values_at(:to, :cc).map { keys(_1) }
    mine = answer(from: [person(me)], to: [person("bo@b.example")], cc: [person("cy@b.example"), person(me)]).begun("reply_all")
    assert_equal [%w[bo@b.example], %w[cy@b.example]], mine.values_at(:to, :cc).map { keys(_1) }
    assert_equal [[], []], answer(**given).begun("forward").values_at(:to, :cc)
  end

  def test_subjects_and_what_is_quoted
    {"Loan" => "Re: Loan", "RE: re: Loan" => "Re: Loan", "AW: Fwd: Leihe" => "Re: Leihe", "Re[2]: Loan" => "Re: Loan", "" => "Re:",
     "Report: loans" => "Re: Report: loans"}.each do |was, now|
      assert_equal now, answer(subject: was).begun("reply")[:subject]
    end
    assert_equal "Fwd: Loan", answer(subject: "Fw: Loan").begun("forward")[:subject]
    text = answer(from: [person("ana@b.example", "Ana")], body: "one\n\n> two\n\n\n").begun("reply")[:text]
    assert_equal "09:00, Ana wrote:\n> one\n>\n>> two\n", text
    long = answer(body: "line\n" * 5_000).begun("reply")[:text]
    assert_equal [2_002, "> […]"], [long.lines.size, long.lines.last.chomp]
    assert_equal %w[a b c], answer(references: %w[a b], message_id: "c").references
    assert_equal 50, answer(references: Array.new(200) { "r#{_1}" }, message_id: "c").references.size
  end

  # RFC 3676: what is sent and read again is what was written.
  def test_text_flows
    text = "A paragraph that is a good deal longer than the seventy-two characters that a line may have here.\n\n> quoted, and it too is " \
      "longer than a line may be, so that it goes on in the next one of the same depth\n>> deeper\n space\nFrom the start\n-- \nWren"
    sent = Core::Flowed.encode(text)
    assert_operator sent.lines.map { _1.chomp.size }.max, :<=, 78
    assert_includes sent, "\n-- \nWren"
    assert_equal text.sub("\n> quoted", "\n> quoted"), Core::Flowed.decode(sent)
  end

  def test_any_text_comes_back_as_it_was_written
    PropCheck.forall(PropCheck::Generators.array(PropCheck::Generators.printable_ascii_string)) do |lines|
      text = lines.map { _1.tr("\r\n", "  ").sub(/\A>+ */, "").rstrip }.join("\n")
      assert_equal text, Core::Flowed.decode(Core::Flowed.encode(text))
    end
  end

  def look(text, files: 0, to: ["ana@casadomar.example"], known: %w[ana@casadomar.example ana.ferro@casadomar.example])
    Core::LookTwice.new(known, %w[casadomar.example]).of(to.map { person(_1) }, text, files)
  end

  def test_what_to_look_at_twice
    assert_empty look("The list follows.")
    {"Please find attached the list" => "attached", "Die Liste ist angehängt." => "angehängt", "Segue em anexo" => "Segue em",
     "see the attachment" => "attachment"}.each { |text, word| assert_match(/“#{word}”/, look(text).first, text) }
    assert_empty look("attached", files: 1)
    assert_empty look("Yes.\n> see the attached list\n-- \nattached to you")
    assert_match(/11 people/, look("x", to: Array.new(11) { "p#{_1}@elsewhere.example" }).first)
    near = ->(address) { look("x", to: [address]).first }
    assert_match(/nearly ana.ferro@casadomar.example/, near["ana.fero@casadomar.example"])
    assert_match(/nearly ana.ferro@casadomar.example/, near["ana.ferro@casadomra.example"])
    assert_nil near["bo.lund@casadomar.example"]
    assert_match(/looks like casadomar.example/, near["ana@casad0mar.example"])
    took = cpu_seconds { look("x" * 500_000, known: Array.new(20_000) { "person#{_1}@casadomar.example" }) }
    assert_operator took, :<, 2
  end

  def test_templates_and_their_fields
    template = Core::Template.new("Dear {first_name},\n{subject} on {date}. {me} {unknown} { not one }")
    assert_equal %w[first_name subject date me unknown], template.fields
    values = ->(person) { Core::Template.values(person, subject: "Loan", date: "9 March", me: "Wren") }
    {"Ana Ferro" => "Ana", "Ferro, Ana" => "Ana", "Dr. Ana Ferro" => "Ana", nil => nil, "ana@b.example" => nil}.each do |name, first|
      assert_equal [first], [values[person("ana@b.example", name)]["first_name"]]
    end
    ana = values[person("ana@b.example", "Ana Ferro")]
    assert_equal "Dear Ana,\nLoan on 9 March. Wren {unknown} { not one }", template.fill(ana)
    assert_equal %w[unknown], template.lacking(ana)
    assert_equal %w[first_name unknown], template.lacking(values[person("x@b.example")])
  end

  # Longer each time, and two days in all.
  def test_pauses_before_it_is_tried_again
    first = now = at("09:00")
    pauses = []
    (1..).each do |tried|
      following = Core::SendingPauses.next(tried, first, now) or break
      pauses << following - now
      now = following
    end
    assert_equal pauses.sort, pauses
    assert_includes (first + 40 * 3_600)..(first + 48 * 3_600), now
  end

  def test_what_a_server_said_in_plain_english
    {"550 5.1.1 No such user" => /no such address/i, "552 5.2.2 Full" => /full/, "535 Authentication failed" => /name or the password/,
     "450 busy" => /busy/, "499 what" => /cannot take it at present/, "599 what" => /does not take it/, "" => /does not take it/}
      .each { |said, plain| assert_match plain, Core::ServerWords.plain(said) }
  end
end
