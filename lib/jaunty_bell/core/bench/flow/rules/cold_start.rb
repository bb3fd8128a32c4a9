module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # A lead hook or lead uppercut, cold, as the very first thing.
        class ColdStart < Rule
          rule "cold-start", of: ->(technique) { %w[hook uppercut].include?(technique.id) }

          def check(visit, walk)
            action = visit.action
            return unless visit.index.zero? && !visit.seam && action.side == :lead
            return if walk.combination.opening == :close || action.force == :touch
            yield finding(:cue, visit.index, "A #{name(action)} lands harder off a rear hand.")
          end

          def mends(_finding, walk)
            opening = walk.actions.first
            nearer = opening.with ? walk.combination : walk.combination.replacing(0, opening.but(with: act("step-in")))
            yield "a cross first, and step in", nearer.inserting(0, act("cross"))
            yield "jab and cross first, and step in", nearer.inserting(0, act("jab"), act("cross"))
            yield "start it at close", walk.combination.at(:close)
          end
        end
      end
    end
  end
end
