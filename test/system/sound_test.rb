require "support/system"

# What is really scheduled on the browser's audio clock.
class SoundSystemTest < SystemTest
  SPY = <<~JS
    window.sounded = [];
    for (const [type, name] of [[OscillatorNode, "tone"], [AudioBufferSourceNode, "word"]]) {
      const start = type.prototype.start, stop = type.prototype.stop;
      type.prototype.start = function (at) { window.sounded.push({name, at, pitch: this.frequency?.value, lasts: this.buffer?.duration, stopped: false, node: this}); return start.call(this, at); };
      type.prototype.stop = function (at) { if (at === 0) for (const one of window.sounded) if (one.node === this) one.stopped = true; return stop.call(this, at); };
    }
  JS

  def setup
    super
    sign_in
    visit "/floor"
    select "Hands first", from: "Card"
    click_button "Open the door"
    assert_text "Who is here?"
    page.execute_script(SPY)
    click_button "To the ring"
    wait_for_words
  end

  def test_bells_and_words_stand_on_the_audio_clock_where_the_sheet_has_them
    click_button "Start"
    click_button "Skip"
    page.execute_script("window.sounded = []")
    click_button "Skip" # explaining before the second round: 1:00, then its bell
    assert_selector "[role=timer][aria-label='Explaining, left']"
    segments = sheet.each_with_index.to_a
    segment, index = segments.find { |row, _| row["round"] == 1 && row["kind"] == "explain" }
    heard = standing
    bell = heard.select { |one| one["name"] == "tone" }.map { |one| one["at"] }.min
    assert bell, "the bell of the work that follows is scheduled"
    announced = segment["cues"].find { |cue| cue["say"].any? }
    spoken = heard.select { |one| one["name"] == "word" }.map { |one| one["at"] }.min
    assert_in_delta (segment["duration"] - announced["at"]) / 1000.0, bell - spoken, 0.02, "segment #{index}"
    words = heard.select { |one| one["name"] == "word" }.first(announced["say"].size)
    words.each_cons(2) do |one, two|
      assert_in_delta one["at"] + one["lasts"] + 0.06, two["at"], 0.001, "one word after another"
    end
  end

  def test_what_has_not_sounded_is_taken_back_by_a_pause
    click_button "Start"
    click_button "Skip" # the rest, and the bells after it
    assert_selector "[role=timer][aria-label='Rest left']"
    refute_empty ahead
    click_button "Pause"
    assert_button "Go on"
    until_true { ahead.empty? }
    click_button "Go on"
    assert_button "Pause"
    until_true { ahead.any? }
  end

  private

  def sheet
    id = page.current_path.split("/").last
    JSON.parse(page.evaluate_async_script("const done = arguments[0]; fetch('/api/floor/classes/#{id}').then((r) => " \
      "r.text()).then(done)"))["segments"]
  end

  # What is scheduled and has not been taken back.
  def standing =
    page.evaluate_script("window.sounded.filter((one) => !one.stopped).map(({name, at, pitch, lasts}) => ({name, at, " \
      "pitch, lasts}))")

  # Of that, what lies a second or more ahead.
  def ahead =
    page.evaluate_script("window.sounded.filter((one) => !one.stopped && one.at > one.node.context.currentTime + " \
      "1).map(({name, at}) => ({name, at}))")

  # The words are fetched before the first bell.
  def wait_for_words
    assert page.evaluate_async_script("const done = arguments[0]; const look = () => " \
      "performance.getEntriesByType('resource').filter((each) => each.name.includes('/voice/') && each.responseEnd > " \
      "0).length >= 10 ? done(true) : setTimeout(look, 50); look()")
  end
end
