require "support/cards"

# Where a field left open on a round gets its value: the round's own word first, then its drill's, its block's, the
# school's.
class TaskTest < Minitest::Test
  include CardTest

  def task(round, kind = "bag", **settings) = Card::Task.new(round, kind, school: school(**settings))

  # [round, block] → the implement's id
  IMPLEMENTS = {
    [{text: "1-2"}, "bag"] => "hanging-bag", [{text: "1-2"}, "mitts"] => "focus-mitts",
    [{text: "1-2"}, "pads"] => "long-pads", [{text: "1-2"}, "technique"] => "air",
    [{text: "1-2"}, "partner"] => "partner", [{text: "1-2"}, "circuit"] => nil, [{text: "1-2"}, "finisher"] => nil,
    [{text: nil}, "bag"] => nil,
    [{text: "1-2", implement: "tyre"}, "bag"] => "tyre", [{text: nil, implement: "rope"}, "warm-up"] => "rope"
  }.freeze

  def test_the_implement
    IMPLEMENTS.each do |(facts, kind), id|
      if id.nil?
        assert_nil(task(round(facts[:text], **facts.except(:text)), kind).implement, facts.inspect)
      else
        assert_equal(id, task(round(facts[:text], **facts.except(:text)), kind).implement.id, facts.inspect)
      end
    end
    drill = drilled(%w[1-2], drill_implement: "kick-shield")
    assert_equal %w[kick-shield air], [task(drill).implement.id, task(drill.but(implement: "air")).implement.id]
  end

  def test_tempo_pause_sides_and_interval
    drill = drilled(%w[1-2], manner: "burst", tempo: 120, pause: 1, both_sides: true, on: 20, off: 10)
    assert_equal [120, 1, true, [20, 10]], [task(drill).tempo, task(drill).pause, task(drill).both_sides?,
      task(drill).interval]
    own = drill.but(tempo: 150, pause: 0, both_sides: false, on: 15, off: 5)
    assert_equal [150, 0, false, [15, 5]], [task(own).tempo, task(own).pause, task(own).both_sides?, task(own).interval]
    bare = task(round("1-2"))
    assert_equal [140, 3/5r, false, nil, "clocked"], [bare.tempo, bare.pause, bare.both_sides?,
      bare.interval, bare.manner]
  end

  # manner → what is done in turn, of a pool of two
  SEQUENCES = {"clocked" => %w[1-2], "called" => %w[1-2 3-4], "series" => %w[1-2 3-4], "read" => %w[1-2 3-4],
               "counted" => %w[1-2 3-4], "counted-then-clocked" => %w[1-2 3-4], "flow" => %w[1-2],
               "trade" => %w[1-2 3-4],
               "ladder" => %w[1 1-2]}.freeze

  def test_what_is_done_in_turn
    SEQUENCES.each do |manner, texts|
      assert_equal texts.map { |text| read(text) },
        task(drilled(%w[1-2 3-4], manner: manner, count: 5, shows: %w[1 red])).sequence, manner
    end
    assert_equal [read("5-6")], task(drilled(%w[1-2 3-4], manner: "called", combination: named("5-6"))).sequence,
      "a combination of its own takes the drill's place"
    assert_empty task(round).sequence
  end

  def test_the_member_for_the_rung_and_its_id
    drill = drilled(%w[1-2 3-4], versions: {"move" => 1})
    assert_equal [["1-2", read("1-2")], ["3-4", read("3-4")]],
      %w[clock move].map { |rung| task(drill.but(rung: rung)).then { |one| [one.combination_id, one.combination] } }
    assert_equal "5-6", task(round("5-6")).combination_id
    assert_nil task(round).combination_id
  end

  # intensity, effort, the school's hard effort → hard?
  HARD = {["hard", 3, 7] => true, ["light", 7, 7] => true, [nil, 6, 7] => false, [nil, 6.5, 6] => true,
          ["medium", 2, 7] => false}.freeze

  def test_what_is_hard
    HARD.each do |(intensity, effort, from), hard|
      assert_equal hard, task(round("1-2", intensity: intensity, effort: effort), "bag", hard_effort: from).hard?,
        [intensity, effort].inspect
    end
  end

  # what is done → gloves needed (true), off (false), either (nil)
  def test_gloves
    rope = Lexicon::Exercises.default["rope"]
    {["1-2", "bag", {}] => true, ["1-2", "mitts", {}] => true, ["1-2", "partner", {}] => true,
     ["1-2", "technique", {}] => nil, [nil, "bag", {}] => nil, [nil, "warm-up", {exercise: rope}] => false,
     ["1-2", "finisher", {implement: "light-weights"}] => false}.each do |(text, kind, facts), gloves|
      if gloves.nil?
        assert_nil(task(round(text, **facts), kind).gloves, kind)
      else
        assert_equal(gloves, task(round(text, **facts), kind).gloves, kind)
      end
    end
  end

  def test_a_swap_takes_the_club_s_time_where_something_changes_hands
    assert_equal [20, 0, 0, 7],
      [["1-2", "mitts", {}], ["1-2", "partner", {}], ["1-2", "bag", {}], ["1-2", "mitts", {swap_time: 7}]]
        .map { |text, kind, facts| task(round(text, **facts), kind).swap_time }
    assert_equal 35, task(round("1-2"), "pads", changeovers: {"pads" => 35}).swap_time
  end

  def test_kit_is_the_drill_s_or_the_usual_and_what_the_coach_adds
    assert_equal ["wraps", "gloves"], task(round("1-2")).kit
    assert_equal ["wraps", "gloves", "focus mitts", "bell"], task(round("1-2", kit: %w[bell gloves]), "mitts").kit
    assert_equal ["skipping rope"], task(round(exercise: Lexicon::Exercises.default["rope"]), "warm-up").kit
    assert_equal ["only this"], task(drilled(%w[1-2], kit: ["only this"])).kit
    assert_includes task(round("1-rear kick"), "pads").kit, "shin pads"
  end

  # An imagined partner's actions are said aloud only where the drill wants it; a real one's always.
  def test_what_is_said_of_the_partner
    said = ->(implement, **more) {
      one = task(drilled(["1-[1]-rear parry-2"], drill_implement: implement, **more))
      one.spoken(one.combination)
    }
    assert_equal "jab, rear parry, cross", said.call("hanging-bag")
    assert_equal "jab, partner: jab, rear parry, cross", said.call("hanging-bag", feeds_aloud: true)
    assert_equal "jab, partner: jab, rear parry, cross", said.call("focus-mitts")
  end
end
