require "support/system"

# The ring in one hand: everything that is needed while a round runs is in sight on a phone; who is held back is seen
# and asked about.
class RingPhoneTest < SystemTest
  def setup
    super
    sign_in
    open_class
    size(*SystemServer::PHONE)
  end

  def teardown
    size(*SystemServer::WIDE)
    super
  end

  def student(name) = db[:students].first(name: name)

  # What lies outside the window of these.
  def out_of_sight(selector)
    page.evaluate_script(<<~JS, selector)
      [...document.querySelectorAll(arguments[0])].filter((each) => { const box = each.getBoundingClientRect(); return box.bottom > innerHeight || box.top < 0 || box.right > innerWidth; }).map((each) => each.innerText)
    JS
  end

  def test_clock_what_is_on_and_all_marks_without_scrolling
    here = all("button[aria-pressed=false]").first(12).each(&:click).map { |button| button.text.lines.first.strip }
    click_button "To the ring"
    click_button "Start"
    click_button "More"
    2.times { click_button "Skip" }
    click_button "Less"
    assert_selector "section[aria-label=Marks] li", count: here.size
    ["[role=timer]", "h1", "section[aria-label=Marks] button", "[aria-label='What a tap marks'] [role=radio]"]
      .each { |selector| assert_empty out_of_sight(selector), selector }
    assert_button "Pause"
    assert_operator page.evaluate_script("document.documentElement.scrollHeight"), :<=, 844
    assert_no_button "Again"
    first("section[aria-label=Marks] li button").click
    find("[role=radio]", text: "rough").click
    first("section[aria-label=Marks] li button").click
    assert_text "1 clean of 2"
    click_button "Take back"
    assert_text "1 clean of 1"
    assert_accessible
  end

  def test_a_hold_is_seen_and_a_mark_it_forbids_is_asked
    pia = student("Pia Pontoon")
    db[:holds].insert(club_id: pia[:club_id], id: SecureRandom.uuid, student_id: pia[:id], matter: "hand or wrist",
      blocks: Sequel.pg_array(["left hand", "right hand"], :text), from: Clock.today, note: "")
    visit page.current_path
    click_button "Pia Pontoon"
    click_button "To the ring"
    click_button "Start"
    click_button "More"
    click_button "Skip" until page.has_text?("not to strike with the", wait: 0)
    click_button "Less"
    click_button "Pia Pontoon: clean"
    assert_text "Pia Pontoon must not strike with the"
    click_button "No, do not mark it"
    assert_no_text "1 clean of 1"
    2.times { click_button "Pia Pontoon: clean" }
    assert_no_text "clean of" # asked again, not marked, while the question stands
    click_button "Mark it all the same"
    assert_text "1 clean of 1"
  ensure
    db[:holds].where(student_id: pia[:id], matter: "hand or wrist").delete if pia
  end

  def test_after_a_knock_to_the_head_the_door_lets_nobody_back_in
    click_button "Kit Bollard"
    click_button "To the ring"
    click_button "More"
    click_button "Knock"
    within("[role=dialog]") do
      select "Kit Bollard", from: "Who"
      click_button "Hold back and write down"
    end
    click_button "Door"
    assert_button "Kit Bollard", text: /Out for the day|out today/
    click_button "Kit Bollard"
    assert_selector "[role=alert]", text: "Kit Bollard is held back from everything today."
    assert_text "0 here"
  ensure
    until_true { db[:knocks].where(class_id: @class_id).any? }
    db[:holds].where(student_id: student("Kit Bollard")[:id]).delete
  end
end
