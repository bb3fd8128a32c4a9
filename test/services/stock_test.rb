require "support/services"

# The starter shelf on a club's own: drills that can be judged, cards that fit their hour.
class StockTest < ServiceTest
  # Findings of cards that stand: a read drill is met with its answers drilled before it; a leg kick has its caution
  KEPT = %w[rung-skipped leg-target same-limb kick-lean].freeze
  FULL = 0.8 # of the hour at least

  def stocked(discipline)
    club_id = new_club("Club of #{discipline}")
    Services::Club.new(db, club_id).tap { |club| Services::Bench::Starter.new(club).put([discipline]) }
  end

  def test_every_drill_and_card_stands
    Core::Lexicon::Starter.disciplines.each_key do |discipline|
      club = stocked(discipline)
      meanings = club.combinations.all.to_h { |row| [row[:id], club.combinations.meaning(row)] }
      club.drills.all.each do |row|
        found = Core::Bench::Drill.from_data(row, meanings).analyses.flat_map(&:findings)
        assert_empty found.map { |each| each.severity.to_s }.uniq - %w[cue caution], row[:name]
      end
      club.cards.of_kind("templates").each { |row| fits(club, club.cards.find(row[:id])) }
    end
  end

  def fits(club, card)
    plan = club.plans.plan(card[:blocks], card[:minutes], group: nil, roster: nil)
    assert_operator plan.total, :<=, card[:minutes] * 60, card[:name]
    assert_operator plan.total, :>=, card[:minutes] * 60 * FULL, card[:name]
    assert_empty plan.findings.map(&:rule).uniq - KEPT, card[:name]
  end

  def test_it_comes_once_and_all_or_nothing
    club = stocked("boxing")
    assert_equal({combinations: 0, drills: 0, cards: 0}, Services::Bench::Starter.new(club).put(["boxing"]))
    assert_raises(Core::InvalidInput) { Services::Bench::Starter.new(club).put(%w[juniors fencing]) }
    assert_equal 40, club.combinations.all.size
  end

  def test_a_template_becomes_a_card_that_runs
    club = stocked("juniors")
    template = club.cards.find(club.cards.of_kind("templates").first[:id])
    row = Store::Classes.new(db, club.id).open(id: uuid, card_id: template[:id], group_id: nil, coach_id: nil,
      title: template[:name], minutes: template[:minutes], starts_at: Clock.now)
    assert_operator Services::Floor::OpenClass.new(club, row).sheet.segments.size, :>, 5
  end
end
