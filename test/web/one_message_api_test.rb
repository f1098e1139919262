# frozen_string_literal: true

require_relative "../support/api_helper"

# One message: its bytes, its HTML made safe, its files and pictures, its conversation.
class OneMessageAPITest < Minitest::Test
  include APIHelper

  PICTURE = "iVBORw0KGgo=" # as a PNG begins
  PARTS = <<~MIME
    From: Ana Ferro <ana@casadomar.example>
    To: wren@lanternquay.example
    Subject: Loan 14, with a file
    Message-ID: <files@x>
    Date: Tue, 09 Mar 2027 09:10:00 +0000
    MIME-Version: 1.0
    Content-Type: multipart/mixed; boundary=b

    --b
    Content-Type: multipart/related; boundary=r

    --r
    Content-Type: text/html; charset=utf-8

    <p onclick="x()">The loan is here<img src="cid:seal@x"><img src="https://t.example/p.png" alt="seen"><script>x()</script></p>
    --r
    Content-Type: image/png
    Content-ID: <seal@x>
    Content-Transfer-Encoding: base64

    #{PICTURE}
    --r
    Content-Type: image/svg+xml
    Content-ID: <drawn@x>

    <svg xmlns="http://www.w3.org/2000/svg"><script>x()</script></svg>
    --r--
    --b
    Content-Type: application/pdf; name="Vertrag für Ägypten.pdf"
    Content-Disposition: attachment; filename*=UTF-8''Vertrag%20f%C3%BCr%20%C3%84gypten.pdf
    Content-Transfer-Encoding: base64

    JVBERi0xLjQ=
    --b--
  MIME

  def setup
    super
    set_up(rules: [rule("Loans", when: leaf("anywhere", "mentions", ["loan"]), then: {"labels" => ["Loans"]})])
    @id = Desk::TakeIn.new(clock).call(Post::Letter.new(PARTS), account: Store::Account.first).id
  end

  def test_its_bytes_are_those_that_came
    assert_equal PARTS.b, fetch("/messages/#{@id}/raw").b
    assert_equal "attachment; filename=\"message-#{@id}.eml\"", last_response.headers["content-disposition"]
    fetch("/messages/#{@id + 1}/raw", status: 404)
  end

  def test_its_html_is_safe_in_a_frame_and_loads_nothing_from_elsewhere_unless_asked
    page = fetch("/messages/#{@id}/html")
    refute_match(/onclick|<script|t\.example/, page)
    assert_includes page, "<img src=\"/api/messages/#{@id}/inline/seal@x\">[seen]"
    assert_includes page, "<mark>loan</mark>"
    policy = last_response.headers["content-security-policy"]
    assert_match(/default-src 'none'.*sandbox/, policy)
    refute_match(/https?:/, policy)
    assert_equal "true", last_response.headers["x-left-out"]
    assert ask(:get, "/messages/#{@id}/remote")["left_out"]
    assert_includes fetch("/messages/#{@id}/html?remote=true"), "t.example"
    assert_match(/img-src 'self' data: https: http:/, last_response.headers["content-security-policy"])
  end

  def test_only_pictures_are_shown_within_it
    assert_equal PICTURE.unpack1("m").b, fetch("/messages/#{@id}/inline/seal@x").b
    assert_equal "image/png", last_response.headers["content-type"]
    %w[drawn@x none@x].each { |id| fetch("/messages/#{@id}/inline/#{id}", status: 404) }
  end

  def test_a_file_is_handed_out_as_a_download_by_its_own_name
    listed = ask(:get, "/messages/#{@id}")["attachments"]
    assert_equal [["picture.svg", 66], ["Vertrag für Ägypten.pdf", 8]], listed.map { _1.values_at("name", "bytes") }
    assert_equal "%PDF-1.4", fetch(listed[1]["path"].delete_prefix("/api"))
    assert_equal ["application/octet-stream", "attachment; filename*=UTF-8''Vertrag%20f%C3%BCr%20%C3%84gypten.pdf", "nosniff"],
      last_response.headers.values_at("content-type", "content-disposition", "x-content-type-options")
    fetch("/messages/#{@id}/attachments/2", status: 404)
    fetch("/messages/#{@id}/attachments/#{10**20}", status: 404)
    fetch("/messages/#{@id}/attachments/-1", status: 400)
  end

  def test_its_source_is_shown_as_it_came
    source = ask(:get, "/messages/#{@id}/source")
    assert_match(/^Message-ID: <files@x>$/i, source["headers"])
    assert_match(/\A--.*Content-Disposition/m, source["body"])
    assert_equal 0, source["left"]
  end

  def test_what_deceives_shows_on_the_sheet_and_in_lists
    id = take(from: "\"wren@lanternquay.example\" <x@l\u0430nternquay.example>", subject: "=?utf-8?q?cod=E2=80=AEfdp.exe?=").id
    sheet = ask(:get, "/messages/#{id}")
    assert_equal ["wren@lanternquay.example <x@lаnternquay.example>", "cod⟪right to left⟫fdp.exe"], sheet.values_at("sender", "subject")
    assert_match(/looks like lanternquay\.example, which you know/, sheet["cautions"].join)
  end

  def test_its_conversation_is_muted_followed_and_neither
    answer = -> { take(subject: "Re: Loan 14", headers: ["References: <files@x>"]).id }
    stands = ->(id) { ask(:get, "/messages/#{id}").values_at("cleared", "held") }
    assert_match(/\AThis conversation is muted/, ask(:put, "/messages/#{@id}/thread", {word: "muted"})["message"])
    assert_equal [true, false], stands[answer.call]
    ask(:put, "/messages/#{@id}/thread", {word: "followed"})
    last = answer.call
    assert_equal [false, false], stands[last]
    minded = -> { ask(:get, "/conversations/minded")["conversations"] }
    assert_equal [[last, "Re: Loan 14", "followed", 3]], minded.call.map { _1.values_at("id", "subject", "word", "count") }
    ask(:put, "/messages/#{last}/thread", {word: "neither"})
    assert_empty minded.call
    assert_equal [false, true], stands[answer.call]
    ask(:put, "/messages/#{@id}/thread", {word: "loud"}, status: 400)
    ask(:put, "/messages/#{@id + 99}/thread", {word: "muted"}, status: 404)
  end

  def test_why_a_rule_did_not_decide_it_and_with_which_change_it_would
    made = Desk::SaveRule.new(clock).call(rule("Borders",
      when: {"all" => [leaf("subject", "mentions", ["border"]), leaf("from", "is", ["ana@casadomar.example"])]}))
    id = take(subject: "Lunch").id
    take(subject: "Supper")
    why = ask(:get, "/messages/#{id}/why-not?rule=#{made.result.id}")
    assert_equal ["“Borders” did not match.", [false, true], []], [why["lead"], why["conditions"].map { _1["held"] }, why["in_the_way"]]
    change = why["changes"][0]
    assert_equal "It would match if the subject mentions “border”.", change["text"]
    assert_equal [0, why["changes"].size == 1, [leaf("from", "is", ["ana@casadomar.example"])]],
      [change["now"], true, change["body"]["when"]["all"]]
    assert_operator change["then"], :>=, 2
    ask(:get, "/messages/#{id}/why-not?rule=999", status: 404)
  end
end
