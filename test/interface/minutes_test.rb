require "support/interface"
require "yaml"

# Minutes as the device reckons them, on the core's own table of cases.
class DeviceMinutesTest < InterfaceTest
  CASES = YAML.safe_load_file(File.expand_path("../shared/minutes_cases.yml", __dir__)).freeze

  DRIVER = <<~JS.freeze
    import { minutesOf, stretches } from "../../web/src/floor/minutes";
    const ms = (seconds) => (seconds === null ? null : seconds * 1000);
    export const minutes = (bells, runs, till, there) =>
      minutesOf(stretches(bells.map(([at, running]) => ({ at: ms(at), running })), runs.map(([ended, worked]) => ({ ended: ms(ended), worked: ms(worked) })), ms(till)), there.map((span) => span.map(ms))) ?? null;
  JS

  def test_minutes
    InterfaceTest.written("minutes-driver", DRIVER)
    found = answers("minutes-driver",
      *CASES.map { |of| [["minutes", *of.values_at("bells", "runs", "till", "there")]] }).flatten
    CASES.zip(found) do |of, minutes|
      of["minutes"].nil? ? assert_nil(minutes, of["what"]) : assert_equal(of["minutes"], minutes, of["what"])
    end
  end
end
