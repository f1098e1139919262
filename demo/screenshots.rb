# frozen_string_literal: true

# One picture of each main view, at 1280x800 unless its name says otherwise.

require "bundler/setup"
require "tmpdir"
require "fileutils"
require_relative "../lib/up_front"
require_relative "demo"
require_relative "../test/support/browser"
require_relative "../test/support/server"

# The pictures of the tour.
class Screenshots
  FOLDER = File.join(UpFront::ROOT, "docs", "screenshots")
  SHOWN = File.join(Dir.tmpdir, "museum") # as the pictures name it

  def call
    FileUtils.mkdir_p(FOLDER)
    Browser.register
    Capybara.run_server = false
    Capybara.enable_aria_label = true
    Capybara.default_max_wait_time = 15
    FileUtils.rm_rf(SHOWN)
    @world = Demo::World.new(SHOWN)
    @world.build
    UpFront::Store::Database.close
    with_server(@world.database, "--clock", @world.clock_file, "--script", @world.script) { museum }
  ensure
    FileUtils.rm_rf(SHOWN)
  end

  private

  attr_reader :session

  def with_server(database, *options)
    server = Server.new(database, *options).start
    Capybara.app_host = server.url
    @session = Capybara::Session.new(:chromium)
    yield
  ensure
    session&.quit
    server&.stop
  end

  # The script's mail up to a time of the Tuesday, as the post office would have delivered it.
  def play_until(time)
    clock = UpFront::Clock::Adjustable.new(@world.clock_file)
    target = Time.iso8601("2027-03-09T#{time}:00Z")
    script = UpFront::Post::Script.new(@world.script)
    office = UpFront::Post::Office.new(@world.mail)
    clock.set(shown: target, rate: 0.0)
    script.due(nil, target).each do |entry|
      office.deliver(script.raw(entry), to: entry.to, at: entry.at, zone: Demo::Scenario::ZONE,
        unique: "#{entry.at.to_i}.script-#{File.basename(entry.file, ".eml")}.museum")
    end
  end

  # The morning's alerts were heard already: its one call-out is answered, and its banners are gone.
  def hear_the_morning
    session.visit("/front")
    session.click_button("Done")
    session.assert_no_selector("[role=alertdialog]")
    session.find("a", text: "Truck held at the border", match: :first)
    session.click_button("Not now", match: :first) # the desktop
    session.visit("/front")
    session.find("h1", text: "need")
  end

  def museum
    play_until("09:26")
    hear_the_morning
    session.find("a", text: "Truck held at the border", match: :first).click
    session.find("section", text: "Straight in, top priority")
    picture "front"
    session.visit("/held")
    session.click_button(text: "Culture Diary", match: :first)
    session.find("a", text: "Culture Diary", match: :first).click
    session.find("section", text: "Waits for the 17:00 round")
    picture "held"
    alerts
    rules
    session.visit("/week")
    session.find("h2", text: "What this plan does")
    worst = session.find("figcaption", text: "Mail that no rule lets in waits")
    session.execute_script("arguments[0].parentElement.scrollIntoView({block: 'end'})", worst)
    picture "week"
    session.visit("/find?text=crate+7")
    session.find("a[data-row]", text: "Truck held at the border", match: :first)
    session.find("a[data-row]", text: "Re: Temporary import form", match: :first).click
    session.find("section[aria-label=Conversation]")
    session.find("[role=group][aria-label=Month]")
    picture "find"
    session.visit("/views")
    session.click_link("I wait for an answer")
    session.find("main", text: "Called for being gone through")
    session.first("a[data-row]").click
    session.find("aside", text: "It is here")
    picture "view"
    session.visit("/mail-in")
    session.find("h1", text: "Two folders")
    session.click_button("Connect a mailbox …")
    session.fill_in("Your address there", with: "wren@lanternquay.example")
    session.fill_in("Server, such as mail.provider.example", with: "mail.lanternquay.example")
    picture "mail-in"
    outbox
    senders
    following
    Browser.width(session, 390, 844)
    session.visit("/front")
    session.find("h1", text: "need")
    picture "front-narrow"
  end

  # What is to do, and the answers that are awaited, with one that is waited for longer.
  def following
    session.visit("/today")
    session.find("h2", text: "The day")
    session.find("button", text: "Ring the insurer about loan 12").click
    session.find("form", text: "Keep it")
    picture "today"
    session.visit("/today/awaited")
    session.find("h1", text: "awaited")
    session.click_button("Wait longer", match: :first)
    picture "awaited"
  end

  # Who writes, with one of them; and what mail did to the weeks around a change of the plan.
  def senders
    session.visit("/senders?open=listings%40culture-diary.example")
    session.find("[role=listitem]", text: "Ticket desk")
    session.find("h3", text: "When they write")
    picture "senders"
    session.visit("/report")
    session.find(".MuiBarChart-element", match: :first)
    session.find("h2", text: "In figures")
    picture "report"
  end

  # One that is to go, and one that is being written.
  def outbox
    send_to("PUT", "/api/mail-out/1", {"host" => "127.0.0.1", "security" => "none", "signature" => "Wren Adeyemi"})
    answer("Truck held at the border", "Please keep the crates on the truck. The papers are on their way.")
    session.click_button(text: /\ASend/, match: :first)
    session.find(".MuiSnackbar-root", text: "goes in")
    answer("Wall texts, one last look?", "Gladly. The attached list has all of them.")
    session.find("p", text: "Look twice")
    session.click_button "Go on later"
    session.visit("/outbox")
    session.find("a", text: "Re: Wall texts, one last look?").click
    session.find("p", text: "Look twice")
    picture "outbox"
  end

  def answer(subject, text)
    session.visit("/find?text=#{subject.delete(",?").tr(" ", "+")}")
    session.find("a", text: subject, match: :first).click
    session.click_button(text: /\AAnswer\b(?! all)/)
    session.find("[aria-label=Text]").send_keys(text)
  end

  def deliver(subject, from, text)
    clock = UpFront::Clock::Adjustable.new(@world.clock_file)
    raw = "From: #{from}\nTo: wren@lanternquay.example\nSubject: #{subject}\nMessage-ID: <#{subject.hash.abs}@x>\nDate: " \
      "#{clock.now.rfc2822}\n\n#{text}\n"
    UpFront::Post::Office.new(@world.mail)
      .deliver(raw, to: "wren@lanternquay.example", at: clock.now, zone: Demo::Scenario::ZONE,
        unique: "#{clock.now.to_i}.#{subject.hash.abs}")
  end

  def alerts
    session.visit("/front")
    session.find("h1", text: "need").click
    deliver("Wall texts, one last look?", "Helena Sarmento <helena.sarmento@lanternquay.example>",
      "Could you read the texts of room 4 once more before they go to the printer?")
    session.find("[aria-label=Alerts]", text: "Wall texts")
    deliver("Alarm: humidity 63 % in store B for 20 minutes", "Store-room monitor <monitor@climate.lanternquay.example>",
      "Store B has been above the limit of 55 % humidity for 20 minutes.")
    session.find("[role=alertdialog]")
    picture "call-out"
    session.click_button("Open it")
    new_edition
    session.visit("/rules/house")
    session.click_button("See what changes")
    session.find("summary", text: "What would have come differently")
    picture "house-rules"
  end

  # What the office publishes today.
  def new_edition
    document = JSON.parse(File.read(@world.house_rules))
    document["rules"].first["then"] = {"priority" => "top", "labels" => ["Building"]}
    note = "The chillers went off unnoticed last week: what is switched off is top from now on."
    File.write(@world.house_rules, JSON.generate(document.merge("edition" => 3, "note" => note)))
    session.visit("/rules/house")
    session.click_button("Look for a new edition")
    session.find("button", text: "See what changes")
  end

  def rules
    session.visit("/rules")
    session.find("h1", text: "rules are read")
    picture "rules"
    move_readings_up
    session.click_button("Edit Lenders come straight in")
    session.find("h3", text: "claims are different because of it")
    picture "rule"
    session.click_button("Cancel")
    trust
  end

  def move_readings_up
    handle = session.find_button("Move Readings are for the record, read as number 3")
    handle.send_keys(:space)
    session.find("[aria-live]", text: /is picked up|as number 3/, visible: :all, match: :first)
    [2, 1].each do |place|
      handle.send_keys(:arrow_up)
      session.find("[aria-live]", text: /as number #{place}/, visible: :all, match: :first)
    end
    handle.send_keys(:space)
    session.find("[role=alertdialog]")
    session.click_button("Put it back")
  end

  # Two rulebooks over the same mail; and rules of which something is to be said.
  def trust
    session.visit("/rules/replay")
    session.click_button("Replay")
    session.find("h1", text: "would come otherwise")
    session.find("figure .MuiBarChart-element", match: :first)
    picture "replay"
    phrase = ->(words) { {"fact" => "subject", "op" => "mentions", "value" => [words]} }
    make("Winter opening", phrase.call("winter opening"), {"priority" => "high"}, "until_date" => "2027-01-31")
    make("Purchase orders", phrase.call("purchase order"), {"priority" => "high"})
    make("Orders approved", {"all" => [phrase.call("purchase order"), phrase.call("approved")]}, {"priority" => "low"})
    session.visit("/rules/check-up")
    session.find("h1", text: "things to look at")
    session.click_button(text: "Read it before", match: :first)
    session.find("[role=alertdialog]", text: "decided differently")
    picture "check-up"
    promises
    session.visit("/rules")
  end

  # What must hold: proved, broken by a message that is shown, and seen in the mail that came.
  def promises
    from = ->(who) { {"fact" => "from", "op" => "is", "value" => [who]} }
    office = {"days" => %w[mon tue wed thu fri], "from" => "08:00", "to" => "18:00"}
    promise("Couriers in half an hour", {"comes_in" => "PT30M"}, "when" => from.call("group:Couriers"), "arriving" => office)
    promise("Northgate stays on the Front", {"on_front" => true}, "when" => from.call("@northgate-archive.example"))
    promise("Newsletters never alert", {"loudest" => "none"}, "when" => {"fact" => "kind", "op" => "is", "value" => ["newsletter"]})
    promise("Not too many alerts", {"alerts_a_day" => 12})
    session.visit("/rules/promises")
    session.find("h3", text: "Not too many alerts")
    picture "promises"
  end

  def promise(name, holds, **more) = send_to("PUT", "/api/kept/promises", {"body" => {"name" => name, "holds" => holds, **more}})

  def make(name, condition, effects, **more)
    send_to("POST", "/api/rules", {"body" => {"name" => name, "when" => condition, "then" => effects, **more}, "place" => 99})
  end

  def send_to(method, path, body)
    session.evaluate_async_script(<<~JS, method, path, body)
      fetch(arguments[1], {method: arguments[0], headers: {"content-type": "application/json"}, body: JSON.stringify(arguments[2])})
        .then(() => arguments[3]());
    JS
  end

  def picture(name)
    session.evaluate_async_script("document.fonts.ready.then(() => setTimeout(arguments[0], 400))") # the fonts, and what slides in
    session.save_screenshot(File.join(FOLDER, "#{name}.png"))
    puts "docs/screenshots/#{name}.png"
  end
end

Screenshots.new.call
