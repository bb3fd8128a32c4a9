require "support/system"

# Every screen: nothing axe-core objects to, no console error, and no sideways scroll on a phone.
class ScreensTest < SystemTest
  def test_the_sign_in
    visit "/"
    assert_button "Ring in"
    assert_accessible
  end

  PLACES = {"/bench" => "The corner says", "/card" => "Class cards", "/card/calendar" => "Calendar from",
            "/floor" => "Run a card now", "/book" => "A knot has a turn", "/book/board" => "Load board",
            "/book/next" => "Ready to go up", "/book/records" => "Take out", "/weeks" => "Hands to kicks",
            "/weeks/classes" => "this week", "/bench/drills" => "Called at the quay"}.freeze

  def test_every_place
    sign_in
    addresses.each do |path, text|
      visit path
      assert_text text
      assert_accessible
    end
  end

  def test_every_place_on_a_phone
    sign_in
    size(*SystemServer::PHONE)
    addresses.each do |path, text|
      visit path
      assert_text text
      assert_no_sideways_scroll
      assert_accessible
    end
  end

  def test_the_floor_from_door_to_stool
    sign_in
    visit "/floor/#{evening[:id]}"
    assert_text "Who is here?"
    assert_accessible
    click_button "Oona Ferrier"
    click_button "To the ring"
    assert_button "Start"
    assert_accessible
    size(*SystemServer::PHONE)
    assert_no_sideways_scroll
    size(*SystemServer::WIDE)
    click_button "End class"
    click_button "Tap again to end"
    assert_text "The stool"
    assert_accessible
  end

  private

  def addresses
    row = ->(table) { db[table].order(:name).first }
    PLACES.merge("/bench/drills/#{row[:drills][:id]}" => "The student hears",
      "/bench/#{row[:combinations][:id]}" => row[:combinations][:name], "/card/#{row[:cards][:id]}" => "The scales",
      "/book/#{row[:students][:id]}" => "What is owned", "/floor/#{evening[:id]}" => "Who is here?")
  end

  def evening = db[:classes].where(title: "Friday pads", ended_at: nil).order(:starts_at).last
end
