# frozen_string_literal: true

require_relative "../support/api_helper"
require "zip"

# The files of a message are looked at in the page where nothing of them can run, and saved one by one or all in one.
class FilesAPITest < Minitest::Test
  include APIHelper

  PARTS = [["text/plain", "note.txt", "Żółw\u202Egpj"], ["text/html", "page.html", "<script>alert(1)</script>"],
    ["image/png", "a/../b.png", "PNG"],
    ["application/pdf", "b.pdf", "%PDF"], ["image/svg+xml", "c.svg", "<svg onload=1>"], ["application/zip", "b.pdf", "PK"]].freeze

  def setup
    super
    set_up
    parts = PARTS.map do |type, name, bytes|
      "--b\nContent-Type: #{type}; charset=utf-8\nContent-Disposition: attachment; filename=\"#{name}\"\n" \
        "Content-Transfer-Encoding: base64\n\n#{[bytes].pack("m")}"
    end
    @id = take(headers: ["MIME-Version: 1.0", "Content-Type: multipart/mixed; boundary=b"], text: "#{parts.join}--b--").id
  end

  def test_what_can_be_looked_at_is_and_runs_nothing
    views = ask(:get, "/messages/#{@id}")["attachments"].map { _1["view"] }
    assert_equal ["text", "text", "picture", "page", nil, nil], views
    views.each_with_index do |view, index|
      get "/api/messages/#{@id}/attachments/#{index}?view=true"
      next assert_equal(415, last_response.status) unless view

      assert_equal({"text" => "text/plain", "picture" => "image/png", "page" => "application/pdf"}.fetch(view), last_response.media_type)
      assert_match(/default-src 'none'.*frame-ancestors 'self'/, last_response.headers["content-security-policy"])
      assert_equal view != "page", last_response.headers["content-security-policy"].include?("sandbox")
      assert_equal "nosniff", last_response.headers["x-content-type-options"]
    end
    get "/api/messages/#{@id}/attachments/0?view=true"
    assert_equal "Żółw⟪right to left⟫gpj", last_response.body.dup.force_encoding("UTF-8")
  end

  def test_all_are_saved_in_one_each_under_a_name_of_its_own
    archive = {}
    Zip::InputStream.open(StringIO.new(fetch("/messages/#{@id}/files"))) do |zip|
      while (entry = zip.get_next_entry)
        archive[entry.name.dup.force_encoding("UTF-8")] = zip.read
      end
    end
    assert_equal ["note.txt", "page.html", "b.png", "b.pdf", "c.svg", "b (2).pdf"], archive.keys
    assert_equal "PK", archive["b (2).pdf"]
    get "/api/messages/#{take(text: "no files").id}/files"
    assert_equal 404, last_response.status
  end

  def test_a_message_comes_to_the_front_from_wherever_it_is
    old = take(date: at("09:00", "2027-01-04")).id
    held = take.id
    Desk::Clear.new(clock).call([held])
    done = ask(:post, "/acts", {act: "to_front", messages: [old, held]})
    assert_equal [old, held].sort, on_front.sort
    assert_equal "Brought 2 messages to the Front.", done["message"]
    assert_match(/let in by you/i, ask(:get, "/messages/#{held}")["why"]["summary"])
    ask(:post, "/undo/#{done["undo_id"]}")
    assert_empty on_front
  end

  def test_quoted_text_of_html_folds_where_something_stands_before_it
    folded = Post::HTML.method(:folded)
    assert_equal "<p>Yes</p><details><summary>Quoted text</summary><blockquote><blockquote>a</blockquote></blockquote></details><p>b</p>",
      folded["<p>Yes</p><blockquote><blockquote>a</blockquote></blockquote><p>b</p>"]
    assert_equal "<div><details open><summary>Quoted text</summary><blockquote>a</blockquote></details></div>",
      folded["<div><blockquote>a</blockquote></div>"]
  end
end
