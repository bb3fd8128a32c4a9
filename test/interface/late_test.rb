require "support/interface"
require "jaunty_bell/core"

# A late class made to fit on the device: the same choices as the core's, on classes from a seed.
class DeviceLateTest < InterfaceTest
  Late = JauntyBell::Core::Floor::Late

  def rounds(random)
    Array.new(random.rand(0..14)) do
      work, rest = random.rand(20..300), random.rand(0..90)
      Late::Coming.new(talk: random.rand(0..60), work: work, rest: rest, least: random.rand(10..work),
        least_rest: random.rand(0..rest), must: random.rand < 0.15,
        weight: random.rand(1..5) * 1_000_000 + random.rand(0..7))
    end
  end

  def test_the_same_choices_as_the_core
    random = Random.new(7)
    classes = Array.new(40) { [rounds(random), random.rand(0..2_400)] }
    found = answers("floor/late", *classes.map { |rounds, seconds| [["late", rounds.map(&:to_h), seconds]] })
    classes.zip(found) do |(rounds, seconds), device|
      core = Late.new(rounds, seconds).choices&.map { |choice| choice&.to_h }
      core.nil? ? assert_nil(device) : assert_equal(core, device, "#{rounds.size} rounds in #{seconds} s")
    end
  end
end
