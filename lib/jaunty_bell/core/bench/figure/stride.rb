module JauntyBell::Core
  module Bench
    module Figure
      # Where both feet are on the way through an action: a foot that goes somewhere is lifted on its way, one after the
      # other, and a foot that stays turns on its ball.
      class Stride
        MOVES = 2.0 # cm below which a foot has stayed where it is
        LIFT = 7.0 # cm of a step
        LEVEL = 12.0 # cm from its ball back to under the ankle
        AHEAD = 6.6 # cm from the middle of a foot to its ball
        # soles by side; lifted: the side in the air and where its ankle is.
        Feet = Value.of(:soles, lifted: nil, ankle: nil)

        # `from` and `to` are Frames::Frame at rest, `act` the one at its height (nil where there is none); `stands` how
        # the feet really are at `from` (Feet, or nil at the beginning). `kicks` is the side that leaves the floor by
        # itself, or nil.
        def initialize(from, act, to, stands: nil, kicks: nil)
          act ||= to
          @from = stands ? stands.soles : soles(from)
          @act = soles(act, from => @from, to => soles(to))
          @to = soles(to, act => @act)
          @kicks = kicks
          @going, @after = movers(from, act), movers(act, to)
        end

        # [[phase, Feet], …] in order: the steps that an action has to take before its height and after it, between the
        # phases that every action has.
        def phases
          first, second = @kicks ? [@going.first, nil] : @going
          halfway = first ? @from.merge(first => @act[first]) : @from
          [([:before, lifted(@from, @act, first)] if first && (second || @kicks)),
            [:load, load(first, second, halfway)], [:contact, standing(@act)],
            *afterwards].compact
        end

        def rest = standing(@to)

        # How a foot of the floor picture stands.
        def self.sole(foot)
          middle = Body::Sole.new(ball: [foot.x, foot.y], angle: foot.angle)
          middle.but(ball: middle.ahead(AHEAD))
        end

        private

        # A foot that was kicked with is down again before the other goes.
        def afterwards
          first, second = @kicks ? [@kicks, @after[0]] : @after
          landed = first ? @act.merge(first => @to[first]) : @act
          [[:recover, (first && !@kicks) ? lifted(@act, @to, first) : standing(@act)],
            ([:after, lifted(landed, @to, second)] if second)]
        end

        def load(first, second, halfway)
          return lifted(halfway, @act, second) if second
          (first && !@kicks) ? lifted(@from, @act, first) : standing(halfway)
        end

        # How the feet stand in a frame. One that is where it is in another frame ({frame => soles}) keeps its ball.
        def soles(frame, others = {})
          frame.feet.to_h do |side, foot|
            near = others.find { |other, _| far(other.feet[side], foot) < MOVES }
            [side, near ? near[1][side].but(angle: foot.angle) : Stride.sole(foot)]
          end
        end

        # Feet that go somewhere, who begins first: whoever stands ahead on the way there.
        def movers(from, to)
          %i[lead rear].select { |side| side != @kicks && far(from.feet[side], to.feet[side]) > MOVES }
            .sort_by { |side| -ahead(from.feet[side], to.feet[side]) }
        end

        def ahead(from, to) = (to.x - from.x) * from.x + (to.y - from.y) * from.y

        def far(one, other) = Math.hypot(one.x - other.x, one.y - other.y)

        def standing(soles) = Feet.new(soles: soles)

        def lifted(from, to, side)
          one, other = from[side].ball, to[side].ball
          sole = from[side].but(ball: [(one[0] + other[0]) / 2, (one[1] + other[1]) / 2],
            angle: (from[side].angle + to[side].angle) / 2)
          Feet.new(soles: from.merge(side => sole), lifted: side, ankle: [*sole.ahead(-LEVEL), Body::ANKLE + LIFT])
        end
      end
    end
  end
end
