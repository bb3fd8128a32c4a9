require "test_helper"
require "jaunty_bell/core"

# Numbers and days in sentences, as a club's country writes them.
class CoreWaysTest < Minitest::Test
  Core = JauntyBell::Core
  DAY = Date.new(2026, 3, 4)

  # country → [a number, a day, with its weekday, in full]; common practice, no source (the list itself is Unicode's,
  # test/interface/ways_test.rb)
  WRITTEN = {nil => ["4.6", "4 Mar", "Wed 4 Mar", "4 March 2026"],
             "GB" => ["4.6", "4 Mar", "Wed 4 Mar", "4 March 2026"],
             "AT" => ["4,6", "4 Mar", "Wed 4 Mar", "4 March 2026"],
             "US" => ["4.6", "Mar 4", "Wed Mar 4", "March 4, 2026"]}.freeze

  def test_as_the_country_does
    WRITTEN.each do |country, wanted|
      said = Core::Ways.go_by(country) do
        [Core::Words.number(4.6), Core::Words.day(DAY), Core::Words.weekday(DAY), Core::Words.day_in_full(DAY)]
      end
      assert_equal wanted, said, country.inspect
    end
  end

  def test_only_for_as_long_as_it_takes_and_in_its_own_thread
    Core::Ways.go_by("AT") { Thread.new { assert_equal "4.6", Core::Words.number(4.6) }.join }
    assert_raises(RuntimeError) { Core::Ways.go_by("AT") { raise "broken" } }
    assert_equal "4.6", Core::Words.number(4.6)
  end

  def test_whole_numbers_have_no_sign
    Core::Ways.go_by("AT") { assert_equal %w[7 7 -7], [7, 7.0, -7].map { |number| Core::Words.number(number) } }
  end
end
