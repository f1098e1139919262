# frozen_string_literal: true

require "capybara"
require "selenium-webdriver"

ENV["SE_OFFLINE"] = "true"
ENV["SE_AVOID_STATS"] = "true"

# What is seen of a page, as the browser itself tells it. WebDriver's own ways send it a script of 50 KB for each element, or walk
# through all of the page, and a test asks again and again while it waits.
module QuickSight
  VISIBLE = "function (element) { return element.checkVisibility({opacityProperty: true, visibilityProperty: true}) && " \
    "element.getClientRects().length > 0; }"

  def visible_text = driver.browser.execute_script("return arguments[0].innerText", native).to_s
  def visible? = driver.browser.execute_script("return (#{VISIBLE})(arguments[0])", native)
end
Capybara::Selenium::ChromeNode.prepend(QuickSight)

# The same for many elements at once.
module QuickSights
  def is_displayed_atom = QuickSight::VISIBLE # as Capybara calls it
  private :is_displayed_atom
end
[Capybara::Selenium::Driver, Capybara::Selenium::Node].each { _1.prepend(QuickSights) }

# The pointer is where it is wanted at once. By itself WebDriver moves it there for a quarter of a second.
module QuickPointer
  def action(async: false, devices: [], duration: 0) = super
end
Selenium::WebDriver::Driver.prepend(QuickPointer)

# Debian's headless Chromium, kept off the network, with a view of exactly 1280x800. One process draws all pages of a site, as in a
# browser that has been open for a day: what it has compiled is there for the next test too.
module Browser
  FLAGS = %w[
    --headless=new --no-sandbox --disable-dev-shm-usage --disable-gpu --window-size=1280,943 --force-device-scale-factor=1 --hide-scrollbars
    --force-prefers-reduced-motion --no-first-run --disable-background-networking --disable-component-update --disable-sync
    --disable-extensions --no-proxy-server --accept-lang=en-GB,en --process-per-site
  ].freeze

  def self.register
    Capybara.register_driver(:chromium) do |app|
      options = Selenium::WebDriver::Chrome::Options.new(binary: "/usr/bin/chromium")
      FLAGS.each { options.add_argument(_1) }
      options.accept_insecure_certs = true # of a server that makes its own
      options.add_argument("--ignore-certificate-errors") # for what keeps the page out of reach too
      options.add_argument("--host-resolver-rules=MAP * ~NOTFOUND,EXCLUDE 127.0.0.1,EXCLUDE localhost")
      service = Selenium::WebDriver::Chrome::Service.new(path: "/usr/bin/chromedriver")
      Capybara::Selenium::Driver.new(app, browser: :chrome, options: options, service: service)
    end
  end

  # @param width [Integer, nil] nil goes back to the window's own
  def self.width(session, width, height = 800)
    session.driver.browser.execute_cdp(*(width ? ["Emulation.setDeviceMetricsOverride"] : ["Emulation.clearDeviceMetricsOverride"]),
      **(width ? {width: width, height: height, deviceScaleFactor: 1, mobile: false} : {}))
  end

  # @param scheme ["light", "dark"] @param motion [Boolean] whether colours may fade from the one to the other
  def self.scheme(session, scheme, motion: true)
    session.driver.browser.execute_cdp("Emulation.setEmulatedMedia", features: [{name: "prefers-color-scheme", value: scheme},
      {name: "prefers-reduced-motion", value: motion ? "no-preference" : "reduce"}])
  end
end
