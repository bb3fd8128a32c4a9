require "support/database"
require "capybara/minitest"
require "selenium-webdriver"
require "jaunty_bell/api"
require "jaunty_bell/web_server"
require_relative "../../demo/club"

# The real interface in headless Chromium, against the real server and a real PostgreSQL with the demo club.
module SystemServer
  FLAGS = %w[--headless=new --no-sandbox --disable-gpu --disable-dev-shm-usage --no-first-run
    --disable-background-networking
    --disable-component-update --disable-sync --disable-quic --disable-features=BackForwardCache --hide-scrollbars
    --autoplay-policy=no-user-gesture-required].freeze
  FREE_PORTS = (20_000..29_999) # one is drawn, so that two jobs that begin at once do not take the same
  WIDE = [1280, 800].freeze
  PHONE = [390, 844].freeze
  LONGEST = 180 # seconds that a script may wait; a service worker keeps 8 MB on a disk that others write to as well

  def self.db
    @db ||= TestDatabase.open("jaunty_system").tap do |db|
      JauntyBell::Demo::Club.new(db, today: Clock.today)
        .load(hash: JauntyBell::Api::Accounts.hash(JauntyBell::Demo::Club::PASSWORD))
      @cards = db[:cards].all
      @versions = db[:card_versions].select_map(%i[card_id version])
    end
  end

  # What the next test finds: it is another device, of which nobody is told and which nobody leads, and the demo's cards
  # are saved by nobody since, for what is usual in a new round is read from who saved what.
  def self.leave_as_found
    db[:login_devices].update(told_at: Clock.now)
    db[:classes].exclude(live: nil).update(live: nil)
    db[:card_versions].exclude(%i[card_id version] => @versions).delete
    @cards.each { |card| db[:cards].where(id: card[:id]).update(card) }
  end

  def self.start
    return if @started
    ENV["JAUNTY_SECRET"] ||= "t" * 64
    Capybara.app = JauntyBell::Api::Server.build(db, secret: ENV["JAUNTY_SECRET"])
    Capybara.server = :puma, {Silent: true, Threads: "2:8"}
    Capybara.default_max_wait_time = 30
    Capybara.enable_aria_label = true
    Capybara.register_driver(:chromium) { |app| driver(app) }
    Capybara.default_driver = :chromium
    @started = true
  end

  # What works without a network is tried in a browser of its own (no_network_test). Elsewhere a service worker would go
  # on asking after its page is gone, and an answer with the sign-in would come into the next test.
  def self.without_service_worker
    browser = Capybara.current_session.driver.browser
    return if @without_service_worker.equal?(browser)
    browser.execute_cdp("Page.addScriptToEvaluateOnNewDocument", source: "delete Navigator.prototype.serviceWorker")
    @without_service_worker = browser
  end

  # A browser that does not answer goes with its driver; the next page opens another.
  def self.end_browser
    of = `ps -eo pid=,ppid=,args=`.lines.map { |line| line.split(" ", 3) }.group_by { |_, parent, _| parent }
    below = ->(pid) { of.fetch(pid, []).flat_map { |line| [line, *below.call(line.first)] } }
    below.call(Process.pid.to_s).each { |pid, _, args| Process.kill("KILL", pid.to_i) if args.include?("chrom") }
    Capybara.current_session.driver.quit
  rescue SystemCallError, IOError
    nil # gone, as it was to be
  end

  def self.new_profile =
    Dir.mktmpdir("jaunty-bell-chromium").tap { |folder| Minitest.after_run { FileUtils.rm_rf(folder) } }

  # An element that a page puts anew just as it is clicked is looked for again, whatever the browser calls that.
  class Driver < Capybara::Selenium::Driver
    def invalid_element_errors = super | [Selenium::WebDriver::Error::UnknownError]
  end

  def self.driver(app, profile = new_profile, *more)
    options = Selenium::WebDriver::Chrome::Options.new(binary: "/usr/bin/chromium", timeouts: {script: LONGEST * 1000})
    [*FLAGS, *more, "--user-data-dir=#{profile}", "--window-size=#{WIDE.join(",")}"].each { |flag|
      options.add_argument(flag)
    }
    options.add_option("goog:loggingPrefs", {browser: "ALL"})
    service = Selenium::WebDriver::Service.chrome(path: "/usr/bin/chromedriver", port: rand(FREE_PORTS))
    Driver.new(app, browser: :chrome, options: options, service: service)
  end
end

