require "support/system"
require "jaunty_bell/stand_ins"

# The Floor listens to a simulated strike sensor during a round, and reviews the round afterwards.
class SensorSystemTest < SystemTest
  StandIns = JauntyBell::StandIns

  def setup
    super
    reading = JauntyBell::Core::Bench::Notation::Reading.new
    plan = JauntyBell::Core::Floor::Review::Planned.of(JauntyBell::Core::Bench::Notation.read("1-2"), reading,
      tempo: 140, pause: 0.6)
    lines = StandIns::StrikeSensor.new(plan, seconds: 600, seed: 9).lines
    @stream = StandIns::Stream.new(lines.insert(4, "garbage"), port: 0, speed: 4.0)
    @thread = Thread.new { @stream.run }
    sign_in
    open_class
  end

  def teardown
    @stream.close
    @thread.kill
    super
  end

  def test_a_round_is_felt_and_reviewed
    click_button "Idris Lockkeeper"
    click_button "To the ring"
    click_button "Start"
    2.times { click_button "Skip" }
    assert_selector "h1", text: "Two bells"
    click_button "Skip" if page.has_selector?("[role=timer][aria-label='Explaining, left']", wait: 1)
    press "l"
    within("[role=dialog]") do
      select "Idris Lockkeeper", from: "On whom"
      fill_in "Where it speaks", with: "http://example.test/"
      assert_text "A device on this machine"
      assert_button "Listen", disabled: true
      fill_in "Where it speaks", with: "http://127.0.0.1:#{@stream.port}/"
      click_button "Listen"
    end
    assert_selector "button", text: /Sensor \d\d/
    click_button "Skip"
    rows = wait_for_recordings
    assert_equal [["strikes", db[:students].first(name: "Idris Lockkeeper")[:id]]],
      rows.map { |row| row.values_at(:kind, :student_id) }
    assert(rows.first[:samples].to_a.all? { |at, hand, g| at >= 0 && %w[left right].include?(hand) && g > 0 })
    click_button "End class"
    click_button "Tap again to end"
    within("section[aria-label='What sensors felt']") do
      assert_text(/Idris Lockkeeper, Two bells: \d+ of \d+ sets whole/)
    end
  end

  private

  def wait_for_recordings
    rows = []
    until_true { (rows = db[:recordings].where(class_id: @class_id).all).any? }
    rows
  end
end
