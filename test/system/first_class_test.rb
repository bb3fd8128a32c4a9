require "support/system"
require "support/served"

# From a server with nothing on it to the first class under way: over HTTPS on a name of its own, by the hall's own
# authority, with two coaches on two devices; the server is switched off in the middle.
class FirstClassTest < SystemTest
  STUDENTS = %w[Ada Bo Cem Dora Emil Fay Gus Hana Ivo Jun Kaj Lea].map { |name| "#{name} Weir" }.freeze
  MOST = 120 # keys and clicks of the owner
  PASSWORD = "grey-heron-7".freeze

  def setup
    SystemServer.start
    @expected_refusals = true # the browser notes every request that finds no server
    @served = Served.new
    @served.boot
    @home = Dir.mktmpdir("jaunty-bell-home")
    trust
    %i[owner coach].each { |name| Capybara.register_driver(name) { |app| device(app) } }
    Capybara.app_host = "https://#{Served::NAME}"
    @done = 0
  end

  def teardown
    seen = Capybara.using_driver(:owner) { what_is_seen } if failures.any?
    %i[owner coach].each do |name|
      Capybara.using_driver(name) { page.driver.quit }
    rescue Selenium::WebDriver::Error::WebDriverError, Errno::ECONNREFUSED
      nil
    end
  ensure
    Capybara.app_host = nil
    @db&.disconnect
    @served&.close
    FileUtils.rm_rf(@home)
    flunk "The owner's page then: #{seen}" if seen
  end

  def db = @db ||= JauntyBell::Store::Database.open(@served.url)

  # Chromium on this device takes the hall's authority for one it knows.
  def trust
    store = File.join(@home, ".pki/nssdb")
    FileUtils.mkdir_p(store)
    ["-N --empty-password", "-A -t C,, -n hall -i #{@served.certificate}"].each do |arguments|
      said, status = Open3.capture2e("certutil", "-d", "sql:#{store}", *arguments.split)
      raise said unless status.success?
    end
  end

  def device(app)
    was, ENV["HOME"] = ENV["HOME"], @home
    SystemServer.driver(app, SystemServer.new_profile,
      "--host-resolver-rules=MAP #{Served::NAME}:443 127.0.0.1:#{@served.https}")
      .tap(&:browser)
  ensure
    ENV["HOME"] = was
  end

  # --- what is counted: every key and every click

  def tap(name) = counted(1) { click_when_still(name) }

  def type(label, text) = counted(1 + text.length) { fill_in label, with: text }

  def paste(label, text) = counted(2) { fill_in label, with: text, fill_options: {rapid: false} }

  def counted(more)
    @done += more
    yield
  end

  def on(to) = tap("Next: #{to}")

  def later(to) = tap("Leave it for now: #{to}")

  def test_from_nothing_to_the_first_class
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    code = Capybara.using_driver(:owner) do
      open_club
      groups_and_hall
      shelf_and_students
      invite
    end
    Capybara.using_driver(:coach) { take(code) }
    Capybara.using_driver(:owner) { begin_class }
    assert_operator @done, :<, MOST, "keys and clicks of the owner"
    assert_operator Process.clock_gettime(Process::CLOCK_MONOTONIC) - began, :<, 600, "seconds, of a quick hand"
    Capybara.using_driver(:owner) { to_what_is_marked }
    Capybara.using_driver(:coach) { mark_as_second }
    Capybara.using_driver(:owner) { go_on_without_the_server }
    assert_equal %w[Bea Ines],
      db[:marks].join(:accounts, id: :coach_id).distinct.select_order_map(Sequel[:accounts][:name])
    assert_equal STUDENTS.size, db[:presences].count
  end

  def open_club
    visit "/"
    assert_text "Open the club"
    type "Name of the club", "Lock House"
    type "Your name", "Ines"
    type "Email", "ines@lock.example"
    type "Password", PASSWORD
    paste "Code", "three-words-of-ours"
    fill_in "Time zone", with: "Europe/Vienna" # a device says its own; this one has none
    select "Austria", from: "Country"
    assert_accessible
    tap "Open the club"
    assert_text "To the first class"
    assert page.evaluate_script("window.isSecureContext && 'serviceWorker' in navigator && 'wakeLock' in navigator")
  end

  def groups_and_hall
    type "Name of the group", "Eve"
    tap "Tue"
    tap "Thu"
    tap "Make the group"
    assert_selector "h2", text: "Eve"
    assert_accessible
    on "hall and kit"
    later "closed days"
    assert_text "Public holidays"
    assert_accessible
    find_button(text: /\AClosed on \d+ days of these/).click
    @done += 1
    assert_text "Nationalfeiertag"
    on "what is taught"
    assert_selector "[role=img][aria-label^=Wrap]", minimum: 3
    assert_accessible
    on "starter shelf"
  end

  def shelf_and_students
    tap "Take it: Boxing"
    assert_text "40 combinations, 15 drills and 6 cards are on your shelf now."
    assert_accessible
    on "students"
    paste "A line each: a name, or whole rows copied from a spreadsheet", STUDENTS.join("\n")
    tap "Take them in"
    assert_text "12 students came in."
    assert_accessible
    on "coaches"
  end

  def invite
    tap "A coach"
    find("[role=status]", text: "shown this once").text[/[A-Z0-9]{4}-[A-Z0-9]{4}-[A-Z0-9]{4}/]
  end

  def take(code)
    visit "/#invited=#{code}"
    assert_text "Lock House asks you in as a coach."
    fill_in "Your name", with: "Bea"
    fill_in "Email", with: "bea@lock.example"
    fill_in "Password", with: "nine-herons-at-dusk"
    click_button "Come in"
    assert_selector "nav[aria-label=Places]"
  end

  def begin_class
    visit "/walk/class"
    @done += 1
    tap "Open the door"
    assert_text "Who is here?"
    STUDENTS.each { |name| tap name }
    tap "To the ring"
    tap "Start"
    assert_button "Pause"
    @class_id = page.current_path.split("/").last
  end

  # Past the warm-up, and past a rest: on a slow machine a round may be over by now.
  def to_what_is_marked(name = "Ada Weir")
    6.times { click_button("Skip") unless has_button?("#{name}: clean", wait: 2) }
    assert_button "#{name}: clean"
  end

  def mark_as_second
    visit "/floor/#{@class_id}"
    assert_text "Ines leads this class on another device."
    assert_no_text(/Asking where the class stands|Waiting for the first bell/)
    click_when_still "Lead from here"
    assert_button "Ada Weir: clean"
    click_when_still "Ada Weir: clean"
    @served.until_true { db[:marks].count == 1 }
  end

  # The server is gone: the class goes on, and what was tapped comes when it is back.
  def go_on_without_the_server
    click_when_still "Lead from here"
    assert_button "Pause"
    to_what_is_marked "Bo Weir"
    @served.switch_off
    db.disconnect
    click_when_still "Bo Weir: clean"
    assert_text(/not sent yet|to send/)
    assert_button "Pause"
    @served.boot
    @served.until_true { db[:marks].count == 2 }
  end
end
