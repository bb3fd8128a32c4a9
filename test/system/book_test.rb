require "support/system"

# The Book and the Weeks, read as a coach would.
class BookSystemTest < SystemTest
  def setup
    super
    sign_in
  end

  def test_the_squad_by_group
    visit "/book"
    assert_selector "tbody tr", count: 20
    find("[role=radio]", text: "Saturday juniors").click
    assert_selector "tbody tr", count: 5
    assert_no_link "Oona Ferrier"
    assert_no_selector "thead th", text: "Gangway"
  end

  def test_every_figure_says_where_it_comes_from
    visit "/book/#{db[:students].first(name: "Oona Ferrier")[:id]}"
    within("section[aria-label='Load figures']") do
      click_button "Monotony, where from?"
      assert_text "mean of 7 daily loads ÷ their sample standard deviation"
      assert_text "Foster 1998"
    end
    assert_text "their use for predicting injury is disputed"
    find("summary", text: "By week, as a table").click
    assert_selector "section[aria-label=Load] tbody tr", count: 8
  end

  def test_who_also_trains_elsewhere_gets_no_figure_across_unknown_days
    visit "/book/#{db[:students].first(name: "Lotte Piers")[:id]}"
    assert_text "of the last 28 days known."
    within("section[aria-label='Load figures']") { assert_text "they also train elsewhere" }
  end

  def test_the_weeks_lead_to_the_classes
    visit "/weeks"
    assert_text "this week"
    within("section[aria-label=Weeks]") { first("a", text: "expected").click }
    assert_text "Who is here?"
  end

  def test_an_address_that_is_not_there_leads_back_to_the_bench
    visit "/nowhere"
    assert_text "The corner says"
    expect_refusals
    visit "/book/#{SecureRandom.uuid}"
    assert_selector "[role=alert]", text: "This student is not in your club."
  end
end
