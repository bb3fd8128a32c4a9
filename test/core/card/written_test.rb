require "support/cards"

# Lines as a coach writes them on a card.
class WrittenTest < Minitest::Test
  include CardTest

  NAMES = {"drill" => {"Bag bursts" => "D1", "Ticket punch to a count" => "D2"},
           "combination" => {"Ticket punch" => "C1", "Rope trick" => "C2"}, "flow" => {"Warm in five" => "F1"}}.freeze

  def writing(**facts)
    Card::Written.new(names: NAMES, implements: {"D1" => "hanging-bag", "D2" => "focus-mitts"},
      rungs: {"D2" => "count"}, **facts)
  end

  def read_line(text, **facts) = writing(**facts).read(text)

  # line → [kind, block, some of the round]
  LINES = {
    "rope" => ["exercise", "warm-up", {"exercise" => "rope", "work_s" => 300, "effort" => 5}],
    "rope 5:00" => ["exercise", "warm-up", {"exercise" => "rope", "work_s" => 300}],
    "skip to the river 4 min" => ["words", "warm-up", {"work_s" => 240, "title" => "Skip to the river"}],
    "cross 1:00 bag" => ["combination", "bag", {"work_s" => 60, "swap" => "alone", "rung" => "count"}],
    "1-2-3" => ["combination", "technique", {"work_s" => 180, "rung" => "air"}],
    "3 x 2:00 1-2-3 mitts rest 0:30" => ["combination", "mitts", {"repeat" => 3, "work_s" => 120, "rest_s" => 30,
                                                                  "swap" => "even"}],
    "2:00/0:30 1-2 pads" => ["combination", "pads", {"work_s" => 120, "rest_s" => 30}],
    "1-2 2:00 x 3 bag" => ["combination", "bag", {"repeat" => 3, "work_s" => 120}],
    "1-2 x3" => ["combination", "technique", {"repeat" => 3}],
    "jab x3 bag" => ["combination", "bag", {}],
    "jab, cross, hook 2:00 on the bag" => ["combination", "bag", {"work_s" => 120}],
    "left hook to the body 90 s mitts" => ["combination", "mitts", {"work_s" => 90}],
    "rear kick shield" => ["combination", "pads", {"implement" => "kick-shield"}],
    "20 on 10 off 1-2 4:00 bag" => ["combination", "bag", {"on_s" => 20, "off_s" => 10, "work_s" => 240}],
    "1-2 bag effort 8" => ["combination", "bag", {"effort" => 8}],
    "1-2 both sides" => ["combination", "technique", {"both_sides" => true}],
    "Ticket punch" => ["combination", "technique", {"combination_id" => "C1"}],
    "ticket punch to a count 3:20" => ["drill", "mitts", {"drill_id" => "D2", "work_s" => 200, "rung" => "count"}],
    "tick" => ["drill", "mitts", {"drill_id" => "D2"}],
    "ticket punch" => ["combination", "technique", {"combination_id" => "C1"}],
    "mob" => ["exercise", "warm-up", {"exercise" => "mobility"}],
    "rope t" => ["combination", "technique", {"combination_id" => "C2"}],
    "two" => ["combination", "technique", {"title" => "two"}],
    "bag bu" => ["drill", "bag", {"drill_id" => "D1"}],
    "warm in five" => ["flow", "warm-up", {"flow_id" => "F1"}],
    "20 squats" => ["exercise", "finisher", {"exercise" => "squats", "reps" => 20}],
    "squats x20" => ["exercise", "finisher", {"exercise" => "squats", "reps" => 20}],
    "push-ups" => ["exercise", "finisher", {"exercise" => "push-ups", "work_s" => 120}],
    "squats 1:00" => ["exercise", "finisher", {"exercise" => "squats", "work_s" => 60}],
    "stretch 5:00" => ["words", "cool-down", {"work_s" => 300, "rest_s" => 0, "effort" => 1}]
  }.freeze

  def test_lines
    LINES.each do |text, (kind, block, facts)|
      line = read_line(text)
      assert_equal [kind, block], [line.kind, line.block], text
      assert_equal facts, line.round.slice(*facts.keys), text
      made = Card::Data.blocks([{"kind" => block, "rounds" => [line.round]}], shelf)
      assert_equal 1, made.first.rounds.size, text
    end
  end

  def shelf
    named = ->(id) { Card::Named.new(id: id, name: id, what: read("1-2")) }
    Card::Shelf.new(%w[D1 D2].to_h { |id| [id, named[id]] }, %w[C1 C2].to_h { |id| [id, named[id]] })
      .with_flows("F1" => {id: "F1", name: "Warm", phases: []})
  end

  # A warm-up of ten named exercises is one round, in its order, each with its time.
  def test_a_list_keeps_its_order
    line = read_line("hip circles 0:30, arm circles 0:30, trunk turns, 20 squats, leg swings 10, rope 2:00, " \
      "side bends, " \
      "high knees 0:20, star jumps, lunges 8")
    assert_equal ["list", "warm-up", 10], [line.kind, line.block, line.round["phases"].size]
    assert_equal [["hip-circles", 30, true], ["arm-circles", 30, false], ["trunk-turns", 30, false],
      ["squats", 60, false], ["leg-swings", 30, true], ["rope", 120, false], ["side-bends", 20, true],
      ["high-knees", 20, false], ["star-jumps", 30, false], ["lunges", 24, true]],
      line.round["phases"].map { |phase| phase.values_at("exercise", "seconds", "sides") }
    assert_equal 498, line.round["work_s"],
      "both sides of what has two: 60 + 30 + 30 + 60 + 60 + 120 + 40 + 20 + 30 + 48"
  end

  def test_a_length_stands_with_what_it_follows
    assert_equal [20, 60, 300], read_line("hip circles 0:20, squats 20, rope 5:00").round["phases"].map { |each|
      each["seconds"]
    }
    assert_equal 60, read_line("jab, cross, hook 1:00").round["work_s"]
  end

  # Eight single strikes typed into a card: each for its time, and each is counted.
  def test_single_strikes_are_counted
    strikes = ["jab", "cross", "lead hook", "rear hook", "lead uppercut", "rear uppercut", "overhand", "rear kick"]
    line = read_line("#{strikes.map { |strike| "#{strike} 0:30" }.join(", ")} bag")
    whole = plan(*Card::Data.blocks([{"kind" => "bag", "rounds" => [line.round]}], shelf))
    by_hand = strikes.sum do |strike|
      beats = Bench::Flow::Walk.new(read(strike)).beats
      ((30 + 0.6r) / (60r * beats / 140 + 0.6r)).floor
    end
    assert_equal by_hand, whole.counts.strikes
    assert_equal strikes, line.round["phases"].map { |phase| phase["name"] }
    assert_equal 240, whole.total
  end

  def test_a_burst_at_the_end
    line = read_line("1-2-3 3:00 last 30 all out bag")
    assert_equal [["steady", nil, false], ["burst", 30, true]],
      line.round["phases"].map { |phase| phase.values_at("name", "seconds", "burst") }
    assert_match(/longer than the whole/, assert_raises(Core::InvalidInput) {
      read_line("1-2 0:20 last 30 all out")
    }.message)
  end

  # What is not said is the coach's own usual, of the block it goes in.
  def test_usual_lengths
    usual = {"bag" => {"work_s" => 120, "rest_s" => 45, "effort" => 7}}
    assert_equal [120, 45, 7], read_line("1-2 bag", usual: usual).round.values_at("work_s", "rest_s", "effort")
    assert_equal [90, 45], read_line("1-2 1:30 bag", usual: usual).round.values_at("work_s", "rest_s")
  end

  # Where it goes, by what stands before it.
  def test_what_stands_before
    assert_equal "mitts", read_line("1-2", kinds: %w[warm-up mitts]).block
    assert_equal "bag", read_line("rope", kinds: %w[warm-up bag]).block
    assert_equal "bag", read_line("1-2", kinds: %w[warm-up bag finisher]).block
    assert_equal "technique", read_line("1-2", kinds: %w[warm-up]).block
    assert_equal "cool-down", read_line("hip circles", kinds: %w[warm-up bag finisher]).block
    assert_equal "bag", read_line("hip circles", kinds: %w[warm-up bag]).block
  end

  BAD = {"" => /Write what is done/, "   " => /Write what is done/, "3:00" => /beside the time/,
         "x" * 501 => /at most 500 letters/,
         "hip circles 0:30, squats 20, ro" => /"ro" is no exercise and has no length/,
         (["squats 0:10"] * 31).join(", ") => /at most 30 things; this has 31/}.freeze

  def test_what_cannot_be_is_said
    BAD.each do |text, says|
      error = assert_raises(Core::InvalidInput, text) { read_line(text) }
      assert_match says, error.message
      assert_equal "text", error.path
    end
  end
end
