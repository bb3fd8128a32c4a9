require "test_helper"
require "prop_check"

# Generated combinations: any technique, side, level, modifier, repeats and partner's actions the notation can hold.
module Generated
  G = PropCheck::Generators
  Bench = JauntyBell::Core::Bench
  TECHNIQUES = JauntyBell::Core::Lexicon::Techniques.default.to_a
  HELPERS = TECHNIQUES.select { |technique| technique.step? || technique.defence? }

  ON = [:head, :hand, :"lead hand", :"rear hand"].freeze

  module_function

  # A seed in, a combination out.
  def build(random, most: 10)
    items = Array.new(random.rand(1..most)) { item(random) }
    Bench::Combination.new(items, opening: [nil, nil, nil, :close, :mid, :long].sample(random: random))
  end

  def item(random)
    if random.rand < 0.08
      return Bench::Repeat.new(items: Array.new(random.rand(1..3)) { action(random) }, times: random.rand(2..3))
    end
    action(random)
  end

  def action(random)
    technique = TECHNIQUES.sample(random: random)
    by = (random.rand < 0.12 && !technique.pause?) ? :partner : :self
    feint = technique.strike? && random.rand < 0.1
    level = level(technique, random)
    Bench::Action.new(technique: technique, side: side(technique, by, random), level: level, by: by, feint: feint,
      spot: (%i[calf thigh].sample(random: random) if level == :leg && random.rand < 0.3),
      on: (ON.sample(random: random) if technique.control? && random.rand < 0.4),
      force: technique.strike? ? [nil, nil, nil, :touch, :light, :hard].sample(random: random) : nil,
      recovery: technique.leg_strike? ? %i[back back back down forward around].sample(random: random) : nil,
      with: (helper(random, by, technique) if (technique.strike? || technique.defence?) && random.rand < 0.12))
  end

  # Now and then a hand named by the stance the body is in.
  def side(technique, by, random)
    named = technique.two_sided? && technique.arm_strike? && by == :self && random.rand < 0.2
    (named ? %i[front back] : technique.sides).sample(random: random)
  end

  # A round kick at leg level is a low kick, so it is never made.
  def level(technique, random)
    levels = (technique.id == "round-kick") ? technique.levels - [:leg] : technique.levels
    levels.sample(random: random)
  end

  def helper(random, by, joined)
    technique = HELPERS.select { |each| each.step? || joined.strike? }.sample(random: random)
    Bench::Action.new(technique: technique, side: technique.sides.sample(random: random), by: by)
  end

  # Seeds as a PropCheck generator: each run draws its own, and a failure prints it.
  def seeds = G.choose(0..2**31)
end
