require "support/database"
require "jaunty_bell/files"
require_relative "../../demo/club"

# The demo club: the same from the same seed, dated relative to the day given.
class DemoTest < StoreTest
  TABLES = %i[students combinations cards card_versions classes attendances round_runs marks efforts].freeze

  def load(today, seed: JauntyBell::Demo::Club::SEED)
    found = nil
    db.transaction(savepoint: true) do
      now = Time.utc(today.year, today.month, today.day, 12)
      id = JauntyBell::Demo::Club.new(db, today: today, now: now, seed: seed).load(hash: "none")
      found = TABLES.to_h do |table|
        [table, db[table].where(club_id: id).all.map { |row| row.except(:club_id, :coach_id, :created_at, :changed_at) }
          .sort_by(&:to_s)]
      end
      raise Sequel::Rollback
    end
    found
  end

  def test_it_is_the_same_from_the_same_seed
    one, two = Array.new(2) { load(Date.new(2026, 5, 6)) }
    TABLES.each { |table| one[table].zip(two[table]).each { |rows| assert_equal(*rows, table) } }
  end

  def test_it_is_dated_relative_to_the_day
    today = Date.new(2026, 5, 6)
    club = load(today)
    days = club[:efforts].map { |effort| effort[:on] }
    assert_operator days.max, :<=, today
    assert_operator days.min, :>=, today - 56
    assert_equal 21, club[:students].size
    assert club[:classes].any? { |row| row[:ended_at].nil? }
    assert_operator club[:marks].size, :>, 500
  end
end
