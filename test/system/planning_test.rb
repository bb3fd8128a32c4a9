require "support/system"

# A practised coach plans an hour of ten rounds from saved drills by keyboard alone, and every key is counted.
class PlanningTest < SystemTest
  MOST_KEYS = 60
  # What is typed for each round, and what it must become.
  ROUNDS = {
    "rop" => "Rope", "two" => "Two bells", "rol" => "Roll call", "tic" => "Ticket punch to a count",
    "lad" => "Ladder of the low tide", "cal" => "Called at the quay",
    "und" => "Undertow", "bag" => "Bag bursts", "str 5:00" => "Strength", "mob" => "Mobility"
  }.freeze

  def test_an_hour_of_ten_rounds_in_under_sixty_keystrokes
    sign_in
    visit "/card"
    assert_text "Class cards"
    @keys = 0
    key "n"
    assert_selector "input[aria-label='Add a round']:focus"
    ROUNDS.each_with_index { |(typed, title), i| add(typed, title, i + 1) }
    chord :alt, "f"
    assert_button "Take it", disabled: false
    key :enter
    assert_no_selector "[role=dialog]"
    assert_selector "[role=status]", text: /fits to the second|\A\d+:\d\d · \d+ s to spare/
    chord :control, :enter
    assert_text "is saved."
    assert_operator @keys, :<, MOST_KEYS
    saved = db[:cards].first(id: page.current_path.split("/").last)
    assert_equal [10, true], [saved[:rounds], saved[:seconds].between?(3540, 3600)]
  ensure
    db[:cards].where(id: saved[:id]).delete if saved
  end

  private

  def add(typed, title, count)
    typed.each_char { |letter| key letter }
    assert_selector "[role=option][data-focus]", text: /#{title}/i
    key :enter
    assert_selector "ol[aria-label=Rounds] > li", count: count
    assert_includes all("input[data-field=title]").map(&:value), title
  end

  def key(one)
    @keys += 1
    press one
  end

  def chord(modifier, one)
    @keys += 1
    press_with modifier, one
  end
end
