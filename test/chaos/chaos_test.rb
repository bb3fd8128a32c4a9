require "support/chaos"

# Ten classes on devices that fail; a hundred in measure/chaos.rb.
class ChaosTest < Minitest::Test
  SEEDS = 1..10

  def self.chaos = @chaos ||= Chaos.new.tap { |made| Minitest.after_run { made.stop } }

  SEEDS.each do |seed|
    define_method(:"test_what_was_tapped_and_what_rang_is_there_once_#{seed}") do
      truth, found = ChaosTest.chaos.run(seed)
      assert_nil truth["refused"]
      found.each_key { |what| assert_equal Chaos.plain(truth[what]), Chaos.plain(found[what]), "#{what}, seed #{seed}" }
    end
  end
end
