require "support/system"
require "jaunty_bell/web_server"

# Somebody who clicks, types, goes back, reloads, loses the network and finds it again, at random from a seed, on a club
# of its own. What must never be: a page error, a blank page, an answer of 500, a refusal that nobody shows.
class Walk
  WATCH = <<~JS.freeze
    window.__wrong = [];
    window.addEventListener("error", (event) => window.__wrong.push(`error: ${event.message}`));
    window.addEventListener("unhandledrejection", (event) => { if (!event.defaultPrevented) window.__wrong.push(`refused, and nobody says so: ${event.reason?.message ?? event.reason}`); });
  JS
  # What can be clicked on the screen, but the ways out of it: the number of one drawn at random is clicked in the page
  # itself.
  CLICK = <<~JS.freeze
    const [random, done] = arguments;
    const seen = (each) => each.checkVisibility() && !each.disabled && each.getAttribute("aria-disabled") !== "true";
    const out = /sign out|erase|print|track|download|wall screen|as json|as csv|whole club|\\.csv|\\.pdf|\\.ics|file|change it|put the demo away|end it|end all|close account|passkey/i;
    const all = [...document.querySelectorAll("a[href], button, summary, [role=radio], [role=tab], [role=menuitem], input[type=checkbox], select")].filter((each) => seen(each) &&
      each.target !== "_blank" && !each.hasAttribute("download") && !/^(\\/api|tel:|blob:)/.test(each.getAttribute("href") ?? "") && !out.test(each.getAttribute("aria-label") ?? each.textContent ?? ""));
    if (all.length === 0) return done("nothing to click");
    const one = all[Math.floor(random * all.length)];
    if (one.tagName === "SELECT") {
      const options = [...one.options];
      one.value = options[Math.floor(random * 7919) % options.length].value;
      one.dispatchEvent(new Event("change", { bubbles: true }));
    } else one.click();
    setTimeout(() => done(`${one.tagName} ${(one.getAttribute("aria-label") ?? one.textContent ?? "").slice(0, 40)}`), 60);
  JS
  TYPE = <<~JS.freeze
    const [random, text] = arguments;
    const all = [...document.querySelectorAll("input:not([type=checkbox]):not([type=file]):not([type=radio]), textarea")].filter((each) => each.checkVisibility() && !each.disabled && each.type !== "password");
    if (all.length === 0) return "nothing to type in";
    const one = all[Math.floor(random * all.length)];
    Object.getOwnPropertyDescriptor(Object.getPrototypeOf(one), "value").set.call(one, one.type === "number" ? "7" : one.type === "date" ? "2026-12-24" : text);
    one.dispatchEvent(new Event("input", { bubbles: true }));
    one.dispatchEvent(new FocusEvent("focusout", { bubbles: true }));
    return `${one.getAttribute("aria-label") ?? one.name ?? "a field"}: ${text}`;
  JS
  TEXTS = ["1-2-3b-2", "jab cross", "lead body kick", "Ticket", "<b>bold</b>", "π ≈ 3", "-", "slip rear kick", "90",
    "2:30", "no such thing", "a" * 90, "1 with step in-2"].freeze
  PLACES = %w[/bench /bench/drills /card /card/calendar /floor /book /book/board /book/next /book/records /weeks
    /weeks/classes].freeze
  WEIGHTS = {click: 12, type: 4, place: 3, back: 2, reload: 1, size: 1, network: 1, key: 1}.freeze
  KEYS = [:escape, :enter, "?", "n", "/", :arrow_down, :arrow_right, "z"].freeze

  include Capybara::DSL

  attr_reader :told

  def initialize(seed, port)
    @random = Random.new(seed)
    @port = port
    @told = []
    @online = true
  end

  # Steps on; yields after each with what was done and what is wrong (a list, empty where all is well).
  def run(steps)
    page.driver.browser.execute_cdp("Page.addScriptToEvaluateOnNewDocument", source: WATCH)
    sign_in
    steps.times do
      step = WEIGHTS.flat_map { |name, weight| [name] * weight }.sample(random: @random)
      @told << "#{step}: #{send(step)}"
      yield @told, wrong
    end
  ensure
    network(true)
  end

  private

  def sign_in
    visit "/"
    fill_in "Email", with: SystemTest::Demo::OWNER
    fill_in "Password", with: SystemTest::Demo::PASSWORD
    click_button "Ring in"
    raise "not signed in" unless page.has_selector?("nav[aria-label=Places]")
    # What works without a network is on the device from here on
    browser.execute_async_script("const done = arguments[0]; navigator.serviceWorker.ready.then(() => done())")
    visit "/bench"
  end

  def browser = page.driver.browser

  def click = browser.execute_async_script(CLICK, @random.rand)

  def type = browser.execute_script(TYPE, @random.rand, TEXTS.sample(random: @random))

  def place =
    PLACES.sample(random: @random).tap do |path|
      browser.execute_script("history.pushState({}, '', arguments[0]); dispatchEvent(new PopStateEvent('popstate'))",
        path)
    end

  def back = browser.execute_script("if (history.length > 3) history.back()")

  def reload
    return "not without a network" unless @online
    browser.navigate.refresh
  end

  def size
    wide = @random.rand < 0.5
    width, height = wide ? SystemServer::WIDE : SystemServer::PHONE
    browser.execute_cdp("Emulation.setDeviceMetricsOverride", width: width, height: height, deviceScaleFactor: 1,
      mobile: !wide)
  end

  def network(on = !@online)
    @online = on
    browser.execute_cdp("Network.enable")
    browser.execute_cdp("Network.emulateNetworkConditions", offline: !on, latency: 0, downloadThroughput: -1,
      uploadThroughput: -1)
    on
  end

  def key = KEYS.sample(random: @random).tap { |key| browser.action.send_keys(key).perform }

  # A page that has just been left may have nothing on it for a moment.
  def wrong
    if until_something {
      browser.execute_script("return (document.querySelector('#root')?.innerText ?? '').trim().length > 0")
    }
      nil
    else
      blank = "a blank page"
    end
    logs = browser.logs.get(:browser).select { |entry| entry.level == "SEVERE" }.map(&:message)
    logs = logs.grep_v(/status of 4\d\d|net::ERR_INTERNET_DISCONNECTED|Failed to fetch|ERR_NETWORK_CHANGED/)
    broken = browser.execute_script("return [...document.querySelectorAll('[role=alert]')].map((each) => " \
      "each.innerText).filter((text) => text.startsWith('This page has broken'))")
    [blank, *logs, *broken, *browser.execute_script("return (window.__wrong ?? []).splice(0)")].compact
      .map { |each| "#{each} at #{browser.current_url}" }
  end

  def until_something
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + 8
    Thread.pass until yield || Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline
    yield
  end
