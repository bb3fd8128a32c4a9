require "support/system"

# The Book and the Weeks, read as a coach would.
class BookSystemTest < SystemTest
  def setup
    super
    sign_in
  end

  def club = db[:clubs].get(:id)

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
    assert_selector "section[aria-label=Load] tbody tr", count: 8
    find("summary", text: "Day by day").click
    assert_selector "section[aria-label=Load] tbody tr", minimum: 16
    click_button "What is owned, where from?"
    assert_text "the 10 % quantile of Beta(a, b)"
  end

  def test_who_also_trains_elsewhere_gets_no_figure_across_unknown_days
    visit "/book/#{db[:students].first(name: "Lotte Piers")[:id]}"
    assert_text "of the last 28 days known"
    within("section[aria-label='Load figures']") { assert_text "they also train elsewhere" }
  end

  def test_find_and_put_in_order
    visit "/book"
    select "most load this week first", from: "In order"
    loads = -> { all("tbody tr td:nth-of-type(1) span", minimum: 5).map { |cell| cell.text.to_i } }
    assert_no_selector "tbody tr:first-of-type", text: "Ansa Fogbell"
    assert_equal loads.call.sort.reverse, loads.call
    fill_in "Find a student or a combination", with: "ferry"
    assert_selector "thead th", text: "False ferry"
    assert_no_selector "thead th", text: "Gangway"
    fill_in "Find a student or a combination", with: "oona"
    assert_selector "tbody tr", count: 1
    assert_selector "[role=img][aria-label*='Gangway']"
  end

  def test_who_needs_a_word_and_why
    visit "/book/board"
    within("section[aria-label='Who needs a word']") do
      assert_text "Not at a class for"
      first("summary", text: "Not at a class for").click
      assert_text "the product's own default; the club can change it"
    end
    assert_selector "section[aria-label='Load board'] tbody tr", count: 20
    assert_accessible
    find("[role=radio]", text: "Saturday juniors").click
    assert_selector "section[aria-label='Load board'] tbody tr", count: 5
  end

  def test_what_is_next_goes_onto_the_card
    visit "/book/next"
    find("[role=radio]", text: "Early boxing").click
    assert_text "The next class is"
    card = db[:cards].first(id: find_link("Its card")[:href].split("/").last)
    within("section[aria-label='Ready to go up']") { first("button", text: "Onto the next card").click }
    assert_text "is on the card #{card[:name]}"
    assert_operator JSON.generate(db[:cards].where(id: card[:id]).get(:blocks)).scan("title").size, :>,
      JSON.generate(card[:blocks]).scan("title").size
  end

  def test_a_squad_of_hundreds_scrolls_and_draws_only_what_is_seen
    group = SecureRandom.uuid
    db[:groups].insert(club_id: club, id: group, name: "Large")
    db[:students].multi_insert(Array.new(200) { |i|
      {club_id: club, id: SecureRandom.uuid, group_id: group, name: format("Large %03d", i), stance: "orthodox",
       level: "building"}
    })
    visit "/book?group=#{group}"
    assert_text "Large 000"
    assert_operator all("tbody tr").size, :<, 60
    grid = find("section[aria-label='Students by combinations']")
    # A window of rows is fetched as its end comes near
    ["Large 059", "Large 119", "Large 179", "Large 199"].each do |last|
      # To the end again as it grows
      until_true do
        page.execute_script("arguments[0].scrollTo(0, arguments[0].scrollHeight)", grid)
        page.has_text?(last, wait: 0)
      end
    end
    assert_no_text "Large 000"
    assert_operator all("tbody tr").size, :<, 60
  ensure
    db[:students].where(Sequel.like(:name, "Large%")).delete
    db[:groups].where(name: "Large").delete
  end

  def test_the_weeks_lead_to_the_classes
    visit "/weeks/classes"
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
