# frozen_string_literal: true

require "open3"
require "socket"
require_relative "../support/command_helper"

# The commands as a person runs them: mostly within this process, where they cost no start of their own.
class CommandTest < Minitest::Test
  include CommandHelper

  def path(name) = File.join(@folder, name)

  # As run_command, in a process of its own.
  def run_executable(command, *arguments, input: "")
    Open3.capture3(RbConfig.ruby, File.join(UpFront::ROOT, "bin", command), *arguments, stdin_data: input).then do |out, error, status|
      [out, error, status.exitstatus]
    end
  end

  def set_up = upfront("setup", "--name", "Wren", "--address", "w@q.example", "--time-zone", "Europe/Lisbon")

  def test_import_brings_in_what_it_can_and_says_what_it_could_not
    assert_equal 0, set_up.last
    File.write(path("good.mbox"), "From a@b Tue Mar  9 07:00:00 2027\nFrom: a@b.example\nSubject: one\n\nx\n\nFrom a@b Tue Mar  9 " \
      "07:00:00 2027\nSubject: two\n\ny\n")
    File.write(path("empty.eml"), "")
    _, error, status = upfront("import", path("good.mbox"), path("empty.eml"), path("nowhere"))
    assert_equal 1, status
    ["good.mbox: 2 taken in", "empty.eml is empty.", "nowhere is not there.", "2 of 3 files could not be brought in."].each do
      assert_includes error, _1
    end
    assert_equal 0, upfront("import", path("good.mbox")).last
    refute_match(/\.rb:\d+/, error)
  end

  def test_wrong_use_is_told_apart_from_unusable_input
    assert_equal 2, upfront("import").last
    assert_equal 2, upfront("fly").last
    assert_equal 2, run_executable("upfront", "serve", "--colour", "red").last
    _, error, status = upfront("import", path("x.eml"))
    assert_equal [1, true], [status, error.include?("does not know its owner")]
    _, error, status = upfront("setup", "--name", "Wren", "--address", "nobody", "--time-zone", "Mars")
    assert_equal 1, status
    assert_match(/time zone/i, error)
    refute_match(%r{/owner|expected}, error)
  end

  def test_a_port_in_use_is_said
    taken = TCPServer.new("127.0.0.1", 0)
    _, error, status = run_executable("upfront", "serve", "--port", taken.addr[1].to_s, "--database", path("x.sqlite3"))
    assert_equal [1, true], [status, error.include?("Port #{taken.addr[1]} is in use")]
    assert_match(/set a passphrase first/, upfront("serve", "--host", "0.0.0.0")[1])
  ensure
    taken.close
  end

  def test_a_folder_without_permission_is_said
    FileUtils.mkdir_p(%w[new cur].map { path("M/#{_1}") })
    set_up
    assert_equal 0, upfront("source", path("M")).last
    assert_match(/is not there/, upfront("source", path("N"))[1])
  end

  def test_the_post_office_delivers_what_it_is_given
    out, _, status = run_executable("post-office", "deliver", "w@q.example", "--mail", @folder,
      input: "From: a@b.example\nSubject: hi\n\nx\n")
    assert_equal [0, "hi"], [status, Post::Letter.new(File.binread(out.strip)).fields[:subject]]
    assert_equal 1, run_executable("post-office", "deliver", "w@q.example", "--mail", @folder).last
  end

  def file(name, text) = path(name).tap { File.write(_1, text) }
  def book(**more) = file("rules.json", JSON.generate(document(**more)))
  LETTER = "From: Ana <ana@casadomar.example>\nTo: wren@lanternquay.example\nSubject: Loan\nMessage-ID: <1@x>\nDate: Tue, 9 Mar 2027 " \
    "09:14:00 +0000\n\nText\n"

  def test_decide_prints_a_claim_a_line_in_order_from_files_and_standard_input
    rules = book(rules: [rule("Loans", when: leaf("subject", "mentions", ["loan"]), then: {"labels" => ["Loans"]})])
    mbox = file("two.mbox", "From a@b Tue Mar  9 07:00:00 2027\n#{LETTER}\nFrom a@b Tue Mar  9 07:00:00 " \
      "2027\n#{LETTER.sub("Loan", "Lunch")}")
    out, _, status = run_command("decide", "--rulebook", rules, mbox, "-", input: LETTER)
    claims = out.lines.map { JSON.parse(_1) }
    assert_equal [0, [["Loans"], [], ["Loans"]]], [status, claims.map { _1["labels"] }]
    assert_equal %w[
      message_id arrived_at surface_at held priority alert ink labels keep_at_top flag mark_read discard follow_up_at forward
      forward_inline reply proposals trace
    ], claims[0].keys
    assert_equal ["<1@x>", "2027-03-09T10:30:00+00:00", true, ["covered by window Morning", "round Mid at 10:30"]], claims[0]
      .values_at("message_id", "surface_at", "held").push(claims[0]["trace"]["timing"])
    out, = run_command("decide", "--rulebook", rules, "--at", "2027-03-09T12:30:00+03:00", "--heads-down",
      "2027-03-09T10:00:00Z/2027-03-09T11:15:00Z", "--pretty", "-", input: LETTER)
    assert_equal %w[2027-03-09T09:30:00+00:00 2027-03-09T11:15:00+00:00], JSON.parse(out).values_at("arrived_at", "surface_at")
  end

  def test_decide_knows_the_history_that_it_is_given_and_no_other
    rules = book(rules: [rule("New", when: leaf("first_contact", "is", true), then: {"labels" => ["Loans"]}),
      rule("Answer", when: leaf("reply_to_mine", "is", true), then: {"labels" => ["Border"]})])
    history = file("old.mbox", "From a@b Tue Mar  9 07:00:00 2027\nFrom: wren@lanternquay.example\nTo: " \
      "ana@casadomar.example\nMessage-ID: <mine@x>\nDate: Mon, 8 Mar 2027 09:00:00 +0000\n\nx\n")
    answer = file("answer.eml", LETTER.sub("Subject", "In-Reply-To: <mine@x>\nSubject"))
    labels = ->(*more) { JSON.parse(run_command("decide", "--rulebook", rules, *more, answer)[0])["labels"] }
    assert_equal [["Loans"], ["Border"]], [labels.call, labels.call("--history", history)]
  end

  def test_what_decide_cannot_use_is_told_and_the_rest_is_printed
    rules = book
    undated = file("undated.eml", "From: a@b.example\nSubject: when?\n\nx")
    out, error, status = run_command("decide", "--rulebook", rules, undated, file("good.eml", LETTER))
    assert_equal [1, 1, true], [status, out.lines.size, error.include?("undated.eml, message 1 (\"when?\"): it tells no arrival")]
    _, error, status = run_command("decide", "--rulebook",
      file("bad.json", JSON.generate(document(rules: [rule(then: {"ink" => "Gold"})]))), undated)
    assert_equal [1, true], [status, error.include?("bad.json: /rules/0/then/ink: expected the name of an ink that this rulebook holds")]
    wrong = [["--at", "yesterday"], ["--heads-down", "2027-03-09T10:00:00Z/2027-03-09T09:00:00Z"], ["--zap"]]
    wrong.each { |options| assert_equal 2, run_command("decide", "--rulebook", rules, *options, undated).last, options.inspect }
    assert_equal 2, run_command("decide", "--rulebook", "-", "-").last
  end

  def test_round_and_check
    rules = book
    out, = run_command("round", "--rulebook", rules, "--at", "2027-03-09T09:14:00Z")
    assert_equal({"covered_by" => ["Morning"], "surface_at" => "2027-03-09T10:30:00+00:00",
      "next_round" => {"name" => "Mid", "at" => "2027-03-09T10:30:00+00:00"}}, JSON.parse(out))
    out, = run_command("round", "--rulebook", rules, "--at", "2027-03-19T09:14:00Z")
    assert_equal ["Morning", "Day off"], JSON.parse(out)["covered_by"]
    assert_equal 0, run_command("check", rules).last
    _, error, status = run_command("check", "-", input: "{}")
    assert_equal [1, true], [status, error.include?("standard input: /owner: expected this key, which is missing")]
  end

  # What is proved of the file alone, and what was seen in mail beside it.
  def test_the_check_up
    rules = book(rules: [rule])
    found = JSON.parse(run_command("check", rules, "--json")[0])
    assert_equal [1, 2], found.values_at("rules", "windows")
    assert_equal %w[matches_all unused], found["findings"].map { _1["kind"] }.uniq
    assert_equal({"kind" => "matches_all", "proved" => true, "rules" => ["A rule"], "where" => "/rules/0/when",
      "said" => "“A rule” matches every message there can be.", "seen" => nil}, found["findings"][0])
    times = Array.new(100) { |n| format("%02d:%02d:00", n / 60, n % 60) }
    lot = times.map { |time| "From a@b Tue Mar  9 07:00:00 2027\n#{LETTER.sub("09:14:00", time)}\n" }.join
    often = book(rules: [rule("Hello", when: leaf("subject", "mentions", ["loan"])), rule("Over", until_date: "2027-03-01",
      when: leaf("to_list", "is", true))])
    mail = file("lot.mbox", lot)
    seen = JSON.parse(run_command("check", often, "--mail", mail, "--at", "2027-03-09T09:14:00Z")[0])
    assert_equal [100, 0], seen.values_at("messages", "left_out")
    assert_equal [["nearly_all", false, 100], ["dates_past", true, nil]], seen["findings"].reject { _1["kind"] == "unused" }
      .map { [_1["kind"], _1["proved"], _1.dig("seen", "messages")] }.sort_by { _1[2] ? 0 : 1 }
    assert_equal [2, true], run_command("check", often, mail).then { |_, error, status| [status, error.include?("One rulebook")] }
  end

  def test_rules_are_said_and_heard
    rules = book(rules: [rule("A", when: leaf("from", "is", ["group:Lenders"])), rule("B “two”", enabled: false)])
    text, _, status = run_command("say", rules)
    assert_equal ["Rule “A”\nWhen (the sender is one of Lenders): high priority.\n\nRule “B “two\\””\nFor every message: high priority. " \
      "It is off.\n", 0], [text, status]
    heard, _, status = run_command("hear", "-", "--rulebook", rules, input: text)
    assert_equal [Core::Rulebook.parse(File.read(rules)).rules.map(&:to_h), 0], [JSON.parse(heard), status]
    _, error, status = run_command("hear", "-", input: text.sub("sender", "sendr"))
    assert_equal ["standard input: line 2, column 11: “sendr” cannot stand here; expected a condition, such as “the sender is …”. Did " \
      "you mean “sender”?", 1], [error.strip, status]
    _, error, status = run_command("hear", "-", "--rulebook", rules, input: text.sub("Lenders", "Nobody"))
    assert_equal [true, 1], [error.include?("rule 1: /rules/0/when/value/0: expected the name of a group"), status]
    assert_equal 1, run_command("hear", "/nowhere.txt").last
  end

  def test_the_rulebook_goes_out_and_comes_in
    rules = book(rules: [rule("A")])
    assert_match(/added: rule “A”/, upfront("import-rulebook", rules, "--yes")[0])
    exported = file("out.json", upfront("export")[0])
    assert_match(/Nothing would change/, upfront("import-rulebook", exported)[0])
    assert_match(/removed: rule “A”.*Nothing was changed/m, upfront("import-rulebook", book)[0])
    out, = upfront("import-rulebook", rules.then { book(rules: [rule("B")]) }, "--yes")
    assert_equal 0, upfront("undo", out[/undo (\d+)/, 1]).last
    assert_equal File.read(exported), upfront("export")[0]
  end

  def test_what_goes_through_files_loads_neither_store_nor_server
    letter, rules = file("a.eml", LETTER), book
    [["decide", "--rulebook", rules, letter], ["why", "--rulebook", book(rules: [rule]), "--rule", "A rule", letter],
      ["replay", "--rulebook", rules, "--against", rules, letter], ["check", rules], ["say", rules]].each do |arguments|
      script = "require 'bundler/setup'; require #{File.join(UpFront::ROOT, "lib/up_front").inspect}; " \
        "status = UpFront::CLI::App.run(ARGV); needless = %w[ActiveRecord SQLite3 Puma Sinatra Mail]; " \
        "warn needless.select { Object.const_defined?(_1) }.inspect; exit status"
      out, error, status = Open3.capture3(RbConfig.ruby, "-e", script, *arguments, chdir: UpFront::ROOT)
      assert_equal ["[]\n", 0], [error, status.exitstatus], arguments.first
      refute_empty out unless arguments.first == "say"
    end
  end
end
