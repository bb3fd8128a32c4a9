require "support/api"
require "logger"

# No page asks the database more often because there is more to show.
class QueriesTest < ApiTest
  PAGES = %w[/api/bench/combinations /api/drills /api/card/cards /api/floor/classes /api/book/squad /api/weeks
    /api/school /api/calendar?from=2026-01-01&days=90].freeze

  def test_pages_ask_as_often_for_many_as_for_few
    add_people_and_plans(1)
    few = PAGES.to_h { |path| [path, queries { call(:get, path) }] }
    add_people_and_plans(6)
    PAGES.each { |path| assert_equal few[path], queries { call(:get, path) }, path }
  end

  def test_a_class_and_a_student_likewise
    add_people_and_plans(1)
    few = [queries { call(:get, "/api/floor/classes/#{@held}") },
      queries { call(:get, "/api/book/students/#{@student}") }]
    add_people_and_plans(6)
    assert_equal few, [queries { call(:get, "/api/floor/classes/#{@held}") },
      queries { call(:get, "/api/book/students/#{@student}") }]
  end

  # A student's own page, the class they are expected at in a few days.
  def test_a_student_s_own_page_likewise
    add_people_and_plans(1)
    few = own_page
    add_people_and_plans(6)
    db[:classes].exclude(id: @held).update(starts_at: Clock.now + 86_400)
    assert_equal few, own_page
  end

  private

  def own_page
    db[:classes].where(id: @held).update(starts_at: Clock.now + 90_000)
    code = JauntyBell::Store::Corners.new(db, club).make(id: uuid, student_id: @student, guardian: false,
      by: nil)[:code]
    header "Jaunty-Corner", JauntyBell::Store::Corners.enter(db, code, device: "a phone")
    queries { call(:get, "/api/corner") }
  end

  def add_people_and_plans(count)
    @group ||= new_group
    count.times do
      drill = new_combination(name: uuid)
      card = new_card(name: uuid, rounds: [round(combination_id: drill[:id])])
      new_drill(name: uuid, pool: [drill[:id]])
      @held = new_class(card: card[:id], group: @group)[:id]
      @student = new_student(group: @group, name: uuid)
      tell(@held,
        {marks: [{id: uuid, student_id: @student, combination_id: drill[:id], rung: "count", on: Clock.today,
                  attempted: 9, clean: 7, at: Clock.now}],
         efforts: [{id: uuid, student_id: @student, on: Clock.today, effort: 6, minutes: 60, estimated: false,
                    at: Clock.now}]}, coach_id: nil)
    end
  end

  def queries
    log = StringIO.new
    db.loggers << Logger.new(log)
    yield
    assert_equal 200, status, last_response.body
    log.string.scan("SELECT").size
  ensure
    db.loggers.clear
  end
end
