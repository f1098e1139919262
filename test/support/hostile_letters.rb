# frozen_string_literal: true

# Letters that are made to hurt whoever reads them, of any size.
module HostileLetters
  HEAD = "From: Ana <ana@casadomar.example>\nTo: wren@lanternquay.example\nSubject: Loan\nDate: Tue, 09 Mar 2027 07:00:00 +0000\n" \
    "Message-ID: <1@casadomar.example>\n"

  def self.html(text) = "#{HEAD}Content-Type: text/html; charset=utf-8\n\n#{text}"
  def self.head(line) = "#{HEAD}#{line}\n\nText"

  # By the size that is asked for, in bytes.
  LETTERS = {
    "line feeds" => ->(size) { "#{HEAD}\na#{"\n" * size}b" }, "blanks" => ->(size) { "#{HEAD}\na#{" " * size}b" },
    "marks on one letter" => ->(size) { "#{HEAD}Content-Type: text/plain; charset=utf-8\n\na#{"\u0301" * (size / 2)}" },
    "tags" => ->(size) { html("<b>x</b>" * (size / 8)) }, "breaks" => ->(size) { html("<br>" * (size / 4)) },
    "tables" => ->(size) { html("<table>" * (size / 7)) }, "pictures" => ->(size) { html("<img src='cid:a'>" * (size / 17)) },
    "a title of blanks" => ->(size) { html("<title>url(#{" " * size}</title>") },
    "levels and signs" => ->(size) { html("#{"<div>" * 500}#{"<" * size}") },
    "attributes" => ->(size) { html("<p #{Array.new(size / 8) { "a#{_1}=1" }.join(" ")}>x") },
    "a list of addresses" => ->(size) { head("Cc: #{Array.new(size / 14) { "a#{_1}@x.example" }.join(", ")}") },
    "no address" => ->(size) { head("Cc: (#{"a" * size}") }, "at signs" => ->(size) { head("Cc: (#{"a@" * (size / 2)}") },
    "references" => ->(size) { head("References: #{"<a" * (size / 2)}") }, "headers" => ->(size) { head("X-A: a\n" * (size / 7)) },
    "parameters" => ->(size) { head("Content-Type: text/plain; #{"a=1; " * (size / 5)}") },
    "quoted-printable" => ->(size) { head("Content-Transfer-Encoding: quoted-printable\n\n#{"=" * size}") }
  }.freeze

  # The formatting that is open is opened anew in each paragraph: a few hundred kilobytes become more than memory holds.
  BOMB = html("<p>#{Array.new(300) { "<b id=#{_1}>" }.join}</p>#{"<p>x" * 100_000}")
end