end

# A server and a browser of the walk's own, with a demo club that may be spoilt.
module WalkServer
  def self.start
    @start ||= begin
      db = TestDatabase.open("jaunty_walk")
      JauntyBell::Demo::Club.new(db, today: Clock.today)
        .load(hash: JauntyBell::Api::Accounts.hash(JauntyBell::Demo::Club::PASSWORD))
      ENV["JAUNTY_SECRET"] ||= "t" * 64
      server = Puma::Server.new(JauntyBell::Api::Server.build(db, secret: ENV["JAUNTY_SECRET"]), nil,
        {min_threads: 2, max_threads: 8, log_writer: Puma::LogWriter.null})
      TCPServer.open("127.0.0.1", 0) { |socket| socket.addr[1] }.tap do |port|
        server.add_tcp_listener("127.0.0.1", port)
        server.run
        Minitest.after_run { server.stop(true) }
      end
    end
  end

  # A walk in a new browser; the block is told after each step what was done and what is wrong.
  def self.walk(seed, steps, &)
    port = start
    name = :"walk_#{seed}"
    Capybara.register_driver(name) { |app| SystemServer.driver(app) }
    Capybara.using_driver(name) do
      Capybara.app_host = "http://127.0.0.1:#{port}"
      Walk.new(seed, port).run(steps, &)
    ensure
      Capybara.app_host = nil
      Capybara.current_session.driver.quit
    end
  end
end
