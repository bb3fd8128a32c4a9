require "support/history"
require_relative "../../demo/club"

# What can be worked out is there after a database of an older version has been brought up to date.
class DerivedTest < StoreTest
  DERIVED = %i[masteries links class_works].freeze

  def test_an_empty_book_is_worked_out_and_says_so
    demo = JauntyBell::Demo::Club.new(db, today: Clock.today, weeks: 3).load(hash: "x")
    before = DERIVED.to_h { |table| [table, rows(table, demo)] }
    DERIVED.each { |table| db[table].where(club_id: demo).delete }
    said = []
    assert_operator JauntyBell::Services::Book::Derived.renew(db) { |line| said << line }, :>, 20
    assert_match(/Working out what \d+ students of Ticket Hall Boxing Co-op own …/, said.first)
    assert_equal before.except(:class_works), DERIVED.first(2).to_h { |table| [table, rows(table, demo)] }
    assert_equal before[:class_works].map { |row| row[:class_id] },
      rows(:class_works, demo).map { |row| row[:class_id] }
    assert_equal 0, JauntyBell::Services::Book::Derived.renew(db) { |line| flunk line },
      "the next start has nothing to do"
  end

  def rows(table, club) =
    db[table].where(club_id: club).all.map { |row|
      row.transform_values { |value| value.is_a?(Float) ? value.round(9) : value }
    }.sort_by(&:to_s)
end
