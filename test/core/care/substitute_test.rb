require "support/cards"

class SubstituteTest < Minitest::Test
  include CardTest

  def said(text, *blocks, kind: "bag", stance: :orthodox, shelf: {}, **facts)
    task = Card::Task.new(round(text, **facts), kind)
    Care::Substitute.for(blocks: blocks, task: task, reading: Notation::Reading.new(stance: stance), shelf: shelf)
  end

  # [combination, what is blocked, stance] → what is done instead
  PARTS = {
    ["1-2-3-rear kick", "right hand", :orthodox] => "the part 3-rear kick of it",
    ["1-2-3-2", "right leg", :orthodox] => nil, ["1-1-2", "left hand", :southpaw] => "the part 1-1 of it",
    ["2-4-2", "right hand", :orthodox] => "its steps and defence, without striking",
    ["1-2-1", "right hand", :orthodox] => "the part 1 of it"
  }.freeze

  def test_the_longest_part_that_spares_the_limb
    PARTS.each do |(text, blocked, stance), instead|
      if instead.nil?
        assert_nil(said(text, blocked, stance: stance), text)
      else
        assert_equal(instead, said(text, blocked, stance: stance).instead, text)
      end
    end
  end

  def test_the_likest_on_the_shelf_where_no_part_will_do
    shelf = %w[1-1 2-3 1-3].to_h { |text| [text, named(text)] }
    assert_equal "1-1 (1-1)",
      said("2-1-1-2-1", "right hand", shelf: shelf).instead.sub("the part 1-1 of it", "1-1 (1-1)")
    assert_match(/\A1-3|the part/, said("1-2-3", "right hand", shelf: shelf).instead)
  end

  def test_both_sides_use_both_hands
    assert_nil said("1-1", "right hand")
    assert_equal ["strike with the right hand"], said("1-1", "right hand", both_sides: true).cannot
  end

  def test_everything_contact_holding_and_hard_effort
    assert_equal "watches, counts and keeps time", said("1-2", "all").instead
    assert_equal [["have contact with a partner"], "the same alone, in the air"],
      said("1-2", "contact", kind: "partner", swap: "even").to_h.values
    assert_equal [["hold"], "strikes only: the third of a trio, or on a bag"],
      said("1-2", "holding", kind: "mitts", swap: "even").to_h.values
    assert_equal [["work hard"], "at an easy effort, 5 or less"], said("1-2", "hard effort", effort: 8).to_h.values
    assert_nil said("1-2", "hard effort", effort: 4)
    assert_nil said("1-2", "holding")
  end

  def test_holds_by_day_and_out_of_reason
    hold = Care::Hold.new(matter: "illness", blocks: ["all"], from: Date.new(2026, 3, 1), to: Date.new(2026, 3, 5))
    assert_equal [false, true, true, false],
      [28, 29, 33, 34].map { |day| hold.on?(Date.new(2026, 1, 31) + day) }
        .then { |days| [hold.on?(Date.new(2026, 2, 28)), *days[1..2], hold.on?(Date.new(2026, 3, 6))] }
    assert_equal true, hold.but(to: nil).on?(Date.new(2030, 1, 1))
    {{matter: "boredom"} => "matter", {blocks: []} => "blocks", {blocks: ["left ear"]} => "blocks",
     {to: Date.new(2026, 2, 1)} => "until"}
      .each { |change, path| assert_equal path, assert_raises(Core::InvalidInput) { hold.but(**change).checked }.path }
  end
end
