# frozen_string_literal: true

require_relative "../support/command_helper"

# Every command with its examples, its refusals and its exit status: 0 done, 1 cannot be used, 2 used wrongly.
class CommandsTest < Minitest::Test
  include CommandHelper

  def setup
    super
    @database = File.join(@folder, "x.sqlite3")
  end

  def file(name, text) = File.join(@folder, name).tap { File.binwrite(_1, text) }
  def book(...) = file("book-#{rand(1e9).to_i}.json", JSON.generate(document(...)))

  def set_up(*more)
    upfront("setup", "--name", "Wren Adeyemi", "--address", "wren@lanternquay.example", "--organisation", "lanternquay.example",
      "--time-zone", "Europe/Lisbon", *more)
  end

  LETTER = "From: Ana <ana@casadomar.example>\nTo: wren@lanternquay.example\nSubject: Loan %d\nMessage-ID: <%d@x>\n" \
    "Date: Tue, 9 Mar 2027 09:14:00 +0000\n\nHello\n"

  def test_it_says_what_it_can_do
    help, error, status = run_command("help")
    assert_equal ["", 0], [error, status]
    %w[serve import setup source decide why replay round check publish filter say hear schema facts export import-rulebook report
      backup restore pack unpack remove-all passphrase
      verify undo version].each do |command|
      assert_match(/\b#{command}\b/, help, command)
      one, = run_command("help", command)
      assert_includes one, "Example: upfront #{command}", command unless command == "version"
      assert_equal one, run_command(command, "--help")[0], command
    end
    assert_equal ["#{UpFront::VERSION}\n", "", 0], run_command("version")
  end

  def test_what_is_used_wrongly_is_told_and_ends_with_two
    [["nonsense"], ["import"], ["decide", "--rulebook", "x.json"], ["round", "--rulebook", "x.json"], ["setup", "--name", "W"], ["decide"],
      ["why", "--rulebook", "x.json", "x.eml"], ["why", "--rulebook", "x.json", "--rule", "A"],
      ["replay", "--rulebook", "x.json", "x.mbox"], ["replay", "--rulebook", "-", "--against", "-", "x.mbox"],
      ["replay", "--rulebook", book, "--against", book, "--from", "2027-02-30", "x.mbox"],
      ["replay", "--rulebook", book, "--against", book, "--from", "2027-03-02", "--until", "2027-03-01", "x.mbox"],
      ["version", "--loudly"], ["undo"], ["round", "--rulebook", book, "--at", "9 o'clock"],
      ["round", "--rulebook", book, "--at", "2027-03-09T09:14:00Z", "--heads-down", "now"]].each do |arguments|
      out, error, status = run_command(*arguments)
      assert_equal ["", 2], [out, status], arguments.join(" ")
      refute_empty error.strip, arguments.join(" ")
    end
  end

  def test_what_cannot_be_used_is_told_and_ends_with_one
    gone = File.join(@folder, "gone")
    [["check", gone], ["say", gone], ["hear", gone], ["decide", "--rulebook", gone, gone], ["import-rulebook", gone],
      ["check", file("a.json", "{")], ["check", file("b.json", "[]")], ["hear", file("c.txt", "\xFF\xFE")],
      ["hear", file("d.txt", "Rule?")],
      ["check", file("e.json", JSON.generate(document.merge("version" => 9)))]].each do |arguments|
      out, error, status = run_command(*arguments)
      assert_equal ["", 1], [out, status], arguments.join(" ")
      refute_match(/undefined method|\.rb:\d/, error)
    end
  end

  def test_before_anybody_is_known
    [%w[export], ["source", maildir], ["import", file("a.eml", format(LETTER, 1, 1))], %w[undo 1]].each do |arguments|
      _, error, status = upfront(*arguments)
      assert_equal 1, status, arguments.join(" ")
      assert_match(/does not know its owner yet.*or use: upfront setup/, error)
    end
  end

  def test_whose_mail_it_is_is_said_once
    out, error, status = set_up
    assert_equal ["", 0], [error, status]
    refute_empty out
    owner = JSON.parse(upfront("export")[0])["owner"]
    assert_equal ["Wren Adeyemi", ["wren@lanternquay.example"], ["lanternquay.example"], "Europe/Lisbon"],
      owner.values_at("name", "addresses", "organisation", "time_zone")
    _, error, status = set_up
    assert_equal 1, status
    refute_empty error
    _, error, status = run_command("setup", "--name", "W", "--address", "nobody", "--time-zone", "Nowhere", "--database",
      File.join(@folder, "y.sqlite3"))
    assert_equal [1, true, true], [status, error.include?("address"), error.include?("time zone")]
  end

  def maildir(*subjects)
    folder = File.join(@folder, "Maildir")
    %w[cur new tmp].each { FileUtils.mkdir_p(File.join(folder, _1)) }
    subjects.each_with_index { |number, index| File.write(File.join(folder, "new", "#{index}.x"), format(LETTER, number, number)) }
    folder
  end

  def test_a_maildir_is_a_source_and_stays_as_it_was
    set_up
    folder = maildir(1, 2)
    before = Dir[File.join(folder, "**/*")].sort
    out, _, status = upfront("source", folder)
    assert_equal 0, status
    refute_empty out
    assert_equal before, Dir[File.join(folder, "**/*")].sort
    assert_equal [1, true], upfront("source", folder).then { |_, error, again| [again, !error.empty?] }, "a second time"
    assert_equal 1, upfront("source", File.join(@folder, "nowhere")).last
    assert_equal 1, upfront("source", @folder).last, "a folder that is no Maildir"
  end

  def test_files_are_brought_in_once_into_the_account_that_is_named
    set_up
    mbox = file("two.mbox", [1, 2].map { "From a@b Tue Mar  9 07:00:00 2027\n#{format(LETTER, _1, _1)}\n" }.join)
    assert_equal 0, upfront("import", mbox, "--account", "wren@lanternquay.example", "--mailbox", "Old").last
    count = -> { Store::Database.open(@database).then { [Store::Message.count, Store::Message.distinct.pluck(:mailbox)] } }
    assert_equal [2, ["Old"]], count.call
    assert_equal 0, upfront("import", mbox, file("three.eml", format(LETTER, 3, 3))).last
    assert_equal 3, count.call.first
    _, error, status = upfront("import", mbox, "--account", "somebody@else.example")
    assert_equal 1, status
    assert_match(/account/i, error)
    _, error, status = upfront("import", file("none.txt", "only words"), file("four.eml", format(LETTER, 4, 4)))
    assert_equal [1, 4], [status, count.call.first], "what can be is brought in"
    assert_match(/none\.txt is no mail/, error)
  end

  def test_a_rulebook_is_told_asked_about_put_in_and_taken_back
    set_up
    rules = book(rules: [rule("A")])
    out, _, status = upfront("import-rulebook", rules)
    assert_equal 0, status
    assert_match(/added: rule “A”.*Nothing was changed\./m, out, "nobody said yes")
    out, = upfront("import-rulebook", rules, "--yes")
    number = out[/upfront undo (\d+)/, 1]
    assert_match(/Undone: Brought in a rulebook\./, upfront("undo", number)[0])
    assert_equal [1, true], upfront("undo", number).then { |_, error, again| [again, error.include?("undone already")] }
    assert_equal 1, upfront("undo", "999").last
    refused, error, status = upfront("import-rulebook", book(rules: [rule("B", then: {"ink" => "Gold"})]), "--yes")
    assert_equal ["", 1, true], [refused, status, error.include?("/rules/0/then/ink")]
  end

  # What is printed of the rulebook's shape is what the documents have.
  def test_schema_and_facts
    schema = JSON.parse(run_command("schema")[0])
    assert_equal ["object", false], schema.values_at("type", "additionalProperties")
    assert_empty JSONSchemer.schema(schema).validate(document(rules: [rule("A")])).map { _1["error"] } if defined?(JSONSchemer)
    table, = run_command("facts")
    Core::Facts.all.each_key { |name| assert_includes table, "`#{name}`" }
    assert_includes File.read(File.join(UpFront::ROOT, "docs/rulebook.md")), table.strip
  end

  def test_views_are_said_and_heard
    views = book(views: [{"name" => "Loans", "when" => {"all" => [leaf("unread", "is", true)]}, "badge" => "all"}])
    said, _, status = run_command("say", views, "--views")
    assert_equal 0, status
    heard, error, status = run_command("hear", "-", "--views", "--rulebook", views, "--pretty", input: said)
    assert_equal ["", 0], [error, status]
    assert_equal "Loans", JSON.parse(heard)[0]["name"]
    assert_equal said, run_command("say", book(views: JSON.parse(heard)), "--views")[0]
  end

  def test_times_with_and_without_seconds_and_in_any_zone_are_one
    rules = book
    answers = %w[2027-03-09T09:14:00Z 2027-03-09T09:14Z 2027-03-09T10:14:00+01:00 2027-03-09T10:14+0100].map do |at|
      run_command("round", "--rulebook", rules, "--at", at, "--pretty")[0]
    end
    assert_equal 1, answers.uniq.size
    assert_equal ["Morning"], JSON.parse(answers.first)["covered_by"]
  end

  def test_why_a_rule_did_not_decide
    rules = book(rules: [rule("Borders", when: {"all" => [leaf("subject", "mentions", ["border"]), leaf("has_attachment", "is", false)]},
      unless: leaf("from", "is", ["ana@casadomar.example"]))])
    letter = file("a.eml", format(LETTER, 7, 7))
    read, error, status = run_command("why", "--rulebook", rules, "--rule", "borders", letter)
    assert_equal ["", 0], [error, status]
    assert_equal ["“Loan 7”", "  “Borders” did not match.", "  does not: the subject mentions “border”; the subject is “Loan 7”",
      "  holds: it has no attachment", "  holds: exception: the sender is ana@casadomar.example",
      "  It would match if the subject mentions “border” and the sender is not ana@casadomar.example."], read.lines(chomp: true)
    found = JSON.parse(run_command("why", "--rulebook", rules, "--rule", "Borders", "--json", letter)[0])
    assert_equal ["no_match", false, [["/when/all/0", "/unless"]], []], found.values_at("outcome", "matched", "changes", "in_the_way")
    assert_equal [%w[/when/all/0 /when/all/1 /unless], [false, true, true]],
      [found["found"].map { _1["path"] }, found["found"].map { _1["held"] }]
    assert_equal ["", "There is no rule “Nobody” in that rulebook.\n", 1],
      run_command("why", "--rulebook", rules, "--rule", "Nobody", letter)
  end

  def mbox(*letters) = file("mail-#{rand(1e9).to_i}.mbox", letters.map { "From a@b Tue Mar  9 07:00:00 2027\n#{_1}\n" }.join)

  def test_what_two_rulebooks_make_of_the_same_mail
    a = book(rules: [rule("Eight", when: leaf("subject", "mentions", ["8"]), then: {"timing" => {"now" => true}, "priority" => "top",
                                                                                    "alert" => {"level" => "chime"}})])
    later = format(LETTER, 9, 9).sub("9 Mar", "10 Mar")
    mail = mbox(*[7, 8].map { format(LETTER, _1, _1) }, later, "From: a@b.example\nSubject: when?\n\nx\n")
    files = ["--rulebook", a, "--against", book, mail]
    out, error, status = run_command("replay", "--json", *files)
    found = JSON.parse(out)
    assert_equal ["", 0, 3, 1], [error, status, *found.values_at("messages", "left_out")]
    assert_equal({"straight_in" => 1, "waiting" => 2, "never" => 0, "interruptions" => 3,
                  "alerts" => {"tap" => 0, "chime" => 1, "call_out" => 0}, "longest_undisturbed" => "PT24H",
                  "waits" => {"top" => %w[PT0S PT0S PT0S], "normal" => %w[PT1H16M PT1H16M PT1H16M]}
                      .transform_values { %w[median nine_in_ten most].zip(_1).to_h }}, found["a"])
    assert_equal [3, "PT24H"], found["b"].values_at("waiting", "longest_undisturbed")
    claims = [a, files[3]].map { |rules| run_command("decide", "--rulebook", rules, mail)[0].lines.map { JSON.parse(_1).except("trace") } }
    assert_equal [{"message_id" => "<8@x>", "topics" => %w[timing priority alert], "a" => claims[0][1], "b" => claims[1][1]}],
      found["differences"]
    read = run_command("replay", *files)[0].lines(chomp: true)
    assert_equal ["Three messages from 9 March 2027 to 10 March 2027.", "One message differs: 1 in timing, 1 in priority and 1 in alert."],
      [read.first, read.last]
    days = %w[2027-03-10 2027-03-11 2027-03-09].map { |day| ["--from", day, "--until", day, "--json"] }
    assert_equal [1, 0, 2], days.map { |day| JSON.parse(run_command("replay", *day, *files)[0])["messages"] }
    assert_equal 3, JSON.parse(run_command("replay", "--from", "2027-03-09", "--json", *files)[0])["messages"]
  end

  def test_a_replay_knows_whose_answers_the_thread_holds_for_each_owner
    rules = [rule("Mine", when: leaf("reply_to_mine", "is", true), then: {"priority" => "top"})]
    ana = book(rules: rules, owner: CoreHelper::OWNER.merge("addresses" => ["ana@casadomar.example"], "organisation" => []))
    answer = format(LETTER, 8, 8).sub("Date:", "References: <1@x>\nDate:")
    out, = run_command("replay", "--rulebook", book(rules: rules), "--against", ana, "--history", mbox(format(LETTER, 1, 1)), "--json",
      mbox(answer))
    assert_equal [%w[priority]], JSON.parse(out)["differences"].map { _1["topics"] }
  end

  def test_what_of_the_mail_cannot_be_read_is_told_beside_the_figures
    empty = file("empty.eml", "")
    out, error, status = run_command("replay", "--rulebook", book, "--against", book, "--json", empty, mbox(format(LETTER, 7, 7)))
    assert_equal [1, 1], [JSON.parse(out)["messages"], status]
    assert_includes error, "empty.eml is empty."
  end
end
