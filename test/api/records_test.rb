require "support/history"

# CSV in and out, and the whole club.
class RecordsApiTest < ApiTest
  include History

  def take_in(kind, text, keep: "look", **more) =
    call(:post, "/api/records/imports", kind: kind, text: text, keep: keep, **more)

  def problems = answer[:lines].filter_map { |line| [line[:number], line[:problem]] if line[:problem] }

  def test_a_log_with_good_and_bad_lines
    text = "Name;Date;Effort;Minutes\nPia Test;#{today};6,5;60\nNobody Here;#{today};5;60\nPia " \
      "Test;31.02.2026;5;60\nPia Test;#{today};11;60\nPia Test;#{today + 1};5;60\n;;;\n"
    take_in("log", text)
    assert_equal [1, 4, 0], answer.values_at(:good, :bad, :kept)
    assert_equal 4, problems.size
    problems.zip([[3, /Nobody here is called "Nobody Here"/], [4, /no date/], [5, /from 0 to 10/],
      [6, /still to come/]]) do |(number, text), (expected, pattern)|
      assert_equal expected, number
      assert_match pattern, text
    end
    take_in("log", text, keep: "all")
    assert_equal 0, answer[:kept], "all or nothing"
    take_in("log", text, keep: "good")
    assert_equal [1, 390.0], [answer[:kept], page[:days].last[:load]]
    take_in("log", text)
    assert_match(/on record already/, problems.find { |number, _| number == 2 }.last, "taken in twice it is told")
  end

  def test_columns_are_matched_by_hand
    take_in("log", "a,b,c,d\n60,#{today},Pia Test,5\n")
    assert_equal [%w[student on effort minutes], []], answer.values_at(:missing, :lines)
    take_in("log", "a,b,c,d\n60,#{today},Pia Test,5\n",
      columns: {student: 2, on: 1, effort: 3, minutes: 0}, keep: "all")
    assert_equal [1, 300.0], [answer[:kept], page[:days].last[:load]]
  end

  def test_a_roster
    take_in("roster",
      "name,group,stance,level,born,kg\nAnn New,evening group,southpaw,building,2001-05-06,61\nPia Test,Evening " \
      "group,,,,\nBo New,Nowhere,,,,\nCy New,Evening group,sideways,,,\nAnn New,Evening group,,,,\n", keep: "good")
    assert_equal [1, 4], answer.values_at(:kept, :bad)
    assert_equal ["southpaw", "building", Date.new(2001, 5, 6), 61],
      db[:students].where(name: "Ann New").first.values_at(:stance, :level, :born_on, :kg)
  end

  def test_a_new_student_in_a_group_there_is_or_a_new_one
    add = ->(**facts) {
      call(:post, "/api/records/students", id: uuid, name: " Ann New ", group_id: @group, stance: "southpaw",
        level: "building", trains_elsewhere: true, **facts)
    }
    id = add.call[:id]
    assert_equal [201, "Ann New", true], [status, *db[:students].first(id: id).values_at(:name, :trains_elsewhere)]
    fresh = uuid
    add.call(group_id: fresh, group: {name: "Dawn juniors", juniors: true})
    assert_equal ["Dawn juniors", true], db[:groups].first(id: fresh).values_at(:name, :juniors)
    add.call(group_id: uuid, group: {name: "Dawn juniors", juniors: false})
    assert_refused 409, path: "group"
    add.call(group_id: uuid)
    assert_refused 409, path: "group_id"
    add.call(name: "  ")
    assert_refused 422, path: "name"
    assert_equal 2, db[:students].where(name: "Ann New").count
    file = call(:get, "/api/care/students/#{id}/file")
    call(:put, "/api/care/students/#{id}/file", **file, name: "Ann Renamed", group_id: fresh, stance: "orthodox",
      trains_elsewhere: false)
    assert_equal ["Ann Renamed", fresh, "orthodox", false],
      db[:students].first(id: id).values_at(:name, :group_id, :stance, :trains_elsewhere)
    sign_in(new_account(club, "assistant"))
    add.call
    assert_refused 403
  end

  def test_marks_change_what_is_held
    take_in("marks",
      "student,combination,rung,date,attempted,clean\nPia Test,two,count,#{today - 1},20,20\nPia " \
      "Test,two,count,#{today - 4},20,19\nPia Test,two,count,#{today - 5},20,21\nPia Test,ten,count,#{today},1,1\n",
      keep: "good")
    assert_equal [2, 2], answer.values_at(:kept, :bad)
    assert_equal "owned", page[:masteries].first[:state]
  end

  def test_heart_and_strikes_go_to_the_class_of_the_day
    tell(@held[:id], {attendances: [{id: uuid, student_id: @student, at: Clock.now}]}, coach_id: nil)
    take_in("heart",
      "student,date,round,ms,bpm\n" + (0..5).map { |i| "Pia Test,#{today},2,#{i * 1000},#{120 + i}\n" }.join +
      "Pia Test,#{today},2,9000,900\nPia Test,#{today - 3},2,0,100\n", keep: "good")
    assert_equal [6, 2], answer.values_at(:kept, :bad)
    take_in("strikes",
      "student,date,round,ms,hand,g\nPia Test,#{today},1,100,left,12.5\nPia Test,#{today},1,300,foot,9\n", keep: "good")
    assert_equal [["heart", 1], ["strikes", 0]],
      db[:recordings].where(student_id: @student).order(:kind).select_map(%i[kind round])
  end

  def test_what_is_no_csv
    take_in("log", "name,date\n\"Pia")
    assert_refused 422, path: "text"
    take_in("log", "  \n ")
    assert_refused 422, path: "text"
    take_in("diary", "x")
    assert_refused 400, path: "kind"
  end

  def test_out_and_in_again
    trained([[1, 5, 60], [3, 6.5, 45]])
    marked(@two, [[1, 20, 20]])
    before = %w[roster log marks].to_h { |kind| [kind, get("/api/records/exports/#{kind}.csv").body] }
    db[:efforts].where(club_id: club).delete
    db[:marks].where(club_id: club).delete
    %w[log marks].each do |kind|
      take_in(kind, before[kind], keep: "all")
      assert_equal before[kind], get("/api/records/exports/#{kind}.csv").body, kind
    end
    assert_match(/Pia Test,Evening group,orthodox,building/, before["roster"])
  end

  def test_no_formula_reaches_a_spreadsheet
    db[:students].where(id: @student).update(name: "=1+1")
    assert_includes get("/api/records/exports/roster.csv").body, "'=1+1"
  end

  def test_the_whole_club_is_its_owner_s
    call(:get, "/api/records/club.json")
    assert_refused 403
    sign_in(new_account(club, "owner"))
    assert_equal "jaunty-bell club", call(:get, "/api/records/club.json")[:format]
  end
end
