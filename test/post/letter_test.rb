# frozen_string_literal: true

require_relative "../support/core_helper"

class LetterTest < Minitest::Test
  include CoreHelper

  def letter(*lines) = Post::Letter.new(lines.join("\r\n").b)

  # A multipart message of these parts, each its headers and its content.
  def multipart(kind, *parts)
    letter("From: a@b.example", "Content-Type: multipart/#{kind}; boundary=B", "",
      *parts.flat_map { |headers, content| ["--B", *headers, "", content] }, "--B--", "")
  end

  def plain(text) = [["Content-Type: text/plain; charset=utf-8"], text]
  def html(text) = [["Content-Type: text/html; charset=utf-8"], text]

  def test_encoded_words_8_bit_headers_and_names
    fields = letter("From: =?utf-8?q?J=C4=81nis?= <J@X.example>, \"K, L\" <k@x.example>", "Subject: =?utf-8?B?TMO2YW4=?= gr\xFC\xDFe",
      "Message-ID: <1@x>", "In-Reply-To: <0@x>", "References: <r@x> <0@x>", "", "x").fields
    assert_equal ["Löan grüße", "<1@x>", %w[<r@x> <0@x>]], fields.values_at(:subject, :message_id, :references)
    assert_equal [["Jānis", "J@X.example"], ["K, L", "k@x.example"]], fields[:from].map { [_1.name, _1.email] }
  end

  def test_the_arrival_is_the_topmost_received_headers_date_else_date
    received = ["Received: by b; Tue, 9 Mar 2027 07:00:05 +0100", "Received: by a; Tue, 9 Mar 2027 05:00:00 +0000"]
    assert_equal Time.utc(2027, 3, 9, 6, 0, 5), letter(*received, "Date: Mon, 8 Mar 2027 23:00:00 +0000", "", "x").arrival
    assert_equal Time.utc(2027, 3, 8, 23), letter("Date: Mon, 8 Mar 2027 23:00:00 GMT", "", "x").arrival
    assert_nil letter("Date: yesterday at some time", "", "x").arrival
    assert_nil letter("Date: Mon, 8 Mar 0001 23:00:00 +0000", "", "x").arrival
  end

  def test_of_plain_and_html_twins_the_plain_one_alone
    assert_equal "plain", multipart("alternative", plain("plain"), html("<p>rich</p>")).body
    assert_equal "rich", multipart("alternative", plain(" "), html("<p>rich</p>")).body
    assert_equal "one\n\ntwo", multipart("mixed", plain("one"), html("<p>two</p>")).body
  end

  def test_html_counts_as_its_visible_text
    source = "<style>p{}</style><!-- no --><h1 " \
      "title='no'>A<b>b</b>c</h1><table><tr><td>d</td><td>e</td></tr></table>f<br>g<script>no</script> &eacute;"
    assert_equal %w[Abc d e f g é], Post::HTML.text(source).split
  end

  def test_attachments_and_the_pictures_that_the_html_shows
    picture = [["Content-Type: image/png; name=\"logo.png\"", "Content-ID: <logo@b>", "Content-Transfer-Encoding: base64"], "AAAA"]
    file = [["Content-Type: application/pdf", "Content-Disposition: attachment; filename*=utf-8''R%C3%A9port.pdf",
      "Content-Transfer-Encoding: base64"], "AAAA"]
    named = [["Content-Type: text/plain; name=\"=?utf-8?q?n=C3=B6te.txt?=\""], "not the text"]
    mail = multipart("mixed", html("<img src=\"cid:logo@b\">text"), picture, file, named)
    assert_equal ["Réport.pdf", "nöte.txt"], mail.fields[:attachments].map(&:name)
    assert_equal ["text", "logo@b", 3], [mail.body, mail.inline("logo@b").content_id, mail.attachments.first.content.bytesize]
  end

  def test_invitations_by_parameter_or_property
    calendar = ->(type, text) { multipart("mixed", plain("x"), [["Content-Type: text/calendar#{type}"], text]).fields[:calendar_method] }
    assert_equal [true, true, false],
      [calendar.call("; method=REQUEST", "BEGIN:VCALENDAR"), calendar.call("", "BEGIN:VCALENDAR\r\nMETHOD:REQUEST"),
        calendar.call("", "BEGIN:VCALENDAR")]
  end

  BROKEN = [
    "", "\0\0\0", "garbage", "Subject: x", "From: <<<>>>\n\nx", "Content-Type: multipart/mixed\n\n--x",
    "Content-Type: ///;;;\nFrom: a@b@c, , \"x\n\nb",
    "\xff\xfe: a\n\n", "Content-Type: multipart/mixed; boundary=\"\"\n\n--\n\nx", "From: a@b.example\nContent-Transfer-Encoding: wat\n\nx",
    "From: a@b.example\nContent-Type: text/plain; charset=klingon\n\nh\xE9llo", "Subject: =?utf-8?B?////?=\n\nx",
    "Content-Type: text/html\n\n#{"<div>" * 600}deep"
  ].freeze

  def test_nothing_broken_raises
    BROKEN.each do |source|
      fields = Post::Letter.new(source.b).fields
      assert fields.values_at(:subject, :body).all? { _1.valid_encoding? && _1.encoding == Encoding::UTF_8 }, source.inspect
      assert_match(/\A\h{64}\z/, Post::Letter.new(source.b).digest)
    end
  end

  def test_what_tells_nothing_is_shown_as_received
    assert_equal [true, "garbage\nand more"], Post::Letter.new("garbage\nand more").then { [_1.unreadable?, _1.body] }
    assert_equal "héllo", Post::Letter.new("From: a@b.example\nContent-Type: text/plain; charset=klingon\n\nh\xE9llo".b).body
  end

  def test_two_copies_are_one_whichever_way_they_took
    digest = ->(*lines) { letter(*lines).digest }
    one = digest.call("Received: by a; x", "From: a@b.example", "Message-ID: <1@b>", "", "text")
    assert_equal one, letter("Delivered-To: c@d.example", "From: a@b.example", "Message-ID: <1@b>", "", "text", "", "").digest
    refute_equal one, digest.call("From: a@b.example", "Message-ID: <1@b>", "", "other text")
  end

  def test_a_large_attachment_is_read
    mail = multipart("mixed", plain("hi"),
      [["Content-Type: application/zip; name=x.zip", "Content-Transfer-Encoding: base64"], ["z" * 8_000_000].pack("m")])
    assert_equal ["hi", 8_000_000], [mail.body, mail.fields[:attachments].first.bytes]
  end

  def test_html_is_made_safe
    unsafe = "<p onclick='x()'>a<img src='http://t.example/p.png' alt='pic'><img src='cid:1@2'><a href='javascript:x()'>z</a><a " \
      "href='https://ok.example'>ok</a><script>x()</script>" \
      "<iframe src='x'></iframe><form><input></form><svg onload=x()></svg></p>"
    safe, left_out = Post::HTML.safe(unsafe) { "/inline/#{_1}" }
    assert left_out
    assert_includes safe, "[pic]"
    assert_includes safe, "/inline/1@2"
    assert_includes safe, "rel=\"noopener noreferrer\""
    refute_match(/onclick|javascript|script|iframe|onload|t\.example|<form/i, safe)
    assert_includes Post::HTML.safe(unsafe, remote: true) { "" }.first, "t.example"
  end
end
