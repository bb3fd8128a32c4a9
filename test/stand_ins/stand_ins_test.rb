require "support/cards"
require "jaunty_bell/stand_ins/command_line"
require "net/http"

# Simulated devices: their lines, over loopback, and what they say to bad input.
class StandInsTest < Minitest::Test
  include CardTest

  StandIns = JauntyBell::StandIns

  def run_line(*arguments)
    output, errors = StringIO.new, StringIO.new
    [StandIns::CommandLine.run(arguments, output: output, errors: errors), output.string, errors.string]
  end

  def test_a_heart_follows_the_effort
    samples = StandIns::HeartStrap.new([[120, 2], [180, 9], [120, 1]], seed: 4).samples
    assert_equal 420, samples.size
    mean = ->(from, to) { samples[from...to].sum(&:last).fdiv(to - from) }
    assert_operator mean.call(270, 300), :>, mean.call(90, 120) + 40
    assert_operator mean.call(390, 420), :<, mean.call(270, 300) - 40
    assert_operator StandIns::HeartStrap.new([[600, 5]], seed: 4, dropouts: 0.2).samples.size, :<, 530
  end

  def test_a_clock_gains_and_jumps
    sheet = Core::Floor::CueSheet.new(plan(block("bag", round("1-2", work: 60, rest: 30), round("1-2", work: 60))))
    right, fast = StandIns::GymClock.new(sheet).cues,
      StandIns::GymClock.new(sheet, rate: 864, jumps: {80_000 => -5_000}).cues
    assert_equal [0, 60_000, 90_000, 150_000], right.select { |_, cue| cue.kind.start_with?("bell") }.map(&:first)
    assert_equal [0, 60_600, 85_900, 146_500], fast.select { |_, cue| cue.kind.start_with?("bell") }.map(&:first)
  end

  def test_over_loopback
    lines = StandIns::StrikeSensor.new(Core::Floor::Review::Planned.new(hands: %i[left right], times: [0, 0.4],
      gap: 1.0), seconds: 20, seed: 1).lines
    stream = StandIns::Stream.new(lines, port: 0, speed: 1_000.0)
    thread = Thread.new { stream.run }
    answer = Net::HTTP.get_response(URI("http://127.0.0.1:#{stream.port}/"))
    assert_equal ["text/event-stream", "*"], [answer["content-type"], answer["access-control-allow-origin"]]
    assert_equal lines, answer.body.scan(/^data: (.*)$/).flatten
  ensure
    stream&.close
    thread&.join
  end

  def test_the_command_line
    code, printed, = run_line("strikes", "1-2", "--seconds", "30", "--seed", "2")
    assert_equal [0, 40], [code, printed.lines.size], "twenty sets of 0.857 s and 0.6 s after each"
    assert_match(/\A800,left,\d+\.\d\n/, printed)
    assert_equal 240, run_line("heart", "180x7,60x2").then { |_, text, _| text.lines.size }
    bad = {["strikes", "kick"] => /no strike of a hand/, ["strikes"] => /Write the combination/,
           ["heart", "x"] => /no stretch/, ["drum"] => /Say which device/, ["answers", "/nowhere"] => /cannot be read/,
           ["clock", "/nowhere"] => /cannot be read/,
           ["strikes", "1-2", "--seconds", "x"] => /invalid argument/}
    bad.each do |arguments, says|
      assert_match says, run_line(*arguments).then { |code, _, errors| (code == 2) ? errors : "exit #{code}" },
        arguments.inspect
    end
  end
end
