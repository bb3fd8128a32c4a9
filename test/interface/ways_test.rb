require "support/interface"
require "jaunty_bell/core"
require "tzinfo"

# Dates, times and numbers as a club's country writes them (CLDR, through the browser's own Intl).
class WaysTest < InterfaceTest
  # country → [a date in numbers, half past six in the evening, one and a half, the first day of the week]
  WRITTEN = {
    nil => ["24/11/2026", "18:30", "1.50", 1], "GB" => ["24/11/2026", "18:30", "1.50", 1],
    "AT" => ["24.11.2026", "18:30", "1,50", 1], "CH" => ["24.11.2026", "18:30", "1.50", 1],
    "US" => ["11/24/2026", "6:30 pm", "1.50", 7], "CA" => ["2026-11-24", "6:30 pm", "1.50", 7],
    "SE" => ["2026-11-24", "18:30", "1,50", 1], "FR" => ["24/11/2026", "18:30", "1,50", 1],
    "JP" => ["2026/11/24", "18:30", "1.50", 7], "EG" => ["24/11/2026", "6:30 pm", "1.50", 6],
    "NL" => ["24-11-2026", "18:30", "1,50", 1]
  }.freeze

  def test_written_as_the_country_does
    WRITTEN.each do |country, wanted|
      found = answers("kit/ways", [["goBy", country]], [["dateInNumbers", "2026-11-24"]],
        [["timeInNumbers", "18:30"]], [["decimal", 1.5, 2]], [["week"]])
      assert_equal wanted, found[1..3] + [found[4].first], country.inspect
    end
  end

  # The server writes as the interface does.
  def test_the_server_goes_by_the_same
    codes = TZInfo::Country.all_codes
    found = answers("kit/ways", *codes.map { |code| [["waysOf", code]] })
    ours = codes.map { |code| JauntyBell::Core::Ways.of(code) }
    known = codes.each_index.select { |i| found[i][:order] != "dmy" || found[i][:decimal] == "," }
    assert_operator known.size, :>, 50
    known.each do |i|
      theirs = [found[i][:decimal], found[i][:order] == "mdy"]
      assert_equal theirs, [ours[i].decimal("."), ours[i].month_first?], codes[i]
    end
  end

  # What is written is read again, and whatever else anybody types.
  READ = {
    "GB" => {"24/11/2026" => "2026-11-24", "24.11.26" => "2026-11-24", "24 11 2026" => "2026-11-24",
             "2026-11-24" => "2026-11-24", "4/3/2027" => "2027-03-04", "31/02/2027" => nil, "24/11" => nil,
             "tomorrow" => nil, "" => nil, "1/1/202" => nil},
    "US" => {"11/24/2026" => "2026-11-24", "4/3/2027" => "2027-04-03", "24/11/2026" => nil},
    "SE" => {"2026-11-24" => "2026-11-24", "26-11-24" => "2026-11-24"}
  }.freeze

  def test_dates_as_anybody_types_them
    READ.each do |country, cases|
      found = answers("kit/ways", [["goBy", country]], *cases.keys.map { |text| [["readDate", text]] }).drop(1)
      assert_equal cases.values, found, country
    end
  end

  TIMES = {"18:30" => "18:30", "18.30" => "18:30", "1830" => "18:30", "6:30 pm" => "18:30", "6:30PM" => "18:30",
           "6 p.m." => "18:00", "12 am" => "00:00", "12 pm" => "12:00", "7" => "07:00", "18h30" => "18:30",
           "25:00" => nil, "18:60" => nil, "13 pm" => nil, "0 am" => nil, "half six" => nil, "" => nil}.freeze

  def test_times_as_anybody_types_them
    assert_equal TIMES.values, answers("kit/ways", *TIMES.keys.map { |text| [["readTime", text]] })
  end

  def test_the_week_goes_round
    assert_equal [[1, 2, 3, 4, 5, 6, 7], [7, 1, 2, 3, 4, 5, 6]],
      answers("kit/ways", [["goBy", "AT"]], [["week"]], [["goBy", "US"]], [["week"]]).values_at(1, 3)
  end
end
