require "test_helper"

# Short ways to write a card in a test.
module CardTest
  include CoreTest

  Card = JauntyBell::Core::Card
  Care = JauntyBell::Core::Care

  # A combination from the shelf that is named as it is written.
  def named(text, **facts) = Card::Named.new(id: text, name: text, what: read(text), **facts)

  def round(text = nil, **facts) = Card::Round.new(title: text || "Round", combination: text && named(text), **facts)

  def drilled(pool, **facts)
    reading = Bench::Notation::Reading.new
    feeds = (facts[:manner] == "read") ? facts.fetch(:shows).map { |text| Bench::Feed.read(text, reading) } : []
    facts = facts.except(:shows)
    given = facts.slice(:manner, :count, :both_sides, :ladder, :on, :off, :rest, :versions, :tempo, :pause,
      :kit, :feeds_aloud, :trade)
    drill = Bench::Drill.new(pool: pool.map { |text| read(text) },
      implement: Lexicon::Implements[facts.fetch(:drill_implement, "air")], feeds: feeds, **given)
    Card::Round.new(title: "Drill", drill: Card::Named.new(id: "d", name: "Drill", what: drill, members: pool),
      **facts.except(*given.keys, :drill_implement))
  end

  def block(kind, *rounds, **facts) = Card::Block.new(kind: kind, rounds: rounds, **facts)

  def school(**settings) = Lexicon::School.default.with(settings.transform_keys(&:to_s))

  def plan(*blocks, minutes: 60, **company) =
    Card::Plan.new(blocks, minutes: minutes, company: Card::Company.new(**company))

  def rules(plan) = plan.findings.map(&:rule)

  def finding(plan, rule) =
    plan.findings.find { |each| each.rule == rule } || flunk("#{rule} did not fire; #{rules(plan).inspect} did")
end
