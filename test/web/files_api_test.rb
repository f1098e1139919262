# frozen_string_literal: true

require_relative "../support/api_helper"

# What a person brings in and takes out: folders of mail, files, cards, calendars, the rulebook.
class FilesAPITest < Minitest::Test
  include APIHelper

  def setup
    super
    set_up(rules: [rule("First"), rule("Second", when: leaf("subject", "mentions", ["loan"]), then: {"labels" => ["Loans"]})])
    @folder = Dir.mktmpdir
  end

  def teardown
    FileUtils.rm_rf(@folder)
    super
  end

  def maildir(name) = File.join(@folder, name).tap { |path| %w[cur new tmp].each { FileUtils.mkdir_p(File.join(path, _1)) } }

  def test_a_folder_is_read_told_and_let_go
    assert_equal ["No folder is read yet.", []], ask(:get, "/sources").values_at("lead", "sources")
    path = maildir("Mail")
    ask(:post, "/sources", {path: path})
    listed = ask(:get, "/sources")
    assert_equal ["One folder is read as mail comes in.", path, "Work", nil, 0],
      [listed["lead"], *listed["sources"][0].values_at("path", "account", "problem", "messages")]
    assert_includes ask(:post, "/sources", {path: "#{@folder}/./Mail/"}, status: 409)["detail"], "a source already"
    id = listed["sources"][0]["id"]
    assert_includes ask(:delete, "/sources/#{id}")["message"], "stays here"
    assert_equal "That source is not there any more.", ask(:delete, "/sources/#{id}", status: 404)["detail"]
  end

  def test_what_is_no_folder_of_mail_is_refused_in_words
    File.write(File.join(@folder, "file"), "x")
    FileUtils.mkdir_p(File.join(@folder, "empty"))
    {"nowhere" => "is not there", "file" => "is a file, not a folder", "empty" => "is no Maildir"}.each do |name, words|
      problem = ask(:post, "/sources", {path: File.join(@folder, name)}, status: 422)
      assert_includes problem["detail"], words
      assert_equal "/path", problem["errors"][0]["pointer"]
    end
    assert_includes ask(:post, "/sources", {path: maildir("Mail"), account_id: 99}, status: 422)["detail"], "no such account"
  end

  def test_old_mail_is_history_unless_it_is_asked_to_arrive
    letter = raw(id: "<old@x>", date: at("09:00", "2027-01-05"))
    assert_equal [1, 0, 0], send_file("/imports?name=old.eml", letter).values_at("taken", "arrived", "doubles")
    assert_empty on_front
    assert_equal [0, 1], send_file("/imports?name=again.eml", letter).values_at("taken", "doubles")
    other = letter.sub("old@x", "other@x")
    brought = send_file("/imports?name=other.eml&as_new=true", other)
    assert_equal ["other.eml: 1 taken in, 1 of them as arriving.", 1], brought.values_at("message", "arrived")
    assert_equal 1, on_front.size
    assert_equal %w[old.eml other.eml], ask(:get, "/sources")["imports"].map { _1["name"] }.sort, "the same file again is one"
  end

  def test_a_file_without_mail_is_refused_in_words_and_nothing_comes_in
    {"" => "is empty", "\n \n" => "is empty", "just words" => "is no mail", "From: x\n\0\0" => "is no mail"}.each do |bytes, words|
      assert_includes send_file("/imports?name=strange.bin", bytes, status: 422)["detail"], "strange.bin #{words}"
    end
    assert_includes send_file("/imports?name=a.eml&account_id=77", raw, status: 422)["detail"], "no such account"
    assert_equal 0, Store::Message.count
  end

  CARDS = <<~CARDS
    BEGIN:VCARD\r
    VERSION:4.0\r
    FN:Łukasz Zieliński\r
    EMAIL:proofs@quayprint.example\r
    END:VCARD\r
    BEGIN:VCARD\r
    VERSION:3.0\r
    FN:Nobody\r
    END:VCARD\r
  CARDS

  def test_people_of_contact_cards
    found = send_file("/contact-cards", CARDS)
    assert_equal [[{"name" => "Łukasz Zieliński", "email" => "proofs@quayprint.example"}], 1], found.values_at("people", "without")
    assert_includes send_file("/contact-cards", "no card", status: 422)["detail"], "no contact card"
  end

  CALENDAR = <<~ICS.gsub("\n", "\r\n")
    BEGIN:VCALENDAR
    VERSION:2.0
    PRODID:-//x//x//EN
    BEGIN:VEVENT
    UID:1
    DTSTAMP:20270301T000000Z
    DTSTART;VALUE=DATE:20270325
    DTEND;VALUE=DATE:20270327
    SUMMARY:Easter
    END:VEVENT
    BEGIN:VEVENT
    UID:2
    DTSTAMP:20270301T000000Z
    DTSTART:20270310T090000Z
    DTEND:20270310T100000Z
    SUMMARY:Board
    END:VEVENT
    END:VCALENDAR
  ICS

  def test_days_off_and_meetings_of_a_calendars_file
    found = send_file("/calendars", CALENDAR)
    assert_equal [{"from" => "2027-03-25", "until" => "2027-03-26", "name" => "Easter"}], found["days_off"]
    assert_equal [%w[Board 2027-03-10T09:00:00Z 2027-03-10T10:00:00Z]], found["busy"].map { _1.values_at("name", "from", "to") }
    send_file("/calendars", "no calendar", status: 422)
  end

  def test_the_rounds_as_a_calendar_at_a_secret_address
    assert_nil ask(:get, "/calendar")["path"]
    fetch("/calendar/guess.ics", status: 404)
    ask(:post, "/calendar")
    path = ask(:get, "/calendar")["path"].delete_prefix("/api")
    id = take(date: at("08:30"), subject: "Ask Joost").id
    Desk::BringBack.new(clock, at("15:00"), reason: "The crate").call([id])
    calendar = fetch(path)
    assert_match(/SUMMARY:.*Mid/, calendar)
    assert_match(/Ask Joost/, calendar)
    ask(:post, "/calendar")
    fetch(path, status: 404)
  end

  def test_the_rulebook_goes_out_whole_or_in_part_and_comes_in_again
    whole = ask(:get, "/rulebook")
    assert_equal %w[First Second], whole["rules"].map { _1["name"] }
    second = Store::Rule.in_order.second.id
    part = ask(:get, "/rulebook?rules=#{second}")
    assert_equal [%w[Second], %w[Loans]], [part["rules"].map { _1["name"] }, part["labels"].map { _1["name"] }]
    ask(:post, "/rules/#{second}/place", {to: 0})
    assert_equal %w[Second First], ask(:get, "/rulebook")["rules"].map { _1["name"] }
    ask(:post, "/rules/9999/place", {to: 0}, status: 404)
    ask(:post, "/rulebook", {text: JSON.generate(whole), way: "replace"})
    assert_equal whole, ask(:get, "/rulebook")
  end

  def test_how_long_what_was_done_is_kept
    assert_equal 90, ask(:get, "/history")["keep_days"]
    assert_equal "What was done is kept for 30 days.", ask(:put, "/history", {keep_days: 30})["message"]
    assert_equal 30, ask(:get, "/history")["keep_days"]
    [0, 3_651].each { ask(:put, "/history", {keep_days: _1}, status: 400) }
  end
end
