require "support/walk"

# Three short walks at random over the whole interface; measure/walk.rb takes longer ones.
class WalkTest < Minitest::Test
  SEEDS = 1..3
  STEPS = 80

  SEEDS.each do |seed|
    define_method(:"test_nothing_breaks_on_the_way_#{seed}") do
      SystemServer.start
      WalkServer.walk(seed, STEPS) { |told, wrong| assert_empty wrong, told.last(8).join("\n") }
    end
  end
end
