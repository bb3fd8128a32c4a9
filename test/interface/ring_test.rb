require "support/interface"
require "support/ring_cases"

# The device's side of the algebra of a running class, held against the same table as the core's.
class RingTest < InterfaceTest
  def test_every_case
    found = RingCases.found(->(chains) { answers("floor/ring", *chains) })
    found.each do |part, answers|
      RingCases::TABLE[part].zip(answers) { |row, answer| assert_equal row["is"], answer, row.inspect }
    end
  end
end
