require "support/programmes"

# What cannot be, said before it is planned.
class WishesTest < Minitest::Test
  include Programmes

  def wishes(...) = layout(...).wishes.map(&:text)

  def test_nothing_in_the_way = assert_empty(wishes(programme(goal("two"), weeks: 6)))

  def test_what_is_in_the_way
    day = MONDAY + 1
    pin = ->(id, on = day) { Weeks::Pin.new(combination_id: id, on: on) }
    {
      programme(goal("four", "answer"), weeks: 2) =>
        /\AEven in every class, fewer than half of 4 .* do Four against answers \(0\) by the end: there is too little/,
      programme(goal("two"), goal("gone")) => /\AA goal is no longer on the shelf/,
      programme(goal("three"), goal("four"), goal("kick"), weeks: 2) =>
        /\AThe goals have 3 combinations that are new to the group, and there is room to begin 1: not all can/,
      programme(goal("two"), pins: [pin.call("two", day + 1)]) => /\AA pin stands on 3 Jun, when there is no class/,
      programme(goal("two"), pins: [pin.call("gone")]) => /\AWhat is pinned on 2 Jun is no longer on the shelf/,
      programme(goal("two"), slots: 1,
        pins: [pin.call("two"), pin.call("kick")]) => /\A2 combinations are pinned on 2 Jun, and the class has 1 place/,
      programme(goal("two"), pins: [pin.call("two")],
        never: [["two", day]]) => /\AIt is pinned on 2 Jun and kept out of that class too: the pin stands\.\z/,
      programme(goal("two"), effort: 2,
        weeks: 4) => /\AWeek 4 comes to a load of 120 even at the easiest: 42 more than its limit of 78\.\z/
    }.each do |programme, expected|
      layout = layout(programme)
      wish = layout.wishes.find { |each| each.text.match?(expected) }
      assert wish, "#{expected.inspect} is not among #{layout.wishes.map(&:text)}"
      refute_empty wish.frees
    end
  end

  # Said once for all of them, with the two changes that help most, each tried.
  def test_out_of_reach
    programme = programme(goal("two", "answer"), goal("four", "answer"), goal("kick"), weeks: 3)
    said = layout(programme).wishes.select { |wish| wish.text.start_with?("Even in every class") }
    assert_equal 1, said.size
    assert_match(/Two against answers \(\d\) and Four against answers \(0\) by the end: .* as far as they go\.\z/,
      said[0].text)
    assert_equal 2, said[0].frees.size
    assert_match(/\AWant Two when it is called \(\d\)/, said[0].frees.grep(/Want/).first)
    longer = layout(programme.but(weeks: 7)).alone("four", 4)
    assert_operator longer, :>, layout(programme).alone("four", 4), "what is said to help does"
  end

  # What nothing helps is not promised.
  def test_out_of_every_reach
    known = {["four", "count"] => (1..20).map { |back| [3 * back, 40, 0] }}
    never = layout(programme(goal("four"), weeks: 12, days: (1..7).to_a), learners: squad_of(4, known))
    wish = never.wishes.find { |each| each.combination_id == "four" }
    assert_equal ["Go on with it in a programme after this one"], wish.frees
  end

  def test_juniors_do_not_answer_back_to_the_head
    layout = layout(programme(goal("two", "answer"), weeks: 12, days: [1, 3, 5]), juniors: true)
    assert_includes layout.wishes.map(&:text),
      "Two is planned for call, not answer: juniors do not answer back with strikes to the head."
    assert_equal "call", layout.ladder[layout.strands.first.wanted]
  end

  def test_what_there_is_nothing_to_plan_of
    {
      "start" => -> { layout(programme(goal("two")), from: MONDAY + 100) },
      "group" => -> { layout(programme(goal("two")), learners: []) },
      "goals" => -> { layout(programme(goal("gone"))) }
    }.each do |path, made|
      error = assert_raises(JauntyBell::Core::InvalidInput) { made.call.plan }
      assert_equal path, error.path
    end
  end

  def test_what_is_out_of_reason
    {
      "weeks" => {weeks: 1}, "times" => {days: []}, "slots" => {slots: 0}, "seconds" => {seconds: 5},
      "times/0/weekday" => {days: [8]}, "goals/0/importance" => {importance: 6},
      "goals/0/rung" => {rung: "high"}, "limits/easy" => {limits: Weeks::Limits.new(easy: 20)}
    }.each do |path, given|
      wanted = goal("two", given.fetch(:rung, "count"), importance: given.fetch(:importance, 3))
      error = assert_raises(JauntyBell::Core::InvalidInput,
        path) { programme(wanted, **given.except(:rung, :importance)).checked }
      assert_equal path, error.path
    end
    assert_raises(JauntyBell::Core::InvalidInput) { programme(goal("two"), goal("two")).checked }
    assert_raises(JauntyBell::Core::InvalidInput) { programme.checked }
  end
end