class SystemTest < Minitest::Test
  include Capybara::DSL
  include Capybara::Minitest::Assertions

  AXE = File.read(File.expand_path("../../web/node_modules/axe-core/axe.min.js", __dir__))
  Demo = JauntyBell::Demo::Club
  PAUSE = 0.02 # seconds between two looks: the server they wait for is a thread of this process

  def setup
    SystemServer.start
    @expected_refusals = false
    SystemServer.without_service_worker
    size(*SystemServer::WIDE)
  end

  def teardown
    return SystemServer.end_browser if hangs?
    return unless Capybara.current_session.driver.instance_variable_get(:@browser)
    assert_empty console_errors, "the console has errors"
    flunk "On the page then: #{what_is_seen}" if failures.any? # for whoever reads it elsewhere
  ensure
    leave unless hangs?
    SystemServer.leave_as_found
  end

  # For tests that ask for a refusal: the browser notes each answer of 4xx in the console.
  def expect_refusals = @expected_refusals = true

  def size(width, height)
    page.driver.browser.execute_cdp("Emulation.setDeviceMetricsOverride", width: width, height: height,
      deviceScaleFactor: 1, mobile: width < 600)
  end

  # As somebody who signed in before, on a device that has no page of ours open: such a page may still be told who was
  # signed in. #ring_in goes through the form.
  def sign_in(email = Demo::OWNER, password = Demo::PASSWORD)
    address = Capybara.app_host || "http://#{page.server.host}:#{page.server.port}"
    answer = Net::HTTP.post(URI("#{address}/api/account/login"), JSON.generate(login: email, password: password),
      "content-type" => "application/json", "user-agent" => page.evaluate_script("navigator.userAgent"))
    answer.value # raises where the door stays shut
    answer.get_fields("set-cookie").each { |line| keep_cookie(address, *line[/\A[^;]+/].split("=", 2)) }
    visit "/"
    assert_selector "nav[aria-label=Places]"
  end

  def ring_in(email = Demo::OWNER, password = Demo::PASSWORD)
    visit "/"
    until_true { signed_out? }
    fill_in "Email", with: email
    fill_in "Password", with: password
    click_button "Ring in"
    assert_selector "nav[aria-label=Places]"
  end

  # Whether the sign-in is there; where the last answers of the test before came late it is asked for again.
  def signed_out?
    assert_selector "nav[aria-label=Places], input[type=password]"
    return true if page.has_no_selector?("nav[aria-label=Places]", wait: 0)
    page.driver.browser.manage.delete_all_cookies
    visit "/"
    false
  end

  def db = SystemServer.db

  # Clicks what does not move any more: what comes late to a page moves it from under a finger.
  def click_when_still(name)
    element = find(:link_or_button, name)
    page.driver.browser.execute_async_script(<<~JS, element.native)
      const [element, done] = arguments;
      let [last, same] = ["", 0];
      const look = () => {
        const { x, y } = element.getBoundingClientRect();
        same = last === `${x} ${y}` ? same + 1 : 0;
        last = `${x} ${y}`;
        same > 10 ? done() : requestAnimationFrame(look);
      };
      look();
    JS
    element.click
  end

  def press(*keys) = page.driver.browser.action.send_keys(*keys).perform

  # The door of a new class from a short card.
  def open_class
    visit "/floor"
    select "Juniors on the boards", from: "Card"
    click_button "Open the door"
    assert_text "Who is here?"
    @class_id = page.current_path.split("/").last
  end

  # Waits for what the page does by and by.
  def until_true
    Timeout.timeout(Capybara.default_max_wait_time) { IO.select(nil, nil, nil, PAUSE) until yield }
  end

  # Cuts the network of the browser, or gives it back.
  def offline(yes)
    page.driver.browser.execute_cdp("Network.enable")
    page.driver.browser.execute_cdp("Network.emulateNetworkConditions", offline: yes, latency: 0,
      downloadThroughput: -1, uploadThroughput: -1)
  end

  # Presses a key with Ctrl or Alt held.
  def press_with(modifier, key) = page.driver.browser.action.key_down(modifier).send_keys(key).key_up(modifier).perform

  # Fails on any violation that axe-core finds on the screen as it stands.
  def assert_accessible
    page.execute_script(AXE)
    report = page.driver.browser.execute_async_script(<<~JS)
      const done = arguments[arguments.length - 1];
      axe.run(document, {resultTypes: ["violations"]}).then((r) => done(r.violations.map((v) =>
        `${v.id}: ${v.help}: ${v.nodes.slice(0, 3).map((n) => n.html.slice(0, 160) + " " + (n.any[0]?.message ?? "")).join(" | ")}`)));
    JS
    assert_empty report, "axe-core on #{page.current_path}"
  end

  # Fails where the page is wider than the screen.
  def assert_no_sideways_scroll
    wide = page.evaluate_script("document.documentElement.scrollWidth - document.documentElement.clientWidth")
    assert_operator wide, :<=, 0, "#{page.current_path} is #{wide} px wider than the screen"
  end

  private

  # As the server sets it.
  def keep_cookie(address, name, value)
    page.driver.browser.execute_cdp("Network.setCookie", url: address, name: name, value: value, httpOnly: true,
      sameSite: "Strict", expires: Time.now.to_i + JauntyBell::Api::Accounts::LONGEST)
  end

  # Whether the browser did not answer, or not even begin.
  def hangs? = failures.any? { |failure| failure.message.match?(/Net::ReadTimeout|SessionNotCreated/) }

  def leave
    Capybara.reset_sessions!
    forget_the_device
  rescue Timeout::Error
    SystemServer.end_browser # the next test begins with another
  end

  def what_is_seen =
    "#{page.current_path}: #{page.evaluate_script("document.body.innerText").split.first(80).join(" ")}"

  # The page is gone, and the reset has waited for what was asked of the server: what answers on their way have set
  # again goes too, and what the browser keeps in its own database. The next test is another device.
  def forget_the_device
    server = page.server or return
    page.driver.browser.execute_cdp("Storage.clearDataForOrigin", origin: "http://#{server.host}:#{server.port}",
      storageTypes: "cookies,indexeddb,cache_storage")
  end

  def console_errors
    errors = page.driver.browser.logs.get(:browser).select { |entry| entry.level == "SEVERE" }.map(&:message)
    @expected_refusals ? errors.grep_v(/status of 4\d\d/) : errors
  end
end
