# frozen_string_literal: true

require_relative "../test/support/browser"

# From the moment a file stands in the Maildir to the moment its subject is drawn in an open browser.
class Arrival
  TIMES = 12

  # @param database [String, nil] with mail of another world, in place of the demo's
  def initialize(folder, database: nil)
    @folder = File.join(folder, "arrival")
    @database = database
    FileUtils.mkdir_p(@folder)
  end

  # @return [Float] milliseconds, the browser's own clock at drawing less the time of delivery
  def median_ms
    world = Demo::World.new(File.join(@folder, "world"), scenario: Demo::Scenario.new(weeks: 1))
    world.build
    UpFront::Store::Database.close
    follow(world) if @database
    clock = UpFront::Clock::Adjustable.new(world.clock_file)
    clock.set(rate: 0.0)
    server = Server.new(@database || world.database, "--clock", world.clock_file, "--script", world.script).start
    times = watch(server, UpFront::Post::Office.new(world.mail), clock)
    times.sort[times.size / 2]
  ensure
    server&.stop
  end

  private

  # That database reads the world's new mail.
  def follow(world)
    UpFront::Store::Database.open(@database)
    UpFront::Store::Source.delete_all
    UpFront::Desk::AddSource.new(UpFront::Clock::Adjustable.new(world.clock_file)).call(File.join(world.mail, "wren@lanternquay.example"))
    UpFront::Store::Database.close
  end

  def watch(server, office, clock)
    Browser.register
    Capybara.run_server = false
    Capybara.default_max_wait_time = 120 # the first page of a large database, and what goes on behind its start
    Capybara.app_host = server.url
    session = Capybara::Session.new(:chromium)
    session.visit("/front")
    session.find("h1")
    Array.new(TIMES) { one(session, office, clock, "Border trouble #{rand(1e9).to_i}") } # a database that is kept has the former
  ensure
    session&.quit
  end

  def one(session, office, clock, subject)
    session.execute_script(<<~JS, subject)
      const wanted = arguments[0];
      // The text as it stands, which asks for no layout; then the frame in which it is drawn.
      window.seen = new Promise((resolve) => {
        const look = () => {
          if (!document.body.textContent.includes(wanted)) return;
          watching.disconnect();
          requestAnimationFrame(() => setTimeout(() => resolve(Date.now())));
        };
        const watching = new MutationObserver(look);
        watching.observe(document.body, { childList: true, subtree: true, characterData: true });
        look();
      });
    JS
    raw = "From: Iveta <dispatch@baltic-art-road.example>\nTo: wren@lanternquay.example\nSubject: #{subject}\nMessage-ID: " \
      "<#{rand(1e12).to_i}@x>\n\nText\n"
    office.deliver(raw, to: "wren@lanternquay.example", at: clock.now, zone: Demo::Scenario::ZONE,
      unique: "#{clock.now.to_i}.#{rand(1e9).to_i}", sync: false)
    delivered = Process.clock_gettime(Process::CLOCK_REALTIME, :millisecond)
    session.evaluate_async_script("window.seen.then(arguments[0])") - delivered
  end
end
