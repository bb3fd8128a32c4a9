require "support/interface"

# A device's lines, and its clock put on the round's.
class SensorsTest < InterfaceTest
  LINES = {
    ["strikes", "120,left,20.5"] => [120, "left", 20.5], ["strikes", " 120 , RIGHT , 3 "] => [120, "right", 3],
    ["strikes", "120,foot,3"] => nil, ["strikes", "120,left"] => nil, ["strikes", "x,left,3"] => nil,
    ["strikes", "-5,left,3"] => nil, ["strikes", "120,left,9999"] => nil, ["strikes", "120,left,NaN"] => nil,
    ["strikes", ""] => nil, ["heart", "1000,142"] => [1_000, 142], ["heart", "1000,7"] => nil, ["heart", "1000"] => nil,
    ["heart", "beep"] => nil
  }.freeze

  def test_lines
    assert_equal LINES.values, answers("floor/sensors", *LINES.keys.map { |kind, line| [["readLine", kind, line]] })
  end

  ANCHORED = <<~JS.freeze
    import { Anchor } from "../../web/src/floor/sensors";
    export const anchored = (lines) => { const anchor = new Anchor(); return lines.map(([device, here]) => anchor.at(device, here)); };
  JS

  # [device's clock, here] → on the round's clock: the device's own intervals count; where it jumps back it is anchored
  # anew
  CLOCKS = {
    [[5_000, 800], [5_430, 1_300], [6_000, 1_790]] => [800, 1_230, 1_800],
    [[5_000, 800], [5_430, 1_300], [100, 1_900], [530, 2_300]] => [800, 1_230, 1_900, 2_330]
  }.freeze

  def test_clocks
    InterfaceTest.written("anchored", ANCHORED)
    assert_equal CLOCKS.values, answers("anchored", *CLOCKS.keys.map { |lines| [["anchored", lines]] })
  end
end
