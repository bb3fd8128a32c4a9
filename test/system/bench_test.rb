require "support/system"

class BenchSystemTest < SystemTest
  def setup
    super
    sign_in
    visit "/bench"
  end

  def write(text) = fill_in("Combination", with: text, fill_options: {rapid: false})

  def line = find_field("Combination").value

  def test_a_wrong_token_is_pointed_at_and_mended_with_a_tap
    write "1-2-hok"
    assert_selector "mark", text: "hok"
    assert_text "is no technique here"
    assert_button "Keep on the shelf", disabled: true
    click_button "hook", exact: true
    assert_equal "1-2-hook", line
    assert_text "jab, cross, lead hook"
  end

  def test_what_cannot_be_read_is_a_gap_and_nothing_of_an_earlier_text_is_left
    write "1-2-3b-2"
    assert_text "jab, cross, lead hook to the body, cross"
    write "2-hok-lead kick"
    assert_selector "[role=img][aria-label='Wrap: cross, gap, lead round kick to the body']"
    within("[aria-label='One set']") { assert_text "without the gap" }
    assert_text "Of what could be read so far"
    assert_no_text "jab"
    write "hok"
    assert_text "Nothing of this can be read yet"
    assert_selector "[role=img][aria-label='An empty wrap']"
    assert_no_selector "[aria-label='One set']"
    assert_accessible
  end

  # A sum over what is painted: another picture, another sum; 0 where nothing is.
  def painted = page.evaluate_script(<<~JS)
    (() => {
      const canvas = document.querySelector("[data-testid=figure]");
      if (!canvas || canvas.width === 0) return 0;
      const dots = canvas.getContext("2d").getImageData(0, 0, canvas.width, canvas.height).data;
      let sum = 0;
      for (let i = 0; i < dots.length; i += 4) {
        if (dots[i + 3] > 0) sum = (sum * 31 + dots[i] * 7 + dots[i + 1] + dots[i + 3]) % 1000003;
      }
      return sum;
    })()
  JS

  def another(before)
    until_true { ![0, before].include?(painted) }
    painted
  end

  def test_the_body_does_it_from_every_side
    write "1-2-rear kick"
    seen = [another(0)]
    %w[front behind above side].each do |name|
      click_button name
      assert_selector "[aria-pressed=true]", text: name
      seen << another(seen.last)
    end
    assert_equal [seen.first, 4], [seen.last, seen.uniq.size]
    find("button[aria-label='one action on']").click
    another(seen.last)
    assert_accessible
    size(*SystemServer::PHONE)
    assert_selector "[data-testid=figure]"
    assert_no_sideways_scroll
  end

  # It is handed to the device as a file; what would open there is looked at instead.
  def test_the_body_as_a_picture_that_moves
    write "1-2"
    another(0)
    page.execute_script("HTMLAnchorElement.prototype.click = function () { window.handed = [this.download]; }; " \
      "URL.createObjectURL = (blob) => { window.blob = blob; return 'blob:kept'; }")
    click_button "take the body away as a file"
    assert_accessible
    assert_link "every pose in a row (SVG)"
    click_button "a picture that moves (GIF)"
    until_true { page.evaluate_script("window.handed") }
    assert_equal ["1-2.gif"], page.evaluate_script("window.handed")
    head = page.driver.browser.execute_async_script(
      "const done = arguments[0]; window.blob.slice(0, 6).text().then(done)"
    )
    assert_equal "GIF89a", head
    assert_operator page.evaluate_script("window.blob.size"), :<, 2_000_000
  end

  def test_the_offers_do_not_lie_over_what_is_wrong
    write "1-upper"
    write "1-uppe"
    assert_selector "[role=option]", text: "uppercut", match: :first
    said, offered = ["#reading", "[role=listbox]"].map { |part| find(part).native.rect }
    assert_operator offered.y, :>=, said.y + said.height - 1
  end

  def test_every_word_that_can_be_written_opens_with_a_key
    assert_text "Every word (h)"
    page.execute_script("document.activeElement.blur()")
    press "h"
    within("[role=dialog]") do
      assert_text "Where it lands"
      fill_in "Look for a word", with: "bob"
      assert_text "bob and weave"
      assert_no_text "spinning elbow"
      assert_accessible
    end
    press :escape
    assert_no_selector "[role=dialog]"
  end

  def test_the_stance_that_the_feet_have_come_to
    write "1-2-switch-1-2"
    assert_text "switch to southpaw, right jab, left cross"
    assert_selector "svg text", text: "now southpaw", visible: :all
  end

  def test_we_teach_it_so_for_all_and_for_one_and_taken_back
    write "1-lead kick"
    assert_text "Nothing loads the lead leg"
    click_button "we teach it so", match: :first
    click_on "in every combination here"
    assert_text "Taught so here"
    assert_text "Nell Tidewell"
    assert_accessible
    click_button "Judge it again"
    assert_no_text "Taught so here"
    visit "/bench/#{db[:combinations].first(name: "Cross the bar")[:id]}"
    click_button "we teach it so", match: :first
    click_on "in this combination"
    assert_text "for this one"
    assert_equal 1, db[:combinations].first(name: "Cross the bar")[:meaning]["taught_so"].size
  end

  def test_a_series_is_made_moved_drilled_and_removed
    visit "/bench/#{db[:combinations].first(name: "Undertow")[:id]}"
    assert_text "In The month's five."
    select "a new series", from: "Put it into a series"
    fill_in "Name of the series", with: "Friday's"
    click_button "Make it"
    assert_text "In Friday's and The month's five."
    select "The month's five", from: "Which combinations"
    names = -> { all("ol[aria-label=\"The month's five\"] li a span.truncate").map(&:text) }
    assert_selector "ol[aria-label=\"The month's five\"] li", count: 5
    assert_equal "3. Undertow", names.call[2]
    click_button "Undertow earlier"
    assert_selector "ol[aria-label=\"The month's five\"] li:nth-child(2)", text: "2. Undertow"
    assert_accessible
    click_on "drill it"
    assert_field "Name", with: "The month's five"
    assert_selector "[aria-label='The pool'] li", count: 5
    visit "/bench"
    click_button "remove"
    assert_text "The month's five is gone"
    click_button "Undo"
    assert_selector "select[aria-label='Which combinations'] option", text: "The month's five"
  end

  def test_the_corner_mends_and_undo_takes_it_back
    write "1-3"
    assert_text "Turn the hip back as the jab comes home"
    click_button "throw the other hand"
    assert_equal "1-4", line
    find("body").click
    press_with :control, "z"
    assert_equal "1-3", line
    press_with :control, "Z"
    assert_equal "1-4", line
  end

  def test_techniques_can_be_tapped
    write ""
    within("[role=toolbar]") do
      click_button "jab"
      click_button "cross"
      click_button "lead kick"
    end
    assert_equal "1-2-lead kick", line
  end

  def test_what_is_typed_survives_a_reload
    write "1-2-5-2"
    fill_in "Name", with: "Half done"
    assert_text "lead uppercut"
    visit "/bench"
    assert_field "Combination", with: "1-2-5-2"
    assert_field "Name", with: "Half done"
  end

  def test_pins
    write "1-2-3-4"
    assert_field "sets", with: "78"
    fill_in "sets", with: "100\n"
    assert_field "beats a min", with: "199"
    # 4 beats at 199.005: 60·4/199.005 = 1.206
    within("section[aria-label='One set']") { assert_text(/1\.21 s\s+at 199 beats a min/) }
    fill_in "pause, s", with: "9\n"
    assert_selector "[role=alert]", text: "no tempo fits"
    fill_in "round", with: "banana\n"
    assert_text "from 0:01 to 1:00:00"
  end

  def test_edit_duplicate_archive_and_bring_back
    write "1-1-2"
    fill_in "Name", with: "Round trip"
    press_with :control, :enter
    assert_text "Round trip is on the shelf."
    write "1-1-2-3"
    click_button "Save the change"
    assert_text "Round trip is changed."
    click_button "Duplicate"
    assert_text "Round trip 2 is a copy of its own."
    click_button "Archive"
    assert_text "Round trip 2 is archived."
    click_button "Undo", match: :first
    within("section[aria-label=Shelf]") { assert_text "Round trip 2" }
    click_button "Archive"
    assert_text "Round trip 2 is archived."
    click_button "Show the archive"
    click_button "Bring back"
    assert_text "Nothing archived"
  end

  def test_a_taken_name_is_said_at_the_field_and_nothing_is_lost
    expect_refusals
    write "1-2-1-2"
    fill_in "Name", with: "Two bells"
    click_button "Keep on the shelf"
    assert_text "is on the shelf already"
    assert_equal "1-2-1-2", line
    assert_selector "input[aria-invalid=true][value='Two bells']"
  end

  def test_somebody_changed_it_meanwhile
    expect_refusals
    row = db[:combinations].first(name: "False ferry")
    visit "/bench/#{row[:id]}"
    assert_field "Combination", with: "feint 1-2-3b"
    db[:combinations].where(id: row[:id]).update(version: row[:version] + 1)
    write "feint 1-2-3"
    click_button "Save the change"
    assert_text "Somebody changed this since you opened it."
    click_button "Go on from theirs, keeping my line"
    assert_field "Combination", with: "feint 1-2-3"
    click_button "Save the change"
    assert_text "False ferry is changed."
  end

  def test_stance_changes_left_and_right
    write "1-2"
    assert_text "left jab, right cross"
    click_button "Stance: orthodox. Change it."
    assert_text "right jab, left cross"
  end

  def test_keys_and_finding_anything
    assert_field "Combination" # the keys are there with the place
    find("body").click
    press "?"
    within("[role=dialog]") { assert_text "keep it on the shelf" }
    press :escape
    assert_no_selector "[role=dialog]"
    press "/"
    find_field("Find a combination, card or student").send_keys("Gangway")
    assert_selector "[role=option]", text: "Gangway"
    press :enter
    assert_field "Combination", with: "1-2-3-rear kick"
    find("body").click
    press "g", "k"
    assert_text "Load by week"
  end

  def test_names_are_completed_while_typing
    write "1-2-switch r"
    assert_selector "[role=option]", text: "switch round kick"
    press :tab
    assert_equal "1-2-switch round kick", line
    assert_no_selector "[role=option]", visible: true
    write "1-lead u"
    press :arrow_down
    press :enter
    assert_equal "1-lead upper", line
  end

  def test_the_floor_picture_is_stepped_and_played
    write "1-2-3"
    within("figure") { assert_text "in guard" }
    find("body").click
    press :arrow_right
    press :arrow_right
    within("figure") { assert_text "cross · weight 68 % on the lead foot" }
    press :arrow_left
    within("figure") { assert_text "jab · weight 55 %" }
    press :space
    within("figure") { assert_text "lead hook" }
  end

  def test_a_part_is_shown_beside_the_original_and_kept_as_its_own
    visit "/bench/#{db[:combinations].first(name: "Undertow")[:id]}"
    click_button "Parts"
    within("section[aria-label='Teaching it']") { find("button", text: /\A1-2-slip rear\s+\d/).click }
    within("section[aria-label='Beside it']") do
      fill_in "Name of the part", with: "Undertow, its start"
      click_button "Keep"
    end
    assert_text "remembers what it is a part of"
    assert_field "Combination", with: "1-2-slip rear-2-3"
    part = db[:combinations].first(name: "Undertow, its start")
    assert_equal db[:combinations].first(name: "Undertow")[:id], part[:origin_id]
    click_button "Mirror: the other stance"
    within("section[aria-label='Beside it']") do
      assert_text "right jab, left cross"
      find("summary", text: "How the body does it").click
      assert_selector "[data-testid=figure]"
      click_button "the holder’s side"
      assert_selector "button[aria-pressed=true]", text: "the holder’s side"
    end
    assert_accessible
  end

  def test_search_by_what_it_contains
    fill_in "Search the shelf", with: "ends with a rear kick"
    within("section[aria-label=Combinations]") do
      assert_no_text "Two bells"
      assert_text "Gangway"
    end
    fill_in "Search the shelf", with: "nothing of the sort"
    assert_text "Try \"has a slip\""
  end

  def test_what_it_is_judged_for
    write "1-2-rear kick"
    select "focus mitts", from: "on"
    assert_text "A round kick does not belong on focus mitts"
    select "long pads", from: "on"
    assert_no_text "does not belong"
    select "foundation", from: "level"
    write "1-2-1-2"
    assert_text "4 strikes is long for foundation"
  end

  def test_a_list_is_looked_over_before_it_is_kept
    click_button "Bring in a list"
    fill_in "One combination a line", with: "Morning bell: 1-2 #basics\nBroken: 1-hok"
    click_button "Look it over"
    assert_text "no technique here"
    click_button "Keep the 1 good line"
    assert_text "1 combination is on the shelf."
    assert_equal ["basics"], db[:combinations].first(name: "Morning bell")[:tags].to_a
  end

  def test_the_school_changes_how_everything_reads
    write "1-2-3b"
    assert_text "lead hook to the body"
    reads("Eight, with the body hooks", "eight")
    visit "/bench/#{db[:combinations].first(name: "Ticket punch")[:id]}"
    assert_field "Combination", with: "1-2-7-2"
    reads("the club's numbers", nil)
    assert_field "Combination", with: "1-2-3b-2"
    school("Techniques") do
      fill_in "New technique", with: "Tide fist"
      assert_text "Still to say: what it is."
      select "punch", from: "What it is"
      select "either", from: "Which hand throws it"
      select "rear", from: "When neither is said"
      select "straight", from: "How it travels"
      select "long to mid", from: "From how far"
      assert_button "Add it", disabled: true
      check "head"
      check "body"
      select "head", from: "When nothing is said"
      within("[aria-label='Tried on an example']") do
        assert_text "jab, rear tide fist, cross"
        fill_in "Try it before you keep it", with: "lead tide fist to the body"
        assert_text "lead tide fist to the body"
      end
      click_button "Add it"
      assert_button "Remove tide fist"
      assert_accessible
    end
    write "1-rear tide fist"
    assert_text "jab, rear tide fist"
    school("Techniques") do
      click_button "Remove tide fist"
      assert_no_button "Remove tide fist"
    end
  end

  def reads(scheme, kept)
    school("Numbers") do
      select scheme, from: "I read in"
      until_true { db[:accounts].where(name: "Nell Tidewell").get(:numbering) == kept }
    end
  end

  def school(part)
    here = page.current_url
    find("button[aria-label*='account of']").click
    find("[role=menuitem]", text: "The school").click
    within("nav[aria-label='Pages of the school']") { click_link part }
    yield
    visit here
  end

  def test_a_drill_is_made_and_judged
    visit "/bench/drills/new"
    fill_in "Name", with: "Kicks on the wrong thing"
    find_field("Add a combination to the pool").send_keys("Gangway")
    assert_selector "[role=option]", text: "Gangway"
    find_field("Add a combination to the pool").send_keys(:enter)
    select "Ladder", from: "Manner"
    assert_text "one strike, then two, then three"
    click_button "Keep on the shelf"
    assert_text "Kicks on the wrong thing is on the shelf."
    assert_text "does not belong on focus mitts"
    assert_text "1; 1-2; 1-2-3"
    select "long pads", from: "On"
    click_button "Save the drill"
    assert_text "is changed"
    assert_no_text "does not belong on focus mitts"
    visit "/bench/#{db[:combinations].first(name: "Gangway")[:id]}"
    assert_text "Kicks on the wrong thing"
  end
end
