require "test_helper"
require "jaunty_bell/services"

# Regions of public holidays by their names.
class HolidaysTest < Minitest::Test
  Holidays = JauntyBell::Services::Holidays

  # From ISO 3166-2, and what holidays tell apart beside it
  NAMES = {%w[DE BY] => "Bavaria", %w[CH GE] => "Geneva", %w[US CA] => "California", %w[CA QC] => "Quebec",
           %w[GB NIR] => "Northern Ireland", %w[NZ WE] => "Wellington", %w[AU QLD_CAIRNS] => "Queensland: Cairns",
           %w[DE BY_CATH] => "Bavaria: where most are Catholic"}.freeze

  def test_regions_have_names
    NAMES.each { |(country, code), name| assert_includes Holidays.new(country).regions, {code: code, name: name} }
  end

  def test_no_region_is_left_a_code
    bare = Holidays.countries.flat_map { |country|
      Holidays.new(country).regions.select { |region| region[:name].match?(/\A#{region[:code]}\z|[A-Z]{2}\z/) }
        .map { |region| [country, region] }
    }
    assert_equal [["US", {code: "DC", name: "Washington DC"}]], bare
  end

  def test_in_the_order_of_their_names
    names = Holidays.new("US").regions.map { |region| region[:name] }
    assert_equal names.sort, names
  end
end
