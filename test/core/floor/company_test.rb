require "test_helper"
require "jaunty_bell/core"

# With whom each works, as pairs are made and made again.
class CompanyTest < Minitest::Test
  Company = JauntyBell::Core::Floor::Company

  def test_the_last_pair_counts
    company = Company.new([[10, %w[ana cy]], [0, %w[ana bo]], [0, %w[cy dee]], [20, %w[ana bo cy]]])
    # who, when → with whom, how many share
    {["ana", 5] => [%w[bo], 2], ["ana", 10] => [%w[cy], 2], ["bo", 12] => [[], 2], ["dee", 12] => [[], 2],
     ["ana", 25] => [%w[bo cy], 3], ["eli", 5] => [[], 2]}.each do |(id, at), expected|
      assert_equal expected, [company.with(id, at), company.seats(id, at)], [id, at].inspect
    end
  end
end
