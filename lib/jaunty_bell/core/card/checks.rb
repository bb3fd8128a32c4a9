module JauntyBell::Core
  module Card
    # The judgement of a card: every check, each with its reason and the mends that have been tried. A house model, like
    # the flow rules: what coaches look for, written down so that a machine can look for it.
    module Checks
      def self.all
        @all ||= [Order::ColdKicks, Order::HardBeforeTechnique, Order::NewLate, Order::Spent, Order::NeverDown,
          Order::RungSkipped, Balance::SameLimb, Balance::KickLean, Balance::HandLean, Balance::Pairing,
          Sharing::UnevenTurns, Sharing::UnevenTrio, Sharing::NoHolder, Sharing::UnevenRounds, Sharing::PhaseByPartner,
          Kit::Short, Kit::Hall, Circuits::Bells, Circuits::Waiting, Circuits::Holder, CareOf::BareTrades,
          CareOf::Juniors, CareOf::Held, CareOf::Combinations, Denser, Gone].freeze
      end

      # Findings of a plan, worst first, then in order of the card. A mend is offered only when the trouble is gone
      # after it and nothing as bad or worse is new.
      def self.of(plan, mended: true)
        found = all.flat_map { |check| check.new(plan).findings }
        if mended
          tried = Tried.new(plan, found)
          found = found.map { |finding| finding.but(mends: tried.of(finding)) }
        end
        found.sort_by.with_index { |finding, i| [finding.rank, finding.at.fetch(0, -1), finding.at.fetch(1, -1), i] }
      end

      # The tried mends of the finding of a rule at a place; none where there is no such finding.
      def self.mends(plan, rule, at)
        found = of(plan, mended: false)
        finding = found.find { |each| each.rule == rule && each.at == at }
        finding ? Tried.new(plan, found).of(finding) : []
      end
    end
  end
end
