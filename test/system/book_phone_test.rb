require "support/system"

# The Book on a phone: at the door, on the bus.
class BookPhoneTest < SystemTest
  def setup
    super
    sign_in
    size(*SystemServer::PHONE)
  end

  def teardown
    size(*SystemServer::WIDE)
    super
  end

  def test_from_the_squad_to_a_student
    visit "/book"
    assert_selector "thead th", text: "Student"
    assert_no_selector "thead th", text: "Load by week"
    assert_no_sideways_scroll
    fill_in "Find a student or a combination", with: "oona"
    click_link "Oona Ferrier"
    assert_selector "h1", text: "Oona Ferrier"
    assert_no_sideways_scroll
    assert_accessible
  end

  def test_every_part_of_a_student_s_page_opened
    visit "/book/#{db[:students].where(name: "Wendel Turnstile").get(:id)}"
    assert_text "What is owned"
    page.execute_script("document.querySelectorAll('details').forEach((each) => (each.open = true))")
    assert_text "Load a week" # of the comparison, which is fetched when it is opened
    assert_text "Who read and changed what is about health"
    assert_no_sideways_scroll
    assert_accessible
  end

  def test_the_forms_of_the_record
    visit "/book/#{db[:students].where(name: "Hale Moorings").get(:id)}"
    click_button "Add a session"
    assert_field "What it was"
    assert_no_sideways_scroll
    click_button "marks of Ticket punch at clock"
    within("[role=dialog]") { first("button", text: "put right").click }
    assert_field "Why"
    assert_no_sideways_scroll
    assert_accessible
  end
end
