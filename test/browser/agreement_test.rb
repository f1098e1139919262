# frozen_string_literal: true

require_relative "../support/browser_helper"

# What stands on the Front is what the API says, after some hundreds of acts, arrivals, jumps of the clock and undos, and no reload.
class FrontAgreementTest < Minitest::Test
  include BrowserHelper

  ROUNDS = 10
  STEPS = 10 # between looks
  BORDER = "Iveta Kalnina <dispatch@baltic-art-road.example>"

  def setup
    super
    @random = Random.new(16)
    @undo = []
    @time = Demo::Scenario.new.opens
  end

  def some(list) = list.sample(random: @random)

  # @return [Hash] the answer; what the person hears of a refusal is not looked at here
  def send_to(method, path, **body)
    uri = URI("#{@server.url}/api#{path}")
    request = Net::HTTP.const_get(method.to_s.capitalize).new(uri, {"content-type" => "application/json", "origin" => @server.url})
    request.body = JSON.generate(body)
    JSON.parse(Net::HTTP.start(uri.host, uri.port) { _1.request(request) }.body).tap { @undo << _1["undo_id"] if _1["undo_id"] }
  end

  def answer(path) = JSON.parse(@server.get("/api#{path}"))
  def on_front = answer("/front")["sections"].flat_map { |section| section["messages"].map { _1["id"] } }
  def held = answer("/held")["groups"].flat_map { |group| group["messages"].map { _1["id"] } }
  def act(name, ids) = ids.any? && send_to(:post, "/acts", act: name, messages: ids)

  def later(minutes)
    @time += minutes * 60
    clock.set(shown: @time)
  end

  def step
    case @random.rand(12)
    when 0 then deliver(subject: some(["Truck held at the border", "Proofs of room 2", "Lunch", "Loan papers"]), from: BORDER)
    when 1 then deliver(subject: "Hourly figures", from: "Print shop <orders@tidemark-print.example>")
    when 2 then act("clear", on_front.sample(2, random: @random))
    when 3 then act("let_in", held.sample(2, random: @random))
    when 4 then act(some(%w[raise lower]), on_front.sample(2, random: @random))
    when 5 then act(some(%w[keep unkeep flag discard]), on_front.sample(1, random: @random))
    when 6 then on_front.sample(2, random: @random).then { send_to(:post, "/put-off", messages: _1, until: "PT1H") if _1.any? }
    when 7 then answer("/held")["rounds"].last.then { |round| move(round) if round }
    when 8 then send_to(:post, "/heads-down", until: (@time + 1800).iso8601)
    when 9 then send_to(:delete, "/heads-down")
    when 10 then @undo.pop&.then { send_to(:post, "/undo/#{_1}") }
    else later(some([3, 10, 25]))
    end
  end

  def move(round) = held.sample(2, random: @random).then { send_to(:post, "/moves", messages: _1, until: round["at"]) if _1.any? }

  # Of a section, what is drawn: low mail runs together below, and what is beyond its limit waits.
  def drawn(section)
    shown = section["messages"].first(section["most"] || section["messages"].size)
    shown.reject { _1["priority"] == "low" && !_1["kept"] && section["key"] != "now" }
  end

  def told
    front = answer("/front")
    order = front["sections"].partition { _1["key"] == "now" }.flat_map { |part| part.partition { _1["view_id"] } }.flatten
    {lead: front["lead"], waiting: front["waiting"], held: answer("/status")["held"],
     sections: due(front) + order.map { |section| [section["title"], section["count"], drawn(section).map { _1["id"] }] }}
  end

  # What is not mail stands above it, and has no rows.
  def due(front)
    {"To do now" => front["tasks"], "Overdue answers" => front["awaited"]}.filter_map { |title, of| [title, of.size, []] if of.any? }
  end

  SEEN = <<~JS
    return {
      lead: document.querySelector("main h1").innerText,
      waiting: document.querySelector("main h1 + p").innerText.replace(/ ?Look inside$/, ""),
      held: Number(document.querySelector("[aria-label$=' messages']")?.innerText ?? 0),
      sections: [...document.querySelectorAll("main section")].filter((each) => each.querySelector("h2")).map((section) => [
        section.querySelector("h2").innerText, Number(section.querySelector("h2 + span").innerText),
        [...section.querySelectorAll("[data-row]")].map((row) => Number(row.dataset.row))])
    };
  JS

  def seen = page.execute_script("(() => {#{SEEN}})()".sub(/\A/, "return "))

  # At once where it can be; a page that stays behind is told with what it shows.
  def agree(round)
    expected = nil
    page.document.synchronize { raise Capybara::ExpectationNotMet if seen != (expected = JSON.parse(JSON.generate(told))) }
    pass
  rescue Capybara::ExpectationNotMet
    assert_equal expected, seen, "in round #{round}"
  end

  def test_what_is_drawn_is_what_is_so
    front
    point_away
    ROUNDS.times do |round|
      STEPS.times { step }
      agree(round)
    end
  end
end
