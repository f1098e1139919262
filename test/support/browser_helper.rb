# frozen_string_literal: true

require "capybara/minitest"
require "axe/configuration"
require "tmpdir"
require_relative "core_helper"
require_relative "browser"
require_relative "server"
require_relative "kept_world"

Browser.register
Capybara.configure do |config|
  config.run_server = false
  config.default_driver = :chromium
  config.default_max_wait_time = 30
  config.default_retry_interval = 0.1 # looking oftener takes what the page needs to get there
  config.enable_aria_label = true
  # Each letter by its key, those that go too: what a script puts between them, a page does not know of.
  config.default_set_options = {rapid: false, clear: :backspace}
end

# A person at the museum's Tuesday, 07:50: a real server, a real browser, the demo's clock standing still.
module BrowserHelper
  include Capybara::DSL
  include Capybara::Minitest::Assertions
  include UpFront

  # Two processes may share the tests: of seven parts of each class, "0,2,4,6/7" are four, "1,3,5/7" the others.
  module Parted
    def runnable_methods
      some, parts = ENV.fetch("PART", "0/1").split("/")
      super.sort.select.with_index { |_, place| some.split(",").include?((place % Integer(parts)).to_s) }
    end
  end

  # The same for every server: what the browser has kept of the page's scripts and styles serves all tests.
  PORT = Server.free_port

  def self.included(test) = test.extend(Parted)

  WEEKS = 2
  FOLDER = Dir.mktmpdir("up-front-browser")
  WORLD = Demo::World.new(File.join(FOLDER, "world"))
  Minitest.after_run { FileUtils.rm_rf(FOLDER) }

  def self.pristine
    @pristine ||= File.join(FOLDER, "pristine").tap { KeptWorld.lay(WORLD, weeks: WEEKS, folder: _1) }
  end

  # The world as it was built. Letters are linked, since nothing ever writes to one; what changes is copied.
  def self.lay_anew
    FileUtils.rm_rf(WORLD.folder)
    system("cp", "-rl", pristine, WORLD.folder, exception: true)
    Dir.children(pristine).select { File.file?(File.join(pristine, _1)) }.each do |name|
      File.unlink(File.join(WORLD.folder, name))
      FileUtils.cp(File.join(pristine, name), WORLD.folder)
    end
  end

  def setup
    BrowserHelper.lay_anew
    clock.set(rate: 0.0, shown: Demo::Scenario.new.opens)
    @server = Server.new(WORLD.database, "--clock", WORLD.clock_file, "--script", WORLD.script, port: PORT, nursery: Nursery.here).start
    Capybara.app_host = @server.url
  end

  def teardown
    page.driver.save_screenshot(File.join(Dir.tmpdir, "up-front-#{name}.png")) unless passed?
    Capybara.reset_sessions!
    page.driver.browser.execute_cdp("Emulation.clearDeviceMetricsOverride")
    @server.stop("KILL") # nothing of its world is wanted again
    end_what_tabs_share
  end

  # A page that the browser keeps for going back keeps it alive; the next test has a server of its own.
  def end_what_tabs_share
    browser = page.driver.browser
    shared = browser.execute_cdp("Target.getTargets")["targetInfos"].select { _1["type"] == "shared_worker" }
    shared.each { browser.execute_cdp("Target.closeTarget", targetId: _1["targetId"]) }
  end

  def clock = @clock ||= Clock::Adjustable.new(WORLD.clock_file)

  def go(time) = clock.set(shown: Time.iso8601("2027-03-09T#{time}:00Z"))

  # As a delivery agent would, at the demo's time. @return [String] its Message-ID
  def deliver(subject: "A message", from: "Iveta Kalnina <dispatch@baltic-art-road.example>", text: "The text.", headers: [])
    id = "<#{rand(1e12).to_i}@x>"
    raw = ["From: #{from}", "To: wren@lanternquay.example", "Subject: #{subject}", "Message-ID: #{id}", "Date: #{clock.now.rfc2822}",
      *headers, "", text, ""].join("\n")
    Post::Office.new(WORLD.mail).deliver(raw, to: "wren@lanternquay.example", at: clock.now, zone: Demo::Scenario::ZONE,
      unique: "#{clock.now.to_i}.#{rand(1e9).to_i}")
    id
  end

  # What another tab would ask of the server. @return [Integer] the status of the answer
  def ask(path, body)
    page.evaluate_async_script(<<~JS, path, body)
      fetch(arguments[0], {method: "POST", headers: {"content-type": "application/json"}, body: JSON.stringify(arguments[1])})
        .then(({status}) => arguments[2](status));
    JS
  end

  def front = visit("/front").then { assert_selector("h1", text: /need/) }

  # The pointer leaves the list, where it would keep new mail waiting.
  def point_away = find("header").hover

  # Opens a message by its subject.
  def open_message(subject)
    click_link(text: subject, match: :first)
    point_away
    assert_selector("aside h1", text: subject)
  end

  # Waits until what is seen is what is expected.
  def assert_seen(expected)
    page.document.synchronize { raise Capybara::ExpectationNotMet, "expected #{expected.inspect}" unless yield == expected }
  rescue Capybara::ExpectationNotMet
    assert_equal expected, yield
  else
    pass
  end

  # Types a day, "16032027", or a time of day, "0930". @param field [String, Capybara::Node::Element] its label, or the field itself
  def give_moment(field, digits)
    field = find("[role=group][aria-label='#{field}']") if field.is_a?(String)
    field.find("[role=spinbutton]", match: :first).click
    field.assert_selector("[role=spinbutton]:focus") # keys that come before are lost
    press(digits)
  end

  def press(*keys) = page.driver.browser.action.send_keys(*keys).perform
  def press_with(held, key) = page.driver.browser.action.key_down(held).send_keys(key).key_up(held).perform

  # That axe finds no serious fault, in the light scheme and, of colours, in the dark. It is put into a document once; of a frame it
  # looks at no more than its name, since what stands in it is the sender's.
  def assert_accessible
    page.execute_script(AXE) unless page.evaluate_script("Boolean(window.axe)")
    wide = page.evaluate_script("innerWidth > 760") # colours are the same where it is narrow
    colours = {runOnly: {type: "rule", values: %w[color-contrast link-in-text-block]}}
    schemes = wide ? {"light" => {}, "dark" => colours} : {"light" => {rules: colours[:runOnly][:values].to_h { [_1, {enabled: false}] }}}
    schemes.each do |scheme, options|
      Browser.scheme(page, scheme, motion: false)
      assert_empty page.evaluate_async_script(FAULTS, options), "in the #{scheme} scheme"
    end
  ensure
    Browser.scheme(page, "light")
  end

  AXE = Axe::Configuration.instance.jslib
  FAULTS = <<~JS
    const done = arguments[arguments.length - 1];
    axe.run(document, {resultTypes: ["violations"], iframes: false, ...arguments[0]}).then(({violations}) =>
      done(violations.filter(({impact}) => ["serious", "critical"].includes(impact))
        .map(({id, help, nodes}) => `${id}: ${help}: ${nodes.slice(0, 3).map(({html}) => html).join(" ")}`)));
  JS
  private_constant :AXE, :FAULTS
end
