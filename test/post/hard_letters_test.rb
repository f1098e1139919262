# frozen_string_literal: true

require_relative "../support/core_helper"

# Mail as it really comes: in every charset, in parts of parts, broken in each place where it can be. What can be read is read, and
# nothing raises.
class HardLettersTest < Minitest::Test
  include CoreHelper

  HEAD = "From: Ana Ferro <ana@casadomar.example>\nTo: wren@lanternquay.example\nSubject: Hello\nMessage-ID: <h@x>\n" \
    "Date: Tue, 9 Mar 2027 09:10:00 +0000\n"

  def letter(text) = Post::Letter.new(text.b)
  def body(type, text, *more) = letter("#{HEAD}MIME-Version: 1.0\nContent-Type: #{type}\n#{more.map { "#{_1}\n" }.join}\n#{text}").body

  def parts(kind, *parts, boundary: "b")
    whole = parts.map { "--#{boundary}\n#{_1}\n" }.join
    letter("#{HEAD}MIME-Version: 1.0\nContent-Type: multipart/#{kind}; boundary=#{boundary}\n\n#{whole}--#{boundary}--\n")
  end

  CHARSETS = {
    "utf-8" => "Käthe Brüning – łódź", "iso-8859-1" => "Käthe Brüning", "windows-1252" => "“Käthe” – Brüning", "iso-8859-15" => "10 €",
    "koi8-r" => "Привет", "shift_jis" => "日本語", "euc-jp" => "日本語", "iso-2022-jp" => "日本語", "gb18030" => "中文", "big5" => "中文",
    "windows-1251" => "Привет", "utf-16be" => "Käthe"
  }.freeze

  def test_text_in_each_charset
    CHARSETS.each do |charset, text|
      bytes = text.encode(charset)
      assert_equal text, body("text/plain; charset=#{charset}", [bytes].pack("m"), "Content-Transfer-Encoding: base64"), charset
      assert_equal text, Post::Charset.utf8(bytes, charset), charset
    end
  end

  ALIASES = {"latin1" => "Käthe", "ascii" => "Kathe", "CP-850" => "Käthe", "ks_c_5601-1987" => "한국어", "x-sjis" => "日本語"}.freeze

  def test_charsets_by_the_names_that_programs_give_them
    encodings = {"latin1" => "iso-8859-1", "ascii" => "us-ascii", "CP-850" => "cp850", "ks_c_5601-1987" => "cp949", "x-sjis" => "shift_jis"}
    ALIASES.each { |name, text| assert_equal text, Post::Charset.utf8(text.encode(encodings[name]), name), name }
    assert_equal "Käthe", Post::Charset.utf8("Käthe".encode("iso-8859-1"), "\"ISO-8859-1\"")
  end

  def test_charsets_that_are_none_or_are_not_what_is_there
    assert_equal "Käthe", Post::Charset.utf8("Käthe", "klingon")
    assert_equal "Käthe", Post::Charset.utf8("Käthe".encode("windows-1252"), "klingon")
    assert_equal "Käthe", Post::Charset.utf8("Käthe", "us-ascii"), "8 bits where 7 were promised"
    assert_equal "Käthe", Post::Charset.utf8("Käthe".encode("windows-1252"), "utf-8")
    256.times { |byte| assert Post::Charset.utf8([byte].pack("C") * 3, %w[utf-8 utf-16 shift_jis utf-7 x].sample).valid_encoding? }
  end

  def test_encoded_as_it_says_or_not
    assert_equal "Käthe", body("text/plain; charset=utf-8", "K=C3=A4the", "Content-Transfer-Encoding: quoted-printable")
    assert_equal "as it stands", body("text/plain", "as it stands", "Content-Transfer-Encoding: x-zip")
    assert_includes body("text/plain", "!!! no base64 !!!", "Content-Transfer-Encoding: base64").encoding.to_s, "UTF-8"
    file = parts("mixed", "Content-Type: text/plain\n\nHello",
      "Content-Type: application/pdf; name=a.pdf\nContent-Transfer-Encoding: x-zip\n\nPDF")
    assert_equal "PDF", file.attachments.first.content.strip
  end

  def test_line_ends_blanks_and_nulls
    assert_equal "one\ntwo\nthree", body("text/plain", "one\r\ntwo\rthree\r\n\r\n")
    assert_equal "one two", body("text/plain", "one\u0000 two")
  end

  def test_types_that_are_missing_or_broken_are_plain_text
    ["", "plain", "text/", "/plain", "???", "text/plain; charset", "TEXT/PLAIN; charset=\"utf-8"].each do |type|
      assert_equal "Hello", body(type, "Hello"), type
    end
  end

  def test_of_twins_the_plain_one_and_where_it_is_empty_the_other
    assert_equal "plain", parts("alternative", "Content-Type: text/plain\n\nplain", "Content-Type: text/html\n\n<b>html</b>").body
    assert_equal "html", parts("alternative", "Content-Type: text/plain\n\n \n", "Content-Type: text/html\n\n<b>html</b>").body
    assert_equal "html", parts("alternative", "Content-Type: text/html\n\n<b>html</b>").body
    nested = parts("alternative", "Content-Type: multipart/mixed; boundary=c\n\n--c\nContent-Type: text/plain\n\ninner\n--c--",
      "Content-Type: text/html\n\n<b>html</b>")
    assert_equal "inner", nested.body
    assert_equal "one\n\ntwo", parts("mixed", "Content-Type: text/plain\n\none", "Content-Type: text/plain\n\ntwo").body
  end

  def test_parts_without_end_without_a_boundary_and_within_each_other
    assert_includes letter("#{HEAD}Content-Type: multipart/mixed; boundary=b\n\n--b\nContent-Type: text/plain\n\nno end").body, "no end"
    ["multipart/mixed", "multipart/mixed; boundary=b", "multipart/alternative; boundary=other"].each do |type|
      wrong = letter("#{HEAD}Content-Type: #{type}\n\n--c\nContent-Type: text/plain\n\nwithout its boundary\n--c--\n")
      assert_includes wrong.body, "without its boundary", type
    end
    deep = (1..60).reduce("Content-Type: text/plain\n\nat the bottom") do |inner, depth|
      "Content-Type: multipart/mixed; boundary=d#{depth}\n\n--d#{depth}\n#{inner}\n--d#{depth}--"
    end
    deepest = letter("#{HEAD}MIME-Version: 1.0\n#{deep}")
    assert_equal ["", ["rest of the message.eml"]], [deepest.body, deepest.attachments.map(&:name)]
    assert_includes deepest.attachments.first.content, "at the bottom"
    many = parts("mixed", *Array.new(1_200) { "Content-Type: text/plain; name=f#{_1}.txt\n\nx" })
    assert_equal [Post::PartTree::MAX_PARTS, "f0.txt", "rest of the message.eml"],
      [many.attachments.size, *many.attachments.values_at(0, -1).map(&:name)]
    assert_includes many.attachments.last.content, "f1199.txt"
  end

  NAMES = {
    "attachment; filename=\"a.pdf\"" => "a.pdf", "attachment; filename*=UTF-8''%C3%84rger.pdf" => "Ärger.pdf",
    "attachment; filename=\"=?UTF-8?B?w4RyZ2VyLnBkZg==?=\"" => "Ärger.pdf", "attachment; filename=\"../../etc/passwd\"" => "passwd",
    "attachment; filename=\"C:\\\\Temp\\\\a.pdf\"" => "a.pdf", "attachment; filename=\"  \"" => "document.pdf",
    "attachment" => "document.pdf",
    "ATTACHMENT; FILENAME=A.PDF" => "A.PDF", "inline; filename=seen.pdf" => "seen.pdf"
  }.freeze

  def test_names_of_files
    NAMES.each do |disposition, name|
      file = parts("mixed", "Content-Type: text/plain\n\nHello",
        "Content-Type: application/pdf\nContent-Disposition: #{disposition}\n\nPDF").attachments.first
      assert_equal name, file&.name, disposition
      assert_equal ["application/pdf", 3], [file.type, file.content.strip.bytesize]
    end
    long = parts("mixed", "Content-Type: application/pdf; name=#{"x" * 900}.pdf\n\nPDF").attachments.first
    assert_operator long.name.size, :<=, 255
  end

  def test_pictures_that_the_html_shows_are_no_files
    shown = parts("related", "Content-Type: text/html\n\n<img src=\"cid:a%40x\"><img src='cid:b@x'>",
      "Content-Type: image/png\nContent-ID: <a@x>\n\nA", "Content-Type: image/png\nContent-ID: <b@x>\n\nB",
      "Content-Type: image/png; name=c.png\nContent-ID: <c@x>\n\nC")
    assert_equal ["c.png"], shown.attachments.map(&:name)
    assert_equal %w[A B C], %w[a@x b@x c@x].map { shown.inline(_1).content.strip }
    assert_nil shown.inline("d@x")
  end

  PDF = "Content-Type: application/pdf\n\nPDF"
  INNER = "Content-Type: message/rfc822\n\nFrom: Joost <joost@b.example>\nSubject: Crate 7\nMIME-Version: 1.0\n" \
    "Content-Type: multipart/mixed; boundary=i\n\n--i\nContent-Type: text/html\n\n<b>The seal</b> is broken\n--i\n#{PDF}\n--i--\n"
  REPORT = "Content-Type: message/delivery-status\n\nReporting-MTA: dns; b.example\n\n" \
    "Final-Recipient: rfc822; x@b.example\nAction: failed\n"

  # What stands in a message, what of it is text, and what is listed by which name.
  WITHOUT_NAMES = {
    ["mixed", "Content-Type: text/plain\n\nHello", PDF, PDF] => ["Hello", ["document.pdf", "document 2.pdf"]],
    ["mixed", "Content-Type: image/png\n\nP", "Content-Type: image/png; name=picture.png\n\nP"] => ["", ["picture.png", "picture.png"]],
    ["mixed", "Content-Type: image/jpeg\n\nP", "Content-Type: audio/x-none\n\nP", "Content-Type: text/csv\n\na,b"] =>
      ["", ["picture.jpeg", "sound.bin", "file.csv"]],
    ["related", "Content-Type: text/html\n\n<p>Hi</p>", "Content-Type: image/png\nContent-ID: <not@shown>\n\nP"] => ["Hi", ["picture.png"]],
    ["mixed", "Content-Type: text/plain\n\nSee below", INNER] =>
      ["See below\n\nFrom: Joost <joost@b.example>\nSubject: Crate 7\n\nThe seal is broken", ["Crate 7.eml", "document.pdf"]],
    ["report; report-type=delivery-status", "Content-Type: text/plain\n\nIt did not arrive", REPORT,
      "Content-Type: text/rfc822-headers\n\nSubject: x"] =>
      ["It did not arrive\n\nReporting-MTA: dns; b.example\n\nFinal-Recipient: rfc822; x@b.example\nAction: failed", ["headers.txt"]],
    ["alternative", "Content-Type: text/plain\n\nCome", "Content-Type: text/x-amp-html\n\nx",
      "Content-Type: text/calendar\n\nBEGIN:VCALENDAR"] =>
      ["Come", ["invitation.ics"]],
    ["signed", "Content-Type: text/plain\n\nSigned", "Content-Type: application/pgp-signature\n\nS"] => ["Signed", ["signature.asc"]]
  }.freeze

  def test_every_part_is_shown_or_listed_though_it_has_no_name
    WITHOUT_NAMES.each do |(kind, *given), (text, names)|
      found = parts(kind, *given)
      assert_equal [text, names], [found.body, found.attachments.map(&:name)], kind
      found.attachments.each_with_index { |file, index|
        assert_equal file.content, found.attachment(index, file.name).content unless index == 1
      }
    end
  end

  def test_the_design_shows_all_that_is_text_where_it_stands
    shown = parts("mixed", "Content-Type: text/html\n\n<p>Designed</p>", "Content-Type: text/plain\n\n1 < 2, the list's footer", INNER).html
    assert_match(%r{<p>Designed</p>.*1 &lt; 2, the list.*Subject: Crate 7.*The seal is broken}m, shown)
    twins = parts("mixed", "Content-Type: multipart/alternative; boundary=c\n\n--c\nContent-Type: text/plain\n\nplain\n--c\n" \
      "Content-Type: text/html\n\n<b>html</b>\n--c--", PDF)
    assert_equal "<b>html</b>", twins.html.strip
    assert_nil parts("mixed", "Content-Type: text/plain\n\nplain").html
  end

  # A letter that was read before more was found in it: its list is that of then.
  def test_a_file_is_found_by_its_name_where_it_has_moved
    found = parts("mixed", PDF, "Content-Type: text/plain; name=a.txt\n\nA")
    assert_equal "A", found.attachment(0, "a.txt").content.strip
    assert_nil found.attachment(0, "b.txt")
    assert_equal "document.pdf", found.attachment(0, "untitled").name, "as it was called before"
  end

  PEOPLE = {
    "Ana <ana@b.example>, bo@b.example" => [["Ana", "ana@b.example"], [nil, "bo@b.example"]],
    "\"Ferro, Ana\" <ana@b.example>" => [["Ferro, Ana", "ana@b.example"]],
    "=?utf-8?q?K=C3=A4the?= <k@b.example>" => [["Käthe", "k@b.example"]],
    "=?klingon?q?K=C3=A4the?= <k@b.example>" => [["Käthe", "k@b.example"]], "Käthe <k@b.example>" => [["Käthe", "k@b.example"]],
    "undisclosed-recipients:;" => [], "" => [], "nobody" => [], "a@b@c.example, ok@b.example" => [[nil, "ok@b.example"]],
    "\"wren@a.example\" <x@bаd.example>" => [["wren@a.example", "x@bаd.example"]],
    "\"Ferro, Ana\" <ana@bаd.example>, <bo@b.example" => [["Ferro, Ana", "ana@bаd.example"], [nil, "bo@b.example"]],
    "Broken <ana@b.example" => [["Broken", "ana@b.example"]], "<ana@b.example>" => [[nil, "ana@b.example"]]
  }.freeze

  def test_people_in_every_spelling
    PEOPLE.each do |value, expected|
      found = letter("From: #{value}\nSubject: x\nDate: Tue, 9 Mar 2027 09:10:00 +0000\n\nx").fields[:from].map { [_1.name, _1.email] }
      assert_equal expected, found & (found | expected).select { expected.include?(_1) }, value
      assert_empty expected - found, value
    end
  end

  DATES = {
    "Tue, 9 Mar 2027 09:10:00 +0000" => "2027-03-09T09:10:00Z", "Tue, 9 Mar 2027 10:10:00 +0100 (CET)" => "2027-03-09T09:10:00Z",
    "9 Mar 2027 09:10 GMT" => "2027-03-09T09:10:00Z", "2027-03-09 09:10:00 UTC" => "2027-03-09T09:10:00Z", "" => nil, "yesterday" => nil,
    "Tue, 99 Mar 2027 99:99:99 +0000" => nil, "Thu, 1 Jan 1900 00:00:00 +0000" => nil, "Fri, 1 Jan 9999 00:00:00 +0000" => nil
  }.freeze

  def test_dates_as_they_are_written
    DATES.each do |text, expected|
      found = letter("From: a@b.example\nSubject: x\nDate: #{text}\n\nx").fields[:date]
      expected ? assert_equal(expected, found&.iso8601, text) : assert_nil(found, text)
    end
  end

  # Nothing is made up for what is empty: two readings are one message.
  def test_what_is_empty_stays_empty
    empty = "From: a@b.example\nDate:\nMessage-ID: \nSubject:\n\nx"
    assert_equal letter(empty).digest, letter(empty).digest
    assert_equal [nil, nil, ""], letter(empty).fields.values_at(:date, :message_id, :subject)
  end

  # Whatever bytes there are: nothing raises, and what is read is text.
  def test_no_bytes_raise = capture_io { read_scraps } # the gem tells of each header that is none

  def read_scraps
    random = Random.new(11)
    scraps = [HEAD, "\n\n", "--b\n", "--b--\n", "Content-Type: multipart/mixed; boundary=b\n", "Content-Transfer-Encoding: base64\n",
      "\xFF\x00",
      "=?utf-8?b?", "?=", "<", ">", "From: ", ":", ";", "\"", "(((((", "Content-Type: text/html\n\n<a", "\r\n", "x" * 300]
    120.times do
      letter = letter(Array.new(random.rand(1..14)) { scraps.sample(random: random).b }.join)
      fields = letter.fields
      assert fields[:subject].valid_encoding?
      assert fields[:body].valid_encoding?
      refute_includes fields[:body], "\u0000"
      assert_equal letter.digest, letter(letter.raw).digest
    end
  end

  def test_one_that_tells_nothing_is_kept_as_it_was_received
    shown = letter("no headers at all\n\nonly text")
    assert shown.unreadable?
    assert_equal "no headers at all\n\nonly text", shown.body
    assert_equal "", shown.fields[:subject]
    refute letter("#{HEAD}\nHello").unreadable?
  end
end
