require "support/api"
require_relative "../../demo/club"

# What the demo club shows, whatever day it is: each page has something worth seeing on it. Run as on many days by
# bin/test dates.
class DemoPromisesTest < ApiTest
  Demo = JauntyBell::Demo::Club

  def setup
    super
    demo = Demo.new(db, today: Clock.today).load(hash: ApiTest.password_hash)
    @early, @evening = ["Early boxing", "Evening kickboxing"]
      .map { |name| db[:groups].where(club_id: demo, name: name).get(:id) }
    @student = ->(name) { db[:students].where(club_id: demo, name: name).get(:id) }
    sign_in(Demo::OWNER)
  end

  def test_there_is_something_to_see_on_every_page
    session
    book
    board
    next_class
    students
    programme
    calendar
  end

  private

  def session
    asked = call(:get, "/api/session")
    assert_equal Clock.today.iso8601, asked.dig(:club, :today)
    assert asked[:next_class], "a next class"
  end

  def book
    squad = call(:get, "/api/book/squad")
    assert_equal 20, squad[:students].size
    knots = squad[:students].flat_map { |row| row[:knots] }
    assert_operator knots.size, :>, 80
    assert_operator squad[:students].count { |row| row[:week_load].positive? }, :>=, 9, "most trained in the last week"
  end

  def board
    pointers = call(:get, "/api/book/board")[:students].flat_map { |row| row[:pointers] }
    assert(pointers.any? { |pointer| pointer[:text].start_with?("Not at a class for") }, "somebody stays away")
    assert_operator pointers.map { |pointer| pointer[:kind] }.uniq.size, :>=, 3
  end

  def next_class
    asked = call(:get, "/api/book/next?group=#{@early}")
    assert asked[:card_id], "the next class has a card"
    assert_operator asked[:items].count { |item| item[:kind] == "ready" }, :>=, 1,
      "somebody is ready to go up: #{asked[:items].map { |item| item[:kind] }.tally}"
    assert_operator asked[:items].size, :>=, 2
  end

  def students
    lotte = call(:get, "/api/book/students/#{@student["Lotte Piers"]}")
    assert_operator lotte[:days_known], :<, 28, "who trains elsewhere has days nobody knows"
    oona = call(:get, "/api/book/students/#{@student["Oona Ferrier"]}")
    assert_operator oona[:days].size, :>=, 49
    assert_operator oona[:masteries].size, :>=, 5
    assert_operator call(:get, "/api/book/students/#{@student["Oona Ferrier"]}/work")[:hearts].size, :>=, 2
    wendel = call(:get, "/api/care/students/#{@student["Wendel Turnstile"]}/holds")
    assert_equal 3, wendel.find { |hold| hold[:return] }.dig(:return, :reached), "a return under way"
  end

  # {goal => share} expected at the end; more is promised than is there.
  def programme
    id = call(:get, "/api/weeks/programmes").first[:id]
    page = call(:get, "/api/weeks/programmes/#{id}")
    goals = page[:settings][:goals].to_h { |goal| [goal[:combination_id], goal[:importance]] }
    outlooks = page[:plan][:outlooks].select { |outlook| goals.key?(outlook[:combination_id]) }
    weighted = ->(key) { outlooks.sum { |outlook| goals[outlook[:combination_id]] * outlook[key] } / goals.values.sum }
    assert_operator weighted[:share], :>=, 0.45, "what is promised"
    assert_operator weighted[:share], :>, weighted[:now]
    assert(page[:plan][:classes].any? { |planned| planned[:on] > Clock.today.iso8601 && planned[:places].any? },
      "places to come")
    assert_operator page[:scores][:count], :>=, 1, "forecasts that came out or did not"
  end

  def calendar
    classes = call(:get, "/api/calendar?from=#{Clock.today}&days=28")[:classes]
    assert_operator classes.size, :>=, 18
    held = call(:get, "/api/weeks").flat_map { |week| week[:classes] }.count { |row| row[:ended_at] }
    assert_operator held, :>=, 35
    assert_equal [[1, "06:30"], [2, "18:30"], [4, "06:30"], [5, "18:30"], [6, "10:00"]],
      classes.map { |row| local(row[:starts_at]) }.uniq.sort, "on the clock on the wall, summer and winter"
  end

  def local(iso) =
    TZInfo::Timezone.get("Europe/London").to_local(Time.iso8601(iso))
      .then { |time| [time.wday, time.strftime("%H:%M")] }
end
