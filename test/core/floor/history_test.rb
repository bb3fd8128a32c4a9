require "test_helper"

# Which rounds count where several devices told of one class. A run is [device, second it ended, seconds worked]; a lead
# [device, second].
class HistoryTest < Minitest::Test
  History = JauntyBell::Core::Floor::History

  CASES = {
    "one device" => {runs: [[:a, 60, 60], [:a, 140, 60]], leads: [[:a, 0]], counts: [0, 1]},
    "rounds of a file or of before count" => {runs: [[nil, 60, 60], [nil, 60, 60]], leads: [], counts: [0, 1]},
    "nobody led: a device that never reached the server" => {runs: [[:a, 60, 60]], leads: [], counts: [0]},
    "another opened the door, was never seen again and rang nothing" => {runs: [[:b, 60, 60], [:b, 140, 60]],
                                                                         leads: [[:a, 0]], counts: [0, 1]},
    "b takes the lead in the second round: its round is the whole, what a counted by itself is not" =>
      {runs: [[:a, 60, 60], [:a, 140, 60], [:a, 220, 60], [:b, 140, 60], [:b, 230, 60]], leads: [[:a, 0], [:b, 100]],
       counts: [0, 3, 4]},
    "a takes it back" => {runs: [[:a, 60, 60], [:b, 140, 60], [:a, 220, 60]], leads: [[:a, 0], [:b, 70], [:a, 150]],
                          counts: [0, 1, 2]},
    "a killed leader counted on while b waited" => {runs: [[:a, 60, 60], [:a, 140, 60], [:a, 220, 60], [:b, 300, 60]],
                                                    leads: [[:a, 0], [:b, 70]], counts: [0, 3]},
    "two without a network, at the same time: one bell" => {runs: [[:a, 60, 60], [:b, 62, 60]], leads: [], counts: [0]},
    "two without a network, one after the other" => {runs: [[:a, 60, 60], [:b, 140, 60]], leads: [], counts: [0, 1]},
    "the same round again is another" => {runs: [[:a, 30, 30], [:a, 95, 60]], leads: [[:a, 0]], counts: [0, 1]},
    "told late, in any order" => {runs: [[:b, 230, 60], [:a, 220, 60], [:b, 140, 60], [:a, 60, 60]],
                                  leads: [[:b, 100], [:a, 0]], counts: [0, 2, 3]}
  }.freeze

  def test_cases
    CASES.each do |name, facts|
      runs = facts[:runs].each_with_index.map do |(device, ended, worked), i|
        History::Run.new(id: i, device: device, ended: Time.at(ended), worked: worked)
      end
      leads = facts[:leads].map { |device, at| History::Lead.new(device: device, at: Time.at(at)) }
      assert_equal facts[:counts], History.counted(runs, leads).sort, name
    end
  end

  # A class of which two devices told as they pleased is never longer than the time it took, whoever led.
  def test_no_more_is_counted_than_time_went_by
    200.times do |seed|
      random = Random.new(seed)
      runs = %i[a b].flat_map do |device|
        at = random.rand(100)
        Array.new(random.rand(1..6)) {
          worked = random.rand(5..60)
          at += worked + random.rand(3..30)
          [device, at, worked]
        }
      end
      leads = Array.new(random.rand(0..4)) do
        History::Lead.new(device: %i[a b].sample(random: random), at: Time.at(random.rand(300)))
      end
      told = runs.each_with_index.map do |(device, ended, worked), i|
        History::Run.new(id: i, device: device, ended: Time.at(ended), worked: worked)
      end
      counted = told.values_at(*History.counted(told, leads)).sort_by(&:ended)
      counted.each_cons(2) do |one, two|
        assert_operator two.ended - two.worked, :>=, one.ended - History::SLACK, "seed #{seed}"
      end
    end
  end
end
