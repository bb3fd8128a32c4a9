# Prints how long the figure takes in the core and over HTTP, and how smoothly eight of them move on a phone-sized page.
require "support/system"
require_relative "ask"

class FigureMeasure < SystemTest
  Core = JauntyBell::Core
  TWELVE = "1-2-3b-2-slip rear-2-3-roll lead-3-2-step out-rear kick"
  COUNT = 8
  WATCHED = 5_000 # ms

  def test_figure
    analysis = Core::Bench.analyse(TWELVE)
    Ask.say "core: poses of 12 actions, with the partner",
      Ask.timed(200) { Core::Bench::Figure.of(analysis.walk) }, "10 ms"
    Ask.with_demo("jaunty_measure_figure") do |_, asker|
      Ask.say "HTTP: the figure of 12 actions",
        Ask.timed(200) { asker.call("/api/bench/figures", {notation: TWELVE}) }, "–"
    end
    size(*SystemServer::PHONE)
    sign_in
    visit "/bench/drills/#{drill}"
    until_true { all("details").size == COUNT }
    page.execute_script("document.querySelectorAll('details').forEach((each) => { each.open = true; })")
    assert_selector "[data-testid=figure]", count: COUNT
    said = page.driver.browser.execute_async_script(<<~JS, WATCHED)
      const [lasts, done] = arguments;
      const inSight = { position: "fixed", height: "90px", width: "180px", top: 0 };
      document.querySelectorAll("details > div").forEach((each) => Object.assign(each.style, inSight));
      const waits = [];
      let last = performance.now();
      const end = last + lasts;
      const tick = (now) => {
        waits.push(now - last);
        last = now;
        now < end ? requestAnimationFrame(tick) : done(waits.slice(1));
      };
      requestAnimationFrame(tick);
    JS
    waits = said.sort
    puts format("%-58s median %7.2f ms   95 %% %7.2f ms   target 16.7 ms",
      "browser: a frame with #{COUNT} figures in sight", waits[waits.size / 2], waits[waits.size * 95 / 100])
  end

  # One whose pool is eight combinations of the shelf.
  def drill
    club = db[:clubs].get(:id)
    pool = db[:combinations].where(club_id: club, archived_at: nil).order(:name).limit(COUNT).select_map(:id)
    JauntyBell::Store::Drills.new(db, club).add(id: SecureRandom.uuid, name: "Eight", implement: "air",
      manner: "called",
      pool: pool.map { |id| {combination_id: id, at_rungs: []} }, tempo: 140, pause_s: 1, both_sides: false,
      rungs: ["call"], rest: "still", ladder: "up", breathing: true)[:id]
  end
end
