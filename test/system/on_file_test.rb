require "support/system"

# What is on file of a student, and how the Floor reckons with it; the school's words on first aid.
class OnFileTest < SystemTest
  def setup
    super
    sign_in
    @oona = db[:students].first(name: "Oona Ferrier")
    @before = db[:students].where(id: @oona[:id]).select(:kg, :stance_wish, :guardian).first
  end

  def teardown
    db[:students].where(id: @oona[:id]).update(@before)
    db[:kept_apart].where(Sequel.|({one_id: @oona[:id]}, {two_id: @oona[:id]})).delete
    super
  end

  def test_a_file_is_changed_and_kept
    visit "/book/#{@oona[:id]}"
    within("section[aria-label='On file']") do
      assert_text "64 kg"
      click_button "Change"
    end
    within("[role=dialog]") do
      fill_in "Weight, kg", with: "66"
      select "the other stance", from: "Likes opposite"
      select "Lotte Piers", from: "Never put together with"
      assert_accessible
      click_button "Keep it"
    end
    within("section[aria-label='On file']") do
      assert_text "66 kg"
      assert_text "Kept apart from\nLotte Piers"
    end
    assert_equal [66, "other", 1], [*db[:students].where(id: @oona[:id]).get(%i[kg stance_wish]),
      db[:kept_apart].where(Sequel.|({one_id: @oona[:id]}, {two_id: @oona[:id]})).count]
  end

  def test_a_weight_that_cannot_be_is_said_in_place
    expect_refusals
    visit "/book/#{@oona[:id]}"
    within("section[aria-label='On file']") { click_button "Change" }
    within("[role=dialog]") do
      fill_in "Weight, kg", with: "5"
      click_button "Keep it"
      assert_text "Kg must be 10 or more."
      assert_field "Weight, kg", with: "5"
    end
  end

  def test_first_aid_is_the_school_s
    find("button[aria-label*='Nell Tidewell'], button[aria-haspopup=menu]", match: :first).click
    click_on "The school"
    click_link "Safety"
    fill_in "First aid: who helps, where the box is, a line each", with: "Ruben Quay\nBox in the porch",
      fill_options: {rapid: false}
    find_field("Adults").click
    assert_field "First aid: who helps, where the box is, a line each", with: "Ruben Quay\nBox in the porch"
    until_true { db[:clubs].get(Sequel.lit("settings->'first_aid'")).to_a == ["Ruben Quay", "Box in the porch"] }
  ensure
    db[:clubs].update(settings: Sequel.lit("jsonb_set(settings, '{first_aid}', ?::jsonb)",
      Demo::FACTS.dig("settings", "first_aid").to_json))
  end
end
