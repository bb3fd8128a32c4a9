require "support/services"

# The Book's own objects: the ledger of several students, the book of one, a round onto a card.
class BookServicesTest < ServiceTest
  def ledger = Services::Book::Ledger.of_group(as, @group)

  def test_orders_put_the_most_first_and_ties_by_name
    marked(@bo, @two, [[160, 20, 20], [150, 20, 20]]) # owned once, and faded since
    assert_equal [@bo, @ann], ledger.ordered("due")
    assert_equal [@ann, @bo], ledger.ordered("weak"), "nobody has one: as they are shown"
    assert_equal [@ann, @bo], ledger.ordered("name")
  end

  def test_a_ledger_of_some_says_the_same_of_them
    marked(@bo, @two, OWNED)
    whole, some = ledger, ledger.only([@bo])
    assert_equal [@bo], some.ids
    assert_equal whole.known[@bo].transform_values(&:state), some.known[@bo].transform_values(&:state)
  end

  def test_next_is_the_same_for_the_page_and_the_report
    marked(@ann, @two, OWNED)
    book = Services::Book::StudentBook.new(as, as.people.student(@ann))
    assert_equal book.next_items, book.report.coming
    assert_equal "count", book.report.highest[@two].first
  end

  def test_a_report_of_nobody_s_weeks
    report = Services::Book::StudentBook.new(as, as.people.student(@bo)).report
    assert_equal [[], 28, [0, 0, 0, 0]], [report.trained, report.days.count, report.minutes.map(&:last)]
  end

  def test_a_combination_goes_onto_a_card_and_a_part_onto_the_shelf_once
    onto = ->(**what) { Services::Book::OntoCard.new(as, @card[:id], **what).put(rung: "count", learned: true) }
    assert_equal ["Two", 2], onto.call(id: @two).values_at(:title, :version)
    part = onto.call(notation: "2-3")
    assert_match(/\ALink 2-3/, part[:title])
    before = as.combinations.all.size
    assert_equal part[:title], onto.call(notation: "2-3")[:title]
    assert_equal before, as.combinations.all.size
    assert_raises(Core::Bench::Notation::Unreadable) { onto.call(notation: "moonwalk") }
    assert_raises(Store::Missing) { Services::Book::OntoCard.new(as, uuid, id: @two) }
  end

  def test_health_that_is_read_is_noted_but_for_assistants
    as("assistant").read_health(@ann, "their file")
    assert_empty as.audit.of(@ann)
    as.read_health(@ann, "their file")
    assert_equal [["Coach C", "read their file"]], as.audit.of(@ann).map { |row| row.values_at(:by, :did) }
  end
end
