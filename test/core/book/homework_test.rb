require "test_helper"
require "jaunty_bell/core"
require "support/generated"

# A class alone: made of what is asked for, for where it is done, and never more than may be.
class HomeworkTest < Minitest::Test
  include JauntyBell::Core

  Homework = JauntyBell::Core::Book::Homework
  SHELF = {"Two bells" => "1-2", "Low tide" => "1-2-3b", "Ebb" => "1-2-rear kick", "Step off" => "1-2-step out",
           "Hop" => "1-rear jump knee", "Tie up" => "1-2-clinch", "Left hand" => "1-3-3b"}.freeze

  def wish(name, kind: :due, rung: "clock") =
    Homework::Wish.new(kind: kind, rung: rung,
      named: Card::Named.new(id: name, name: name, what: read(SHELF.fetch(name))))

  def read(text) = Bench::Notation.read(text)

  def home(**facts) = Homework::Home.new(**facts)

  def hold(*blocks, matter: "other") = Care::Hold.new(matter: matter, blocks: blocks, from: Date.new(2026, 1, 1))

  def homework(minutes: 15, wishes: [wish("Two bells"), wish("Low tide", kind: :weak)], **facts) =
    Homework.new(minutes: minutes, wishes: wishes, **facts).made

  def rounds(made, kind = nil) =
    made.plan.blocks.select { |block| kind.nil? || block.kind == kind }.flat_map(&:rounds)

  def drilled(made) = rounds(made, "technique").map { |round| [round.combination.name, round.rung, round.implement] }

  def refusal(**facts) = assert_raises(InvalidInput) { homework(**facts) }

  # Every length, level and place, to the second.
  def test_it_is_exact_to_the_second
    homes = [home, home(room: "spot"), home(have: %w[bag gloves rope bench], room: "lane"), home(quiet: true)]
    Homework::MINUTES.each do |minutes|
      [nil, "foundation", "building", "advanced"].product([true, false], homes).each do |level, juniors, place|
        made = homework(minutes: minutes, level: level, juniors: juniors, home: place, seed: minutes)
        assert_equal minutes * 60, made.plan.total, [minutes, level, juniors, place]
        assert_equal minutes * 60, Floor::CueSheet.new(made.plan).duration / 1000
        assert rounds(made).all? { |round| round.work >= 15 }, [minutes, level, juniors]
      end
    end
  end

  # Gloves that are put on take a minute; where the class is so short that none are then needed, it goes to getting
  # warm. Three of these would not settle once.
  def test_it_is_exact_with_gloves_that_have_to_be_put_on
    place = home(have: %w[bag gloves], room: "lane")
    Homework::MINUTES.each do |minutes|
      %w[foundation building advanced].product(%w[air count clock move]).each do |level, rung|
        made = homework(minutes: minutes, level: level, wishes: [wish("Two bells", rung: rung)], home: place)
        assert_equal minutes * 60, made.plan.total, [minutes, level, rung]
      end
    end
  end

  # | what there is                      | what is drilled, first and last |
  CASES = [
    [{}, ["count", "air"]],
    [{have: %w[mirror]}, ["count", "mirror"]],
    [{have: %w[bag]}, ["count", "air"]], # nobody hits a bag with bare hands
    [{have: %w[bag gloves]}, ["count", "hanging-bag"]],
    [{have: %w[bag gloves], quiet: true}, ["count", "air"]],
    [{have: %w[bag gloves mirror], quiet: true}, ["count", "mirror"]]
  ].freeze

  def test_what_it_is_drilled_on
    CASES.each do |place, (rung, on)|
      made = homework(wishes: [wish("Two bells")], home: home(**place))
      assert_equal ["Two bells", rung, on], drilled(made).first, place
      assert_equal "clock", drilled(made).last[1], place
    end
  end

  # | rung asked for | in a room | rung it gets |
  RUNGS = [["air", "mat", "air"], ["call", "mat", "clock"], ["answer", "lane", "move"],
    ["move", "spot", "clock"]].freeze

  def test_only_rungs_that_need_nobody_else
    RUNGS.each do |asked, room, given|
      made = homework(wishes: [wish("Two bells", rung: asked)], home: home(room: room))
      assert_equal given, drilled(made).last[1], asked
    end
  end

  def test_what_is_due_comes_first_and_what_is_new_last
    wishes = [wish("Ebb", kind: :next), wish("Left hand", kind: :ready), wish("Low tide", kind: :weak),
      wish("Two bells")]
    names = drilled(homework(minutes: 40, wishes: wishes)).map(&:first)
    assert_equal ["Two bells", "Low tide", "Left hand", "Ebb"], names.uniq
  end

  # | place                  | left out | why |
  LEFT_OUT = [
    [{room: "spot"}, "Ebb", /no room to kick/],
    [{room: "spot"}, "Step off", /no room to step/],
    [{quiet: true}, "Hop", /neighbours below/],
    [{}, "Tie up", /wants a partner/]
  ].freeze

  def test_what_cannot_be_done_there_is_left_out_and_said
    LEFT_OUT.each do |place, name, why|
      made = homework(wishes: [wish("Two bells"), wish(name)], home: home(**place))
      assert_equal ["Two bells"], drilled(made).map(&:first).uniq
      assert_equal [name], made.left_out.map(&:first)
      assert_match why, made.left_out.first.last
      assert_match(/Nothing of what is due/, refusal(wishes: [wish(name)], home: home(**place)).message)
    end
  end

  def test_with_neighbours_below_nothing_jumps_or_lands_hard
    20.times do |seed|
      made = homework(minutes: 40, seed: seed, home: home(have: %w[rope bag gloves bench], room: "lane", quiet: true))
      refute rounds(made).any? { |round| round.exercise&.loud? || round.implement == "hanging-bag" }
    end
  end

  def test_only_with_what_is_there
    20.times do |seed|
      made = homework(minutes: 45, seed: seed, home: home(room: "spot"))
      used = rounds(made).filter_map(&:exercise)
      assert_empty used.flat_map(&:gear)
      assert_equal ["spot"], used.map(&:room).uniq
      assert_operator used.map(&:effort).max, :<=, 7
    end
  end

  # A limb that is held back is spared: a part that does without, or nothing of it; exercises are not guessed at.
  def test_a_limb_that_is_held_back
    made = homework(wishes: [wish("Left hand"), wish("Two bells")], holds: [hold("right hand")])
    assert_equal ["Left hand"], drilled(made).map(&:first).uniq
    assert_equal [["Two bells", "it wants the right hand"]], made.left_out
    made = homework(wishes: [wish("Ebb")], holds: [hold("right leg", matter: "knee or shin")])
    assert_equal ["Ebb: 1-2 of it"], drilled(made).map(&:first).uniq
    assert rounds(made).none?(&:exercise)
    assert_equal 900, made.plan.total
  end

  def test_held_back_from_hard_effort_or_from_all
    made = homework(minutes: 45, level: "advanced", holds: [hold("hard effort", "contact")])
    assert_operator rounds(made).map(&:effort).max, :<=, 5
    assert_match(/rest is the homework/, refusal(holds: [hold("all")]).message)
  end

  # | load there is room for | minutes wanted | minutes it has |
  LOADS = [[300, 20, 20], [50, 20, 20], [24, 20, 12], [10, 20, 5]].freeze

  def test_within_the_load
    LOADS.each do |most, wanted, minutes|
      made = homework(minutes: wanted, load: most, level: "building")
      assert_operator made.load, :<=, most
      assert_equal [minutes * 60, (wanted if minutes < wanted)], [made.plan.total, made.shorter], most
    end
    assert_match(/week is full/, refusal(load: 9).message)
  end

  def test_after_hard_days_it_is_easy
    assert_operator rounds(homework(minutes: 45, easy: 4, level: "advanced")).map(&:effort).max, :<=, 4
  end

  # Two a day for a week; the same question and the same seed.
  def test_never_the_same_twice_in_a_week
    [home, home(room: "spot", quiet: true)].each do |place|
      recent = Array.new(14).each_with_object([]) { |_, given|
        given << homework(minutes: 10, home: place, recent: given, wishes: [wish("Two bells")]).signature
      }
      assert_equal recent, recent.uniq
    end
    once = homework(minutes: 5, holds: [hold("left leg")], wishes: [wish("Two bells")])
    assert_match(/was homework within the week/,
      refusal(minutes: 5, holds: [hold("left leg")], wishes: [wish("Two bells")], recent: [once.signature]).message)
  end

  def test_the_same_question_has_the_same_answer
    assert_equal homework(seed: 5).signature, homework(seed: 5).signature
    refute_equal homework(seed: 5).signature, homework(seed: 6).signature
  end

  # Whatever is asked for, by whomever, it is exact, within what may be, and nothing blocked is struck with; or it is
  # said why there is none.
  def test_whatever_is_asked
    PropCheck.forall(seed: Generated.seeds).with_config(n_runs: 60) do |seed:|
      random = Random.new(seed)
      asked = anything(random)
      made = homework(**asked)
      assert_equal made.plan.minutes * 60, made.plan.total, "seed #{seed}"
      assert_operator made.load, :<=, asked[:load], "seed #{seed}" if asked[:load]
      blocked = asked[:holds].flat_map(&:blocks)
      struck = rounds(made).filter_map(&:combination).flat_map { |named| named.what.actions }
        .filter_map { |action| Care::Substitute.limb(action, Bench::Notation::Reading.new) }
      assert_empty struck & blocked, "seed #{seed}"
    rescue InvalidInput => e
      assert_match(/Nothing of what is due|week is full|rest is the homework|within the week/, e.message,
        "seed #{seed}")
    end
  end

  def anything(random)
    wishes = Array.new(random.rand(1..5)) do |i|
      what = Generated.build(random)
      Homework::Wish.new(kind: Homework::KINDS.sample(random: random), rung: Bench::Rungs::ALL.sample(random: random),
        named: Card::Named.new(id: "c#{i}", name: "c#{i}", what: what))
    end
    {minutes: random.rand(Homework::MINUTES), wishes: wishes, seed: random.rand(1000), juniors: random.rand < 0.3,
     home: home(have: Homework::THINGS.select { random.rand < 0.4 }, room: Homework::ROOMS.sample(random: random),
       quiet: random.rand < 0.5), load: (random.rand(5..200) if random.rand < 0.5),
     level: [nil, "foundation", "building", "advanced"].sample(random: random),
     holds: Array.new(random.rand(0..2)) { hold(*Care::BLOCKS.sample(random.rand(1..2), random: random)) }}
  end

  def test_cautions_stand_with_it
    made = homework(wishes: [wish("Two bells")], home: home(have: %w[bag gloves]))
    assert made.cautions.any? { |each| each.include?("Wraps and gloves on") }
  end

  def test_bad_input
    assert_match(/from 5 to 45 minutes/, refusal(minutes: 3).message)
    assert_match(/nothing homework is made for/, refusal(home: home(have: ["trampoline"])).message)
    assert_match(/not a room/, refusal(home: home(room: "garden")).message)
  end
end
