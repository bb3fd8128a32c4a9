require "support/api"

# A club that opens: its name and place, the walk to the first class, the starter shelf, public holidays, groups.
class ClubHouseTest < ApiTest
  def here = call(:get, "/api/club")

  def owner = sign_in(new_account(club, "owner"))

  def step(id) = here[:walk][:steps].find { |each| each[:id] == id }

  def test_what_a_club_says_of_itself
    owner
    call(:put, "/api/club", name: " Lock House ", time_zone: "Europe/Vienna", country: "AT", region: nil)
    assert_equal ["Lock House", "Europe/Vienna", "AT", nil], answer.values_at(:name, :time_zone, :country, :region)
    assert_equal "AT", call(:get, "/api/session")[:club][:country]
    {{name: " "} => [400, "name"], {time_zone: "Moon/Sea"} => [422, "time_zone"],
     {country: "Austria"} => [400, "country"]}
      .each do |facts, (code, path)|
      call(:put, "/api/club", name: "X", time_zone: "Europe/Vienna", country: "AT", region: nil, **facts)
      assert_refused code, path: path
    end
    sign_in(@coach)
    call(:put, "/api/club", name: "Mine", time_zone: "Europe/Vienna", country: nil, region: nil)
    assert_equal 403, status
  end

  def test_the_walk_goes_by_what_is_there
    refute here[:walk][:on], "a club of before has none"
    call(:put, "/api/club/walk")
    assert_equal [true, "groups"], here[:walk].values_at(:on, :next)
    group = call(:post, "/api/groups", id: uuid, name: "Dawn", juniors: false)
    call(:put, "/api/groups/#{group[:id]}/hours", hours: [{id: uuid, day: 1, at: "06:30", minutes: 60}])
    assert_equal [true, "hall"], [step("groups")[:done], here[:walk][:next]]
    %w[hall closures taught].each { |id| call(:put, "/api/club/walk", passed: id) }
    assert_equal "shelf", here[:walk][:next]
    call(:put, "/api/club/walk", passed: "moon")
    assert_refused 422, path: "passed"
    call(:post, "/api/club/starter", disciplines: ["boxing"])
    assert step("shelf")[:done]
    call(:put, "/api/club/walk", away: true)
    refute here[:walk][:on]
    call(:put, "/api/club/walk")
    assert_equal [true, "hall"], here[:walk].values_at(:on, :next)
    row = new_class(group: group[:id])
    db[:classes].where(id: row[:id]).update(ended_at: Clock.now)
    refute here[:walk][:on], "a class has been held"
  end

  def test_the_starter_shelf_comes_once
    list = call(:get, "/api/club/starter")
    assert_equal [40] * 5, list.map { |each| each[:combinations].size }
    assert_equal({combinations: 40, drills: 15, cards: 6}, call(:post, "/api/club/starter", disciplines: ["boxing"]))
    assert_equal({combinations: 0, drills: 0, cards: 0}, call(:post, "/api/club/starter", disciplines: ["boxing"]))
    assert call(:get, "/api/club/starter").find { |each| each[:id] == "boxing" }[:there]
    assert_equal 6, call(:get, "/api/card/cards?kind=templates").size
    call(:post, "/api/club/starter", disciplines: ["fencing"])
    assert_refused 422, path: "disciplines"
    call(:post, "/api/club/starter", disciplines: [])
    assert_refused 422, path: "disciplines"
  end

  # What a coach has made stays as it is.
  def test_the_starter_shelf_beside_what_is_there
    combinations.add(id: uuid, name: "Plain three", combination: Notation.read("2-3-2"))
    mine = combinations.add(id: uuid, name: "My four", combination: Notation.read("1-2-3-2"))
    call(:post, "/api/club/starter", disciplines: %w[boxing juniors])
    assert_equal 201, status, last_response.body
    rows = combinations.all
    assert_equal rows.size, rows.uniq { |row| row[:name] }.size
    assert_equal "My four", rows.find { |row| row[:id] == mine[:id] }[:name]
    assert_equal 1, rows.count { |row| combinations.meaning(row) == Notation.read("1-2-3-2") }
  end

  def test_public_holidays_close_the_club
    db[:clubs].where(id: club).update(country: "AT")
    shown = call(:get, "/api/club/holidays")
    assert_equal [true, false], [shown[:known], shown[:days].any? { |day| day[:closed] }]
    days = shown[:days].first(2).map { |day| day[:on] }
    call(:post, "/api/club/holidays", days: days)
    assert_equal days, answer[:days].select { |day| day[:closed] }.map { |day| day[:on] }
    assert_equal days, call(:get, "/api/calendar/closures").map { |row| row[:from] }
    db[:clubs].where(id: club).update(country: nil)
    assert_equal [false, []], call(:get, "/api/club/holidays").values_at(:known, :days)
  end

  def test_a_students_place
    noon, dawn = new_group(name: "Noon"), new_group(name: "Dawn")
    ann = new_student(group: noon, name: "Ann", member_since: Clock.today)
    call(:put, "/api/groups/students/#{ann}/also", groups: [dawn])
    assert_equal [dawn], answer[:also].map { |row| row[:group_id] }
    pause = uuid
    call(:post, "/api/groups/students/#{ann}/pauses", id: pause, from: (Clock.today + 1).iso8601, to: nil)
    assert_equal 201, status
    call(:delete, "/api/groups/students/#{ann}/pauses/#{pause}")
    assert_empty answer[:pauses]
    call(:put, "/api/groups/students/#{ann}/left")
    assert_equal [Clock.today.iso8601, []], answer.values_at(:left_on, :also)
    assert_equal [Clock.today.iso8601], call(:get, "/api/floor/people")[:students].map { |row| row[:left_on] }
    assert_empty call(:get, "/api/book/squad")[:students]
    call(:put, "/api/groups/students/#{ann}/own", group_id: dawn)
    assert_equal [nil, dawn], answer.values_at(:left_on, :group_id)
    call(:put, "/api/groups/#{noon}/closed", closed: true)
    assert_equal 200, status
    assert_equal [Clock.today.iso8601], call(:get, "/api/groups").filter_map { |row| row[:closed_on] }
    call(:put, "/api/groups/#{dawn}/closed", closed: true)
    assert_refused 409, path: "to"
  end
end
