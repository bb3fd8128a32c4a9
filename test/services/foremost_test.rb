require "support/services"
require "jaunty_bell/api"

# A squad in order of who needs a word: what is kept of it is what is worked out of everything, whatever has changed.
class ForemostOrderTest < ServiceTest
  SQUAD = Services::Book::Ledger::AT_ONCE + 8
  CHANGES = 40

  # What is kept is told of changes that are committed: here they stay.
  def database = TestDatabase.open("jaunty_foremost_order")

  def undone = yield

  def setup
    super
    others = Array.new(SQUAD - 2) { |nth| new_student(group: @group, name: format("S%02d", nth)) }
    @squad = [@ann, @bo] + others
    @random = Random.new(25)
    today = Clock.today
    @squad.each do |id|
      some_days = (0..90).to_a.sample(@random.rand(0..30), random: @random)
      db[:efforts].multi_insert(some_days.map { |ago|
        {club_id: club, id: uuid, student_id: id, on: today - ago, effort: @random.rand(3..9), minutes: 60,
         at: Clock.now}
      })
    end
    @classes = Array.new(3) { |nth| opened(starts_at: Clock.now - (nth + 1) * 86_400)[:id] }
  end

  def ledger = Services::Book::Ledger.of_group(as, @group)

  # As everybody's facts say it now.
  def worked_out = ledger.then { |fresh| fresh.ids.to_h { |id| [id, fresh.gravest(id)&.kind] } }

  def somebody = @squad.sample(random: @random)

  def some_day = Clock.today - @random.rand(0..60)

  WAYS = {
    an_effort: -> {
      tell(a_class, {efforts: [{id: uuid, student_id: somebody, on: Clock.today, effort: @random.rand(1..10),
                                minutes: 60, estimated: false, at: Clock.now}]})
    },
    who_came: -> { tell(a_class, {attendances: [{id: uuid, student_id: somebody, at: Clock.now - 3_600}]}) },
    marks: -> { marked(somebody, @two, OWNED) },
    old_marks: -> { marked(somebody, @three, [[160, 20, 20], [150, 20, 20]]) },
    a_hold: -> {
      as.care.add(id: uuid, student_id: somebody, matter: "elbow", blocks: ["contact"], from: some_day, to: nil,
        note: "")
    },
    a_pause: -> { as.people.membership(somebody).pause(id: uuid, from: some_day, to: nil) },
    who_trains_elsewhere: -> { row(:students, id: somebody).update(trains_elsewhere: true) },
    taken_back: -> { row(:efforts, id: row(:efforts).order(:id).get(:id)).delete },
    a_class_ends: -> { as.classes.close(a_class, Clock.now) },
    a_line_of_the_club: -> { as.school.change("pointed_out" => {"big_week" => @random.rand(5..60)}) },
    who_is_hard: -> { as.school.change("hard_effort" => @random.rand(5..9)) },
    juniors: -> { row(:groups, id: @group).update(juniors: Sequel.~(:juniors)) }
  }.freeze

  def a_class = @classes.sample(random: @random)

  def row(table, **key) = db[table].where(club_id: club, **key)

  def test_it_is_kept_as_it_is_worked_out
    assert_equal worked_out, ledger.foremost
    seen = CHANGES.times.map do |nth|
      way = WAYS.keys[nth % WAYS.size]
      instance_exec(&WAYS.fetch(way))
      expected = worked_out
      assert_equal expected, ledger.foremost, way
      expected.values.uniq
    end
    assert_operator seen.flatten.uniq.size, :>=, 6, "of many kinds"
  end

  def test_the_order
    ranks = ledger.ordered("word").map { |id| Core::Book::Pointers.rank(worked_out_once[id]) }
    assert_equal ranks.sort, ranks
    assert_operator ranks.uniq.size, :>, 2
    again = ledger.ordered("word")
    assert_equal again, ledger.ids.sort_by.with_index { |id, i| [Core::Book::Pointers.rank(worked_out_once[id]), i] }
  end

  def test_only_who_was_touched_is_worked_out_again
    ledger.foremost
    marked(@ann, @two, [[1, 5, 1]])
    worked = []
    as.foremost.of(@squad, Clock.today) { |ids| worked.concat(ids) && ids.to_h { |id| [id, nil] } }
    assert_equal [@ann], worked
  end

  def test_a_large_club_is_worked_out_ahead
    small = new_club("A small club")
    new_student(small)
    2.times { JauntyBell::Api::Heartbeat.hourly(db) }
    assert_equal({club => SQUAD}, db[:foremost].where(club_id: [club, small]).group_and_count(:club_id)
      .to_hash(:club_id, :count))
    as.foremost.of(@squad, Clock.today) { |ids| flunk "#{ids.size} are not there" }
  end

  # Several processes begin the same hour.
  def test_one_works_it_out
    other = Store::Database.open(db.uri, connections: 1)
    Store::Foremost.alone(other) { JauntyBell::Api::Heartbeat.hourly(db) }
    assert_empty row(:foremost).all
  ensure
    other.disconnect
  end

  private

  def worked_out_once = @worked_out_once ||= worked_out
end
