# Drives the real interface on the demo club and keeps a picture of each main view.
require "support/system"

class Screenshots < SystemTest
  FOLDER = File.expand_path(ARGV.shift || File.join(__dir__, "screenshots"))
  WANTED = ARGV.dup
  Core = JauntyBell::Core
  ARGV.clear

  def test_pictures
    FileUtils.mkdir_p(FOLDER)
    sign_in
    views.each do |name, view|
      next unless WANTED.empty? || WANTED.include?(name.to_s)
      size(*(name.end_with?("phone") ? SystemServer::PHONE : SystemServer::WIDE))
      view.call
      settle
      page.driver.save_screenshot(File.join(FOLDER, "#{name}.png"))
      puts "#{name}.png"
    end
  end

  private

  def views
    {bench: -> { bench("1-2-3b-2-slip rear-switch-lead kick") }, figure: -> { techniques },
     bench_phone: -> { bench("1-2-3b-2") },
     drills: -> { visit "/bench/drills/#{db[:drills].first(name: "See it and answer")[:id]}" },
     school: -> { visit "/school/taught" },
     card: -> { visit "/card/#{card[:id]}" },
     calendar: -> { visit "/card/calendar" }, floor: -> { visit "/floor" }, door: -> { door }, ring: -> { ring },
     ring_phone: -> {}, stool: -> { stool }, wall: -> { wall }, squad: -> { visit "/book" },
     board: -> { visit "/book/board" }, corner_phone: -> { corner("Oona Ferrier") },
     student: -> { student("Oona Ferrier") }, student_phone: -> {}, weeks: -> { weeks }}
  end

  # The page of somebody's own, as their phone has it.
  def corner(name)
    row = db[:students].first(name: name)
    code = JauntyBell::Store::Corners.new(db, row[:club_id])
      .make(id: SecureRandom.uuid, student_id: row[:id], guardian: false, by: nil)[:code]
    visit "/corner#code=#{code}"
    click_button "Homework"
    assert_button "Begin", exact: false
  end

  def weeks
    visit "/weeks"
    assert_selector "[aria-label='Combinations by class']"
  end

  def student(name) = visit("/book/#{db[:students].first(name: name)[:id]}")

  def card = db[:cards].first(name: "Tuesday, kicks off the hands")

  # The Bench with the body at its third stop.
  def bench(text)
    visit "/bench"
    fill_in "Combination", with: text, fill_options: {rapid: false}
    assert_selector "[data-testid=figure]"
    4.times { find("button[aria-label='one action on']").click }
  end

  # Every technique as it lands, one sheet.
  def techniques
    figures = Core::Lexicon::Techniques.default.to_a.reject { |each| each.pause? || each.step? }.map do |each|
      side = each.sides.include?(:rear) ? :rear : each.sides.first
      action = Core::Bench::Action.new(technique: each, side: side, level: each.level)
      analysis = Core::Bench::Analysis.new(Core::Bench::Combination.new([action]))
      JauntyBell::Files::FigureSvg.new(analysis, height: 146, guard: false).to_s
    end
    Tempfile.create(["figures", ".html"]) do |file|
      file.write("<style>body {margin: 12px; background: #FFFCF5; display: flex; flex-wrap: wrap; " \
        "align-content: flex-start; gap: 8px 12px}</style>#{figures.join}")
      file.flush
      page.driver.browser.navigate.to("file://#{file.path}")
      page.driver.save_screenshot(File.join(FOLDER, "figure.png"))
    end
  end

  def door
    visit "/floor/#{db[:classes].where(card_id: card[:id], ended_at: nil).order(:starts_at).first[:id]}"
    ["Oona Ferrier", "Mateus Ropewalk", "Ikwe Brightwater", "Bram Sandbar", "Saskia Lanternhouse", "Lotte Piers"]
      .each { |name| click_button name }
    within("section[aria-label=Pairs]") do
      assert_selector "li", text: "Lotte Piers"
      assert_no_text "Making pairs"
    end
  end

  def ring
    door unless page.has_button?("To the ring", wait: 0)
    click_button "To the ring"
    click_button "Start"
    8.times { click_button "Skip" }
    ["Oona Ferrier", "Ikwe Brightwater"].each { |name| 4.times { click_button "#{name}: clean" } }
    click_button "Mateus Ropewalk: rough"
  end

  # Called rounds at large, as a second screen shows them.
  def wall
    held = db[:classes].where(card_id: db[:cards].first(name: "Hands first")[:id], ended_at: nil)
      .order(:starts_at).first[:id]
    visit "/floor/#{held}"
    ["Jory Causeway", "Ansa Fogbell", "Cleo Barge", "Hale Moorings"].each { |name| click_button name }
    click_button "To the ring"
    click_button "Start"
    click_button "Skip" until page.has_selector?("h1", text: "Called at the quay", wait: 0.3) &&
        page.has_selector?("[role=timer][aria-label='Work left']", wait: 0.3)
    assert_selector "[data-testid=heard]"
    visit "/floor/#{held}/wall"
    assert_selector "[data-testid=heard]"
    assert_selector "[data-testid=figure]"
  end

  def stool
    click_button "End class"
    click_button "Tap again to end"
    {"Bram Sandbar" => "7, very hard", "Ikwe Brightwater" => "6, hard to very hard", "Lotte Piers" => "5, hard"}
      .each do |name, effort|
      within("[aria-label='Effort of #{name}']") { find("[aria-label='#{effort}']").click }
    end
  end

  # Until nothing is fetched any more and the typeface is there.
  def settle
    assert_no_text "Fetching"
    page.driver.browser.execute_async_script("document.fonts.ready.then(() => requestAnimationFrame(() => " \
      "requestAnimationFrame(arguments[0])))")
  end
end
