require "support/walk"

# Longer walks at random over the whole interface (test/support/walk.rb): bin/measure walk [TIMES] [FIRST SEED] [STEPS].
class LongWalks < Minitest::Test
  TIMES, FIRST, STEPS = (ARGV.map(&:to_i) + [10, 101, 300].drop(ARGV.size)).first(3)
  ARGV.clear

  (FIRST...(FIRST + TIMES)).each do |seed|
    define_method(:"test_walk_#{seed}") do
      SystemServer.start
      began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      WalkServer.walk(seed, STEPS) { |told, wrong| assert_empty wrong, told.last(12).join("\n") }
      puts "walk #{seed}: #{STEPS} steps, #{(Process.clock_gettime(Process::CLOCK_MONOTONIC) - began).round} s, " \
        "nothing broke"
    end
  end
end
