require "support/services"

# A programme met with its group as it stands today.
class ProgrammeBookTest < ServiceTest
  def setup
    super
    @start = Core::Weeks.monday(Clock.today)
    @row = as.programmes.add(id: uuid, group_id: @group, name: "Spring", template_id: @card[:id], settings: settings)
  end

  def settings(**changes)
    facts = {start: @start.iso8601, weeks: 3, times: (1..7).map { |day| {weekday: day, at: "18:30", minutes: 60} },
             holidays: [], goals: [{combination_id: @three, rung: "count", importance: 3}], pins: [], not_before: [],
             never: [], limits: {}, **changes}
    JSON.parse(JSON.generate(facts))
  end

  def book(row = @row) = Services::Weeks::ProgrammeBook.new(as, row)

  def planned
    view = book
    plan = view.planning(seed: 1).call { nil }
    as.programmes.keep(@row[:id], id: uuid, revision: 1, planned_on: view.from, plan: plan)
  end

  # A class of the group that is over.
  def took_place(day)
    row = new_class(card: @card[:id], group: @group)
    db[:classes].where(id: row[:id]).update(starts_at: day.to_time + 18 * 3_600, ended_at: day.to_time + 19 * 3_600)
    row
  end

  def test_places_time_and_effort_are_the_template_s
    programme = book.programme
    assert_equal [2, 180], [programme.slots, programme.seconds]
    assert_in_delta book.template.mean_effort, programme.effort, 0.01
  end

  def test_a_day_whose_class_has_taken_place_is_no_longer_planned
    assert_equal Clock.today, book.from
    took_place(Clock.today)
    assert_equal Clock.today + 1, book.from
  end

  def test_nobody_is_planned_for_who_has_not_come_for_long
    assert_equal [%w[Ann Bo], []], [book.learners.map(&:name), book.left_out], "nobody had the chance to be seen"
    rows = (1..4).map { |week| took_place(Clock.today - 7 * week) }
    tell(rows.first[:id], {attendances: [{id: uuid, student_id: @ann, at: rows.first[:starts_at]}]})
    assert_equal [%w[Ann], %w[Bo]], [book.learners.map(&:name), book.left_out]
  end

  def test_a_plan_goes_on_from_the_one_in_force
    planned
    view = book
    refute_nil view.in_force
    assert_equal view.in_force[:plan]["classes"].sum { |each| each["places"].sum { |place| place["times"] } },
      view.places_in_force.values.sum { |by_class| by_class.values.sum }
    assert_equal [], view.moves(view.in_force), "nothing moves against itself"
  end

  def test_what_is_out_of_reason_is_refused_before_anything_is_planned
    {
      {weeks: 40} => "weeks", {goals: []} => "goals", {times: []} => "times",
      {goals: [{combination_id: @three, rung: "moon", importance: 3}]} => "goals/0/rung",
      {pins: [{combination_id: @three, on: "someday", rung: nil}]} => "pins"
    }.each do |changes, path|
      error = assert_raises(Core::InvalidInput) { book(@row.merge(settings: settings(**changes))).programme }
      assert_equal path, error.path
    end
  end

  def test_a_class_of_the_plan_becomes_a_card_in_the_calendar_once
    planned
    day = book.in_force[:plan]["classes"].first["on"]
    drafts = Services::Weeks::ClassDrafts.new(as, book)
    first, again = Array.new(2) { drafts.put(Date.iso8601(day)) }
    assert_equal first[:class_id], again[:class_id], "the class that is there gets the card"
    card = as.cards.find(again[:card_id])
    assert_match(/\ASpring, /, card[:name])
    titles = card[:blocks].flat_map { |block| block["rounds"].map { |each| each["title"] } }
    planned = book.in_force[:plan]["classes"].first["places"]
    named = planned.flat_map { |each|
      name = book.shelf.fetch(each["combination_id"]).name
      (each["times"] > 1) ? ["#{name}, #{each["part"] || "a part"} first", name] : [name]
    }
    assert_equal ["Rope", *named], titles
    error = assert_raises(Core::InvalidInput) { drafts.put(@start - 7) }
    assert_equal "on", error.path
  end
end
