require "support/services"

# A class as the Floor opens it.
class OpenClassTest < ServiceTest
  def open_class(row = opened, role: "coach") = Services::Floor::OpenClass.new(as(role), row)

  def test_each_does_their_own_version
    marked(@ann, @three, OWNED)
    rounds = open_class.rounds
    assert_equal [{}, {}, {@ann => "clock", @bo => "air"}], rounds.map { |each| each[:own] }
  end

  def test_a_rung_owned_higher_up_counts_for_those_beneath
    marked(@ann, @three, OWNED, rung: "move")
    assert_equal "clock", open_class.rounds.last[:own][@ann]
  end

  def test_who_is_held_back_is_told_what_to_do_instead
    as.care.add(id: uuid, student_id: @ann, matter: "hand or wrist", blocks: ["right hand"], from: Clock.today, to: nil,
      note: "")
    rope, two, three = open_class.rounds.map { |each| each[:held] }
    assert_empty rope
    assert_equal ["strike with the right hand"], two[@ann][:cannot]
    assert_match(/the part/, three[@ann][:instead])
    refute two.key?(@bo)
  end

  def test_calls_are_the_same_on_every_device
    drill = new_drill(name: "Called", pool: [@two, @three], manner: "called", implement: "focus-mitts")
    card = new_card(name: "Calls", rounds: [round(title: "Calls", drill_id: drill[:id], rung: "call", work_s: 120)])
    row = new_class(card: card[:id], group: @group)
    one, other = Array.new(2) { open_class(row).sheet.segments.flat_map(&:cues).map(&:to_h) }
    assert_equal one, other
    another = open_class(new_class(card: card[:id], group: @group)).sheet.segments.flat_map(&:cues).map(&:to_h)
    refute_equal one, another
  end

  def test_from_the_first_bell_the_card_stays_as_it_was
    row = opened
    Store::History.new(db, club, row[:id]).go_on({"device" => uuid, "name" => "C", "moment" => "ring", "told" => 0,
                                                  "card_version" => 1})
    as.cards.change(@card[:id], version: 1, name: "Evening card", level: nil, group_id: @group, minutes: 60,
      blocks: JSON.parse(JSON.generate(blocks(round(title: "Other")))),
      derived: {rounds: 1, seconds: 0, left_hand: 0, right_hand: 0})
    found = open_class(as.classes.find(row[:id]))
    assert_equal [1, %w[Rope Two Three]], [found.card_version, found.rounds.map { |each| each[:title] }]
    assert_equal %w[Other], open_class.rounds.map { |each| each[:title] }
  end

  def test_a_guardian_is_for_coaches
    db[:students].where(id: @ann).update(guardian: "Mo", emergency_name: "Mo", emergency_phone: "1")
    guardians = %w[coach assistant].map { |role| open_class(role: role).doors.first.emergency[:guardian] }
    assert_equal ["Mo", ""], guardians
  end

  def test_a_class_without_a_card_and_a_club_without_students
    row = new_class(group: @group)
    assert_equal [[], nil], [open_class(row).rounds, open_class(row).card_version]
    other = new_club("Empty")
    bare = Services::Floor::OpenClass.new(Services::Club.new(db, other), new_class(other))
    assert_equal [[], [], {}], [bare.expected, bare.doors, bare.combinations]
  end
end
