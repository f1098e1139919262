# frozen_string_literal: true

require_relative "../support/core_helper"

# HTML of mail: what it says, and what of it may be shown.
class HTMLTest < Minitest::Test
  include CoreHelper

  # Each tries to run something, to load something from elsewhere, or to leave its place.
  HOSTILE = <<~HTML.lines(chomp: true).freeze
    <script>x()</script>
    <SCRIPT SRC=//t.example/x.js></SCRIPT>
    <img src=x onerror=x()>
    <svg><script>x()</script></svg>
    <svg onload=x()>
    <math><mtext><script>x()</script></mtext></math>
    <iframe src='//t.example'></iframe>
    <iframe srcdoc='<script>x()</script>'></iframe>
    <object data=x.swf></object>
    <embed src=x>
    <base href='//t.example/'>
    <meta http-equiv=refresh content='0;url=//t.example'>
    <link rel=stylesheet href=//t.example/x.css>
    <style>@import '//t.example';</style>
    <a href='javascript:x()'>a</a>
    <a href=' java\tscript:x()'>a</a>
    <a href='&#106;avascript:x()'>a</a>
    <a href='data:text/html,x'>a</a>
    <a href='vbscript:x'>a</a>
    <div style='background:url(https://t.example/p.png)'>d</div>
    <div style='behavior:url(x.htc)'>d</div>
    <div style='width:expression(x())'>d</div>
    <table background='https://t.example/p.png'><tr><td>t</td></tr></table>
    <video src='https://t.example/v.mp4' autoplay></video>
    <audio src='https://t.example/a.mp3'></audio>
    <picture><source srcset='https://t.example/p.png'><img src='https://t.example/p.png'></picture>
    <img srcset='https://t.example/p.png 2x'>
    <img src='https://t.example/p.png' alt='seen'>
    <img src='//t.example/p.png'>
    <input type=image src='https://t.example/p.png'>
    <form action='//t.example'><button formaction='javascript:x()'>go</button></form>
    <body onload=x()>
    <p onclick='x()' onmouseover=x()>p</p>
    <img src='cid:a@b'>
    <noscript><p title='</noscript><img src=x onerror=x()>'></noscript>
    <!--[if IE]><script>x()</script><![endif]-->
    <template><script>x()</script></template>
    <p style='position:fixed;top:0;z-index:9'>over all</p>
    <x-y onfocus=x() autofocus tabindex=1>x</x-y>
    <a href='https://ok.example/?q=1&amp;r=2' ping='https://t.example'>fine</a>
    <b>plain</b> &lt;script&gt; text
  HTML
  ELSEWHERE = /\A\s*(?:[a-z][a-z0-9+.-]*:)?\/\//i
  ACTIVE = %w[script style iframe object embed base meta link form input button svg math template].freeze
  HARMLESS_LINK = /\A(?:https?:|mailto:|tel:|#|\/)/i

  def safe(html, **more) = Post::HTML.safe(html, **more) { |id| "/inline/#{id}" }.first

  # @return [Array<String>] what in it could run or load something
  def dangers(html)
    Nokogiri::HTML5.fragment(html).css("*").flat_map do |element|
      attributes = element.attribute_nodes.select { dangerous?(element, _1) }
      [*(element.name if ACTIVE.include?(element.name)), *attributes.map { "#{element.name} #{_1.name}=#{_1.value}" }]
    end
  end

  def dangerous?(element, attribute)
    case attribute.name
    when /\Aon/, "srcdoc", "formaction", "ping", "background", "srcset", "action" then true
    when "src" then attribute.value.match?(ELSEWHERE) || attribute.value.match?(/\A\s*(?:javascript|data:text)/i)
    when "href" then element.name != "a" || !attribute.value.strip.match?(HARMLESS_LINK)
    when "style" then attribute.value.match?(/url\s*\(|expression|behavior|@import/i)
    end
  end

  def test_nothing_in_it_runs_or_loads
    HOSTILE.each { |html| assert_empty dangers(safe(html)), html }
  end

  def test_nor_in_any_of_them_put_together_at_random
    random = Random.new(11)
    300.times do
      between = ["", " ", "<div>", "<table><tr><td>", "'\">"].sample(random: random)
      html = Array.new(random.rand(1..6)) { HOSTILE.sample(random: random) }.join(between)
      html = html[0, random.rand(html.size)] if random.rand(4).zero? # cut in the middle, as mail is
      shown = safe(html)
      assert_empty dangers(shown), html
      assert_equal shown, safe(shown), "what is safe stays as it is: #{html}"
    end
  end

  def test_pictures_from_elsewhere_come_only_when_asked_for_and_still_nothing_runs
    HOSTILE.each do |html|
      left = dangers(safe(html, remote: true)).grep_v(/\Aimg src=/).grep_v(/ style=/)
      assert_empty left, html
    end
    assert_includes safe("<img src='https://t.example/p.png'>", remote: true), "https://t.example/p.png"
  end

  def test_what_is_left_out_is_told
    told = ->(html) { Post::HTML.safe(html) { "" }.last }
    assert_equal [true, true, false, false],
      ["<img src='https://t.example/p.png'>", "<td background='https://t.example/p.png'>", "<img src='cid:a@b'>", "<b>x</b>"].map(&told)
  end

  def test_its_text_is_what_one_would_see
    {
      "<p>One</p><p>two</p>" => "One\n\ntwo", "a<br>b" => "a\n\nb", "<b>wo</b>rd" => "word", "<td>a</td><td>b</td>" => "ab",
      "<table><tr><td>a</td><td>b</td></tr></table>" => "a\n\nb", "x<script>y</script><style>z</style>" => "x",
      "&nbsp; a &amp;\n b " => "a & b",
      "<ul><li>a</li><li>b</li></ul>" => "a\n\nb", "" => "", "<" => "<", "<p>" => ""
    }.each { |html, text| assert_equal text, Post::HTML.text(html), html }
  end

  def test_words_of_the_rules_are_marked_in_texts_alone
    marking = Core::Marking.new([Core::Phrase.new("loan").pattern])
    shown = Post::HTML.marked(safe("<p title='loan'>A loan, a <b>loan</b>er, lo<i>an</i></p>"), marking)
    assert_equal 2, shown.scan("<mark>loan</mark>").size
    assert_includes shown, "title=\"loan\""
  end
end
