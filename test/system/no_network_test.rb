require "support/system"
require "jaunty_bell/web_server"

# A whole class with the network cut and the browser killed in the middle: every fact is stored exactly once.
class NoNetworkTest < SystemTest
  PROFILE = Dir.mktmpdir("jaunty-bell-kept").tap { |folder| Minitest.after_run { FileUtils.rm_rf(folder) } }

  def setup
    SystemServer.start
    @expected_refusals = true # the browser notes every request that finds no server
    @port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
    Capybara.register_driver(:kept) { |app| SystemServer.driver(app, PROFILE) }
    connect
  end

  def teardown
    cut
    Capybara.using_driver(:kept) { page.driver.quit }
  rescue Selenium::WebDriver::Error::WebDriverError, Errno::ECONNREFUSED
    nil
  ensure
    Capybara.app_host = nil
  end

  def test_from_door_to_stool
    Capybara.app_host = "http://127.0.0.1:#{@port}"
    Capybara.using_driver(:kept) do
      open_class
      page.driver.quit # signed in on another day: what a browser keeps of that is on disk
      visit "/floor/#{@class_id}"
      assert_text "Who is here?"
      cut
      here "Idris Lockkeeper", "Pia Pontoon", "Nessa Driftwood"
      assert_text "Made on this device, without the server"
      assert_selector "section[aria-label=Pairs] li", count: 1 # a trio
      click_button "To the ring"
      click_button "Start"
      2.times { click_button "Skip" }
      2.times { click_button "Pia Pontoon: clean" }
      assert_text "to send"
      before = left
      kill
      visit "/floor/#{@class_id}"
      assert_button "Pause"
      assert_operator left, :<=, before, "it has run on"
      assert_operator left, :>, before - 40, "and stands at the right second"
      click_button "Nessa Driftwood: rough"
      click_button "End class"
      click_button "Tap again to end"
      within("[aria-label='Effort of everybody not asked yet']") { find("[aria-label='5, hard']").click }
      click_button "Done"
      assert_text "No connection to the club's server yet"
      assert_equal [0] * 4, facts.values
      connect
      click_button "Done"
      assert_text "Everything you tapped is in the Book."
      assert_equal({attendances: 3, marks: 3, efforts: 3, round_runs: 1}, facts)
    end
  end

  # A phone is switched off with the network gone and something told: on again it shows the page as it was last known,
  # and what was told gets there once.
  def test_a_student_s_page
    Capybara.app_host = "http://127.0.0.1:#{@port}"
    Capybara.using_driver(:kept) do
      visit "/corner#code=#{code_of("Ikwe Brightwater")}"
      assert_selector "h1", text: "Ikwe"
      assert_worker_ready
      visit "/corner"
      assert_selector "h1", text: "Ikwe"
      cut
      click_button "Tell us"
      click_button "I rested"
      assert_text "waits here until there is a connection"
      kill
      visit "/corner"
      assert_selector "h1", text: "Ikwe"
      assert_text "waits here until there is a connection"
      connect
      assert_no_text "waits here"
      assert_equal 1, db[:efforts].where(by_student: true, title: "Rest").count
    end
  ensure
    db[:efforts].where(by_student: true, title: "Rest").delete
  end

  private

  def assert_worker_ready
    assert page.evaluate_async_script("const done = arguments[0]; navigator.serviceWorker.ready.then(() => done(true))")
  end

  def code_of(name)
    row = db[:students].first(name: name)
    JauntyBell::Store::Corners.new(db, row[:club_id])
      .make(id: SecureRandom.uuid, student_id: row[:id], guardian: false, by: nil)[:code]
  end

  def open_class
    sign_in
    assert_worker_ready
    visit "/floor"
    select "Juniors on the boards", from: "Card"
    click_button "Open the door"
    assert_text "Who is here?"
    @class_id = page.current_path.split("/").last
    visit "/floor/#{@class_id}" # once more, through the worker, which keeps the answers
    assert_text "Who is here?"
    assert page.evaluate_async_script("const done = arguments[0]; (async () => { const at = Date.now(); while " \
      "(Date.now() - at < 15000) { if ((await (await caches.open('club')).keys()).some((each) => " \
      "each.url.includes('#{@class_id}'))) return done(true); await new Promise((go) => setTimeout(go, 100)); } " \
      "done(false); })()")
  end

  def here(*names) = names.each { |name| within("section[aria-label=Everybody]") { click_button name } }

  def facts =
    %i[attendances marks efforts round_runs].to_h { |table| [table, db[table].where(class_id: @class_id).count] }

  # Seconds on the clock.
  def left = find("[role=timer]").text.split(":").map(&:to_i).then { |minutes, seconds| minutes * 60 + seconds }

  def connect
    @server = Puma::Server.new(Capybara.app, nil, {min_threads: 2, max_threads: 8, log_writer: Puma::LogWriter.null})
    @server.add_tcp_listener("127.0.0.1", @port)
    @server.run
  end

  def cut = @server.stop(true)

  # As when the battery is pulled out.
  def kill
    pids = `pgrep -f #{PROFILE}`.split.map(&:to_i) - [Process.pid]
    pids.each { |pid| Process.kill(:KILL, pid) rescue Errno::ESRCH } # rubocop:disable Style/RescueModifier
    page.driver.instance_variable_set(:@browser, nil)
    Capybara.current_session.instance_variable_set(:@touched, false)
  end
end
