module JauntyBell::Core
  module Bench
    module Figure
      # Whoever stands opposite: in guard, with the pad where the strike is met (HolderMap), or throwing what the
      # partner throws. Their feet stand; how they step is not worked out.
      #
      # Worked out as a body of its own with its lead side on the left, and then turned to face the other.
      class Partner
        PADS = [28.0, 14.0, 0.0].freeze # where idle pads are held, [ahead, out, up] from between the shoulders
        BEHIND = 5.0 # cm a hand is behind the face of its pad
        ROOM = 42.0 # cm in front of themselves at which a pad is held, at least: they give way to a longer strike
        THROWN = {hand: 84.0, leg: 100.0}.freeze # cm from whom they throw at, at most
        APART = 9.0 # cm from the middle to each of two pads held together
        YAW, HIPS, LEAN = -30.0, -24.0, 2.0 # degrees

        # `mirrored` where the striker is drawn as if their right lead side were the left one.
        def initialize(walk, reading, mirrored)
          @actions = walk.visits.map(&:action)
          @shows = HolderMap.of(Combination.new(@actions), reading)
          @mirrored = mirrored
          @flips = (reading.partner == :opposite) ? -1.0 : 1.0 # of whose lead side is the right one
          stance = Frames::Pose.new(x: 0.0, y: 0.0, facing: 0.0, front: :lead, left: :lead)
          @soles = stance.feet.transform_values { |foot| Stride.sole(foot) }
          @idle = stand
        end

        # Joints as Pose has them. `frame` says where they stand; `index` is of an action at its height, nil on the way;
        # `target` where it is met; `striker` joints of whom they face.
        def joints(frame, index, target, striker)
          @ahead = Vector.level(frame.facing)
          @left = Vector.left_of(@ahead)
          @stands = stands(frame, index && @actions[index], target, striker)
          done = index && doing(index, target, striker)
          done ? placed(stand(**done)) : idle
        end

        private

        # Where the middle of their stance is, [x, y, 0]: as the floor picture has it, further off where a strike needs
        # room, near enough where they throw one themselves.
        def stands(frame, action, target, striker)
          there = [*frame.target, 0.0]
          off = ->(place) { Vector.dot(Vector.less(there, place), @ahead) }
          if action&.partner? && action.strike?
            reach = THROWN.fetch(action.technique.limb)
            return Vector.go(there, @ahead, [reach - off.call(striker[:head]), 0.0].min)
          end
          Vector.go(there, @ahead, target ? [ROOM - off.call(target), 0.0].max : 0.0)
        end

        # As they stand most of the time.
        def idle = (@placed ||= {})[[@stands, @ahead]] ||= placed(@idle)

        def stand(**more)
          hands = {lead: Body::Place.new(place: PADS), rear: Body::Place.new(place: PADS)}
          Body.new(Body::Posture.new(facing: 0.0, soles: @soles, support: [0.0, 0.0], yaw: YAW, hips: HIPS, lean: LEAN,
            hands: hands, **more)).joints
        end

        # What is out of the ordinary: {reach: {side => [x, y, z]}, …}, or nil.
        def doing(index, target, striker)
          action = @actions[index]
          return throws(action, striker) if action.partner?
          held(@shows[index], target) if target
        end

        def held(show, target)
          return unless show
          back = Vector.go(target, @ahead, BEHIND)
          case show.pad
          when "left", "right" then {reach: {side(show.pad) => inside(back)}}
          when "both"
            {reach: Body::SIGN.to_h { |side, out| [side, Vector.add(inside(back), [0.0, out * APART, 0.0])] }}
          end
        end

        def throws(action, striker)
          return if action.feint || !action.strike?
          met = inside(Vector.go(striker[(action.level == :head) ? :head : :pelvis], @ahead, 12.0))
          side = action.side
          return {reach: {side => met}, yaw: YAW - Body::SIGN[side] * 40} if action.technique.limb == :hand
          standing = @soles[Lexicon::Answers.other(side)]
          {lifted: side, air: Body::Air.new(ankle: met), support: standing.ball, toes: :pointed}
        end

        # The side of a hand that is left or right of somebody real.
        def side(hand) = ((hand == "left") ^ @mirrored ^ (@flips < 0)) ? :lead : :rear

        # A place as it is from where they stand.
        def inside(place)
          off = Vector.less(place, @stands)
          [-Vector.dot(off, @ahead), -@flips * Vector.dot(off, @left), place[2]]
        end

        def placed(joints)
          joints.to_h do |name, (x, y, z)|
            at = Vector.go(Vector.go([@stands[0], @stands[1], z], @ahead, -x), @left, -@flips * y)
            [(@flips < 0) ? Figure.other(name) : name, at]
          end
        end
      end
    end
  end
end
