require "support/system"

# What an assistant sees of the Book: the work, not the notes about health, and nothing to change that is a coach's to
# change.
class BookAssistantTest < SystemTest
  def setup
    super
    sign_in("ama@tickethall.example")
  end

  def open(name) = visit("/book/#{db[:students].where(name: name).get(:id)}")

  def test_a_student_without_what_is_for_coaches
    open "Wendel Turnstile"
    within("section[aria-label='Held back']") do
      assert_text "no contact, no hard effort"
      assert_text "Still missing"
      assert_no_text "Clash of heads"
      assert_no_button "Without symptoms"
      assert_no_button "Record the clearance"
      assert_no_button "A mistake?"
    end
    assert_no_text "Their record"
    assert_no_button "Onto the next card", exact: false
    assert_no_text "Does this one forget faster"
    within("section[aria-label='Recorded efforts']") do
      assert_text "min"
      assert_no_button "put right", exact: false
    end
    assert_accessible
  end

  def test_what_is_on_file_and_what_is_added_afterwards_is_for_coaches
    open "Jory Causeway"
    within("section[aria-label='Recorded efforts']") do
      assert_text "min"
      assert_no_button "Add a session"
    end
    assert_no_text "On file"
  end

  def test_records_are_taken_in_by_coaches
    visit "/book/records"
    assert_text "A coach can take records in."
    assert_no_link "The whole club as JSON"
    visit "/book"
    assert_text "A knot has a turn"
    assert_no_button "Add a student"
  end
end
