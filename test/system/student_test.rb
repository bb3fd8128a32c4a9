require "support/system"

# One student's page, used as a coach would: the record put right, the return after a knock, the report, erasing.
class StudentSystemTest < SystemTest
  def setup
    super
    sign_in
    @id = db[:students].where(name: "Hale Moorings").get(:id)
  end

  def open(name = "Hale Moorings") = visit("/book/#{db[:students].where(name: name).get(:id)}")

  # The row of somebody who has a weak link.
  def with_a_weak_link
    club = JauntyBell::Services::Club.new(db, db[:clubs].get(:id))
    ids = club.people.present_students.map { |student| student[:id] }
    id, = club.masteries.weak_links(club.today, students: ids).find { |_, links| links.any? }
    db[:students].first(id: id)
  end

  def test_a_session_elsewhere_and_one_put_right
    open
    within("section[aria-label='Recorded efforts']") do
      click_button "Add a session"
      fill_in "Effort 0–10", with: "4"
      fill_in "Minutes", with: "50"
      fill_in "What it was", with: "Run to the weir"
      click_button "Keep"
      assert_text "Run to the weir (elsewhere): 4"
      first("button", text: "put right").click
      fill_in "Effort 0–10", with: "6"
      fill_in "Why", with: "said six on the stairs"
      click_button "Keep"
      assert_text "Run to the weir (elsewhere): 6"
      first("button", text: "put right").click
      fill_in "Why", with: "it was Jory's"
      click_button "Take it back"
      assert_no_text "Run to the weir"
    end
    click_button "Undo"
    within("section[aria-label='Recorded efforts']") { assert_text "Run to the weir" }
    find("summary", text: "Their record").click
    assert_text "a session changed, effort from 4 to 6 “said six on the stairs”"
    assert_text "a session taken back, “it was Jory's”"
    assert_accessible
  ensure
    db[:corrections].where(student_id: @id).delete
    db[:efforts].where(student_id: @id, title: "Run to the weir").delete
  end

  def test_a_mark_put_right_with_what_was_looked_at
    open
    click_button "marks of Ticket punch at clock"
    within("[role=dialog]") do
      first("button", text: "put right").click
      fill_in "Clean", with: "0"
      select "not yet", from: "guard"
      fill_in "Why", with: "counted the wrong one"
      click_button "Keep"
      assert_text "0 clean of"
      assert_text "not yet: guard"
      assert_accessible
    end
  ensure
    row = db[:corrections].first(student_id: @id)
    before = row[:before].to_h
    db[:marks].where(id: row[:fact_id]).update(clean: before["clean"], rubric: nil)
    db[:corrections].where(student_id: @id).delete
    JauntyBell::Store::Masteries.of(db, row[:club_id]).rewrite([@id])
  end

  def test_the_return_after_a_knock_step_by_step
    open("Wendel Turnstile")
    db[:holds].where(matter: "head knock", to: nil).first
    within("section[aria-label='Held back']") do
      assert_text "step 4 of 4"
      assert_no_button "Lift it"
      click_button "Without symptoms"
      assert_no_text "step 4 of 4"
      fill_in "Cleared by (a licensed clinician)", with: "Dr Ebbing, ward doctor"
      click_button "Record the clearance"
      assert_text "Cleared by Dr Ebbing, ward doctor"
      assert_text "Still missing: the stand-down of 21 days"
      assert_no_button "Lift it"
    end
    assert_accessible
    visit "/floor/#{db[:classes].where(title: "Hands first", ended_at: nil).order(:starts_at).get(:id)}"
    assert_text "Head knock: no contact, no hard effort"
  ensure
    db[:clearances].delete
    db[:return_steps].where(step: 4).delete
  end

  def test_two_stretches_beside_each_other
    open
    find("summary", text: "Compare two stretches").click
    within("details", text: "Compare two stretches") do
      assert_selector "tbody tr", minimum: 6
      assert_text "Load a week"
      click_button "Strikes a week, where from?"
      assert_text "strikes ÷ days × 7"
    end
    assert_accessible
  end

  def test_on_paper_only_what_is_to_be_read
    open
    assert_selector "h1", text: "Hale Moorings"
    page.driver.browser.execute_cdp("Emulation.setEmulatedMedia", media: "print")
    assert_no_selector "nav[aria-label=Places]"
    assert_no_button "Add a session"
    assert_no_link "Report for the student (PDF)"
    assert_selector "section[aria-label='Load figures']", text: "Last 7 days"
  ensure
    page.driver.browser.execute_cdp("Emulation.setEmulatedMedia", media: "")
  end

  def test_what_was_struck
    open("Oona Ferrier")
    within("section[aria-label='What was struck']") do
      assert_text "Worked out, not counted."
      assert_text "left leg"
      assert_text "Impulse, from the mean"
      assert_selector "svg[role=img][aria-label^='Beats a minute']", minimum: 2
    end
  end

  def test_a_weak_link_goes_onto_the_next_card
    student = with_a_weak_link
    visit "/book/#{student[:id]}"
    card = nil
    within("section[aria-label='Weak links']") do
      assert_text "It spoils"
      card = db[:classes].where(ended_at: nil).exclude(card_id: nil).join(:cards, club_id: :club_id, id: :card_id)
        .where(Sequel[:classes][:group_id] => student[:group_id]).order(:starts_at).select_all(:cards).first
      first("button", text: "The link alone, onto the next card").click
    end
    assert_text "is on the card #{card[:name]}"
    blocks = -> { db[:cards].where(id: card[:id]).get(:blocks).then { |all| JSON.parse(JSON.generate(all)) } }
    before = JSON.parse(JSON.generate(card[:blocks]))
    assert_equal before.sum { |block| block["rounds"].size } + 1, blocks.call.sum { |block| block["rounds"].size }
    click_button "Undo"
    until_true { blocks.call.sum { |block| block["rounds"].size } == before.sum { |block| block["rounds"].size } }
  ensure
    db[:combinations].where(Sequel.like(:name, "Link %")).delete
  end

  def test_a_new_student
    visit "/book"
    assert_text "A knot has a turn"
    press "n"
    within("[role=dialog]") do
      fill_in "Name", with: "Jun Towpath"
      select "a new group", from: "Group"
      fill_in "Name of the new group", with: "Noon beginners"
      check "also trains elsewhere", exact: false
      assert_accessible
      click_button "Add them"
    end
    assert_selector "h1", text: "Jun Towpath foundation, orthodox, also trains elsewhere"
    assert_text "No marks yet"
    within("section[aria-label='On file']") { click_button "Change" }
    within("[role=dialog]") do
      select "southpaw", from: "Stance"
      click_button "Keep it"
    end
    assert_selector "h1", text: "Jun Towpath foundation, southpaw"
  ensure
    db[:students].where(name: "Jun Towpath").delete
    db[:groups].where(name: "Noon beginners").delete
  end

  def test_erased
    club = db[:clubs].get(:id)
    gone = SecureRandom.uuid
    db[:students].insert(club_id: club, id: gone, group_id: db[:groups].get(:id), name: "Gone Tomorrow",
      stance: "orthodox", level: "building")
    visit "/book/#{gone}"
    find("summary", text: "Their record").click
    click_button "Erase Gone Tomorrow …"
    within("[role=dialog]") do
      assert_text "What stays, naming nobody"
      assert_button "Erase for good", disabled: true
      fill_in "Type the name, Gone Tomorrow", with: "Gone Tomorrow"
      assert_accessible
      click_button "Erase for good"
    end
    assert_text "Gone Tomorrow is erased."
    assert_nil db[:students].first(id: gone)
  ensure
    db[:students].where(id: gone).delete
  end

  def test_records_taken_in
    visit "/book/records"
    fill_in "or its lines",
      with: "who,when,effort,minutes\nHale Moorings,2026-01-05,5,60\nNobody At All,2026-01-05,5,60",
      fill_options: {rapid: false}
    click_button "Look at it first"
    assert_text "Say which column holds: on."
    select "when", from: "on", exact: true
    assert_text "1 can be kept, 1 cannot. Nothing is kept yet."
    assert_text "Nobody here is called \"Nobody At All\""
    assert_accessible
    click_button "Keep 1, leave out 1"
    assert_text "1 line is in the Book now. 1 were left out."
    assert_equal 1, db[:efforts].where(student_id: @id, on: Date.new(2026, 1, 5)).count
  ensure
    db[:efforts].where(student_id: @id, on: Date.new(2026, 1, 5)).delete
  end
end
