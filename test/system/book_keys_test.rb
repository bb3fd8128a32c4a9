require "support/system"

# The Book without a mouse, and its lines changed in the school.
class BookKeysTest < SystemTest
  def setup
    super
    sign_in
  end

  # Presses Tab until the focus stands on what the block asks for.
  def tab_to(what)
    60.times do
      press(:tab)
      if page.evaluate_script("document.activeElement.innerText || " \
        "document.activeElement.getAttribute('aria-label') || ''").to_s.include?(what)
        return
      end
    end
    flunk "no #{what} within sixty tabs"
  end

  def test_from_place_to_place_and_into_a_student
    press("g")
    press("k")
    assert_text "A knot has a turn"
    tab_to "Load and words"
    press(:enter)
    assert_text "Load board"
    tab_to "Everybody"
    press(:arrow_right)
    assert_selector "section[aria-label='Load board'] tbody tr", count: 7
    tab_to "Wendel Turnstile"
    press(:enter)
    assert_selector "h1", text: "Wendel Turnstile"
  end

  def test_a_figure_is_asked_where_it_is_from
    visit "/book/#{db[:students].where(name: "Oona Ferrier").get(:id)}"
    assert_text "What the load says"
    page.execute_script("document.querySelector('[aria-label=\"Strain, where from?\"]').focus()")
    press(:enter)
    assert_text "week's load × monotony"
    press(:enter)
    assert_no_text "week's load × monotony"
  end

  def test_the_grid_scrolls_by_keyboard
    visit "/book"
    grid = find("section[aria-label='Students by combinations']")
    page.execute_script("arguments[0].focus()", grid)
    press(:page_down)
    assert_selector "tbody tr", text: "Wendel Turnstile"
  end

  def test_the_lines_are_the_school_s
    visit "/book/board"
    assert_text "Not at a class for"
    settings = db[:clubs].get(:settings)
    find("button", text: "NT").click
    click_on "The school"
    within("nav[aria-label='Pages of the school']") { click_link "The Book" }
    fill_in "Days away", with: "200"
    press(:tab)
    assert_text "In the Book"
    until_true { db[:clubs].get(:settings).to_h.dig("pointed_out", "away") == 200 }
    visit "/book/board"
    assert_text "Load board"
    assert_no_text "Not at a class for"
  ensure
    db[:clubs].update(settings: Sequel.pg_jsonb(settings.to_h)) if settings
  end
end
