require "support/generated"

# What a trial finds, walked only where a change reaches, is what a walk of the whole finds.
class TrialTest < Minitest::Test
  include CoreTest

  BAG = Lexicon::Implements["hanging-bag"]
  SETTINGS = [Flow::Setting.new, Flow::Setting.new(seam: true),
    Flow::Setting.new(implement: BAG, intensity: :hard, seam: true, level: "foundation"),
    Flow::Setting.new(implement: Lexicon::Implements["partner"], intensity: :hard, partner: :opposite),
    Flow::Setting.new(school: Lexicon::School.default.with("finish" => "one defence"))].freeze

  # what it was | what it is changed to: each meets one of the things that a rule can see from afar
  FAR = <<~TABLE.lines.map { |line| line.split("|").map(&:strip) }
    1-2-1-2-1-2-3-1-2-1-2-3-1-2 | 1-2-1-2-1-2-3 with step in-1-2-1-2-3-1-2
    1-2-1-2-[1]-2-1-2-1-2-1-2   | 1-2-1-2-[1]-slip rear-2-1-2-1-2-1-2
    1-2-1-2-[1]-2-1-2-1-2-1-2   | 1-2-1-2-[1]-2-slip rear-1-2-1-2-1-2
    1-2-1-2-[1]-2-1-2-1-2-1-2   | 1-2-1-2-[1]-2-1-slip rear-2-1-2-1-2
    1-2-1-2-1-2-1-2-1-2-[1]     | slip rear-1-2-1-2-1-2-1-2-1-2-[1]
    1-2-1-2-1-2-1-2-1-2-[1]     | 1-2-1-2-1-2-1-2-1-2-1-[1]
    1-2-1-2-1-2-1-2-1-2-1-2     | 1-2-switch-1-2-1-2-1-2-1-2-1-2-1-2
    1-2-1-2-1-2-1-2-1-2-1-2     | 1-2-1-post-2-2-2-1-2-1-2-1-2-1-2
    slip lead-3-1-2-1-2-3-2-3-2 | slip lead-1-2-1-2-3-2-3-2
    slip lead-1-2-1-2-3-2-3-2   | 3-slip lead-1-2-1-2-3-2-3-2
    1-2-low kick-1-2-1-low kick | 1-2-1-2-1-low kick
    at long ..-..-..-..-lead kick-1-2 | at long 1-..-..-..-..-lead kick-1-2
    3-2-3-2-3-2-3-2             | at close 3-2-3-2-3-2-3-2
    1-2-3-2-1-2-3-2-1-2-3-2     | 1-2-3-2
  TABLE

  def test_what_can_be_seen_from_afar
    FAR.product(SETTINGS).each do |(was, is), setting|
      assert_same_found read(was), read(is), setting, "#{was} → #{is}"
      assert_same_found read(is), read(was), setting, "#{is} → #{was}"
    end
  end

  def test_any_change_of_any_combination
    PropCheck.forall(seed: Generated.seeds).with_config(n_runs: 250) do |seed:|
      random = Random.new(seed)
      was = Generated.build(random, most: 24)
      is = changed(was, random)
      assert_same_found was, is, SETTINGS.sample(random: random), "seed #{seed}: #{was.inspect} → #{is.inspect}",
        stance: %i[orthodox southpaw square].sample(random: random)
    end
  end

  # A change in the middle of a long one is walked for a few actions; where something told once is told no more, to
  # the end.
  def test_how_far_it_walks
    long = read((["1-2-3-2"] * 15).join("-"))
    assert_operator walked(Flow::Walk.new(long), long.replacing(31, long.actions[30])), :<, 12
    assert_equal 60, walked(Flow::Walk.new(long), long.at(:close)), "no step in is told there, as it was"
  end

  private

  def changed(combination, random)
    index = random.rand(combination.actions.size)
    others = Array.new(random.rand(0..2)) { Generated.action(random) }
    changes = [-> { combination.replacing(index, *others) }, -> { combination.inserting(index, *others) },
      -> { combination.followed_by(*others) }, -> { combination.first(index + 1) }, -> { combination.at(:close) }]
    changes.sample(random: random).call.then { |is| is.empty? ? combination : is }
  end

  def assert_same_found(was, is, setting, text, stance: :orthodox)
    trial = Flow::Trial.new(Flow::Walk.new(was, setting, stance: stance), is)
    whole = Flow::Walk.new(is, setting, stance: stance)
    assert_equal told(whole), told(trial), text
    assert_equal whole.hands_left_out, trial.hands_left_out, text
  end

  def told(walker) = walker.findings.map { |finding| finding.to_h.except(:at) }

  # Actions that a trial visits.
  def walked(walk, is)
    visits = 0
    counted = Class.new(Flow::Trial) do
      define_method(:visit) { |*given, **named| (visits += 1) && super(*given, **named) }
    end
    counted.new(walk, is)
    visits
  end
end
