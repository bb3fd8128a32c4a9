module JauntyBell::Core
  module Bench
    module Figure
      # A posture as joints in space: the feet stand where they stand, the pelvis is where it must be for the centre of
      # mass to lie over what carries it, trunk and shoulders as they lean and turn, arms and legs led to where their
      # ends belong. Cm of a body of Build::HEIGHT; x as the posture's frames have it, y to the left, z up.
      #
      # The lead side of entry is the left one here; the other way about the figure is mirrored afterwards.
      class Body
        CM = Build::CM
        STANDING = 0.530 * Build::HEIGHT # hips above the floor, upright (as Build's lengths)
        CROUCH = 7.0 # cm by which a stance sits
        ROUNDS = 2 # of bringing the mass over what carries it, at most
        CLOSE = 0.5 # cm that are near enough
        FOLLOWS = 0.85 # of the body's mass that goes where the pelvis goes, about
        ARM = CM[:forearm] + CM[:hand]
        LEG = (CM[:thigh] + CM[:shank]) * Limb::STRAIGHTEST
        ANKLE = CM[:ankle]
        BALL = 2.0 # cm the ball of the foot lies above the floor
        UP = [0.0, 0.0, 1.0].freeze
        SIDES = {lead: :left, rear: :right}.freeze
        SIGN = {lead: 1.0, rear: -1.0}.freeze # of the way out to a side
        # {part => the joint's name} of each side.
        NAMES = SIDES.transform_values { |name|
          %i[hip knee ankle ball shoulder elbow wrist hand].to_h { |part| [part, :"#{name}_#{part}"] }.freeze
        }.freeze
        NO_POLE = [0.0, 0.35, -1.0].freeze # where an elbow hangs

        # Where a foot is: ball [x, y], the way it points in degrees, cm its heel is up, cm it has left the floor.
        Sole = Value.of(:ball, :angle, heel: 0.0, lift: 0.0) do
          # The place [x, y] so many cm ahead of its ball.
          def ahead(cm) = Vector.level(angle).then { |way| [ball[0] + way[0] * cm, ball[1] + way[1] * cm] }
        end
        # Where a hand belongs: a place [ahead, out, up] from between the shoulders, and where its elbow points.
        Place = Value.of(:place, pole: NO_POLE)
        # What meets a target: part (:hand, :elbow, :knee, :foot), `z` its height, `near` and `far` cm from `middle`
        # [x, y] on the line to it, `aside` cm, and how the limb is held then.
        Aim = Value.of(:side, :part, :z, :middle, :near, :far, aside: 0.0, bent: 165.0, pole: NO_POLE, fold: nil,
          shank: nil)
        # A leg in the air: ways of thigh and shank, or `ankle` [x, y, z] it is led to.
        Air = Value.of(thigh: nil, shank: nil, ankle: nil)
        # See Scene. `turn` how far the hands go round with the shoulders; `lifted` the side in the air.
        # `reach` {side => place} of hands that are somewhere in particular.
        Posture = Value.of(:facing, :soles, :support, reach: {}, yaw: 0.0, hips: 0.0, lean: 0.0, bend: 0.0, roll: 0.0,
          drop: 0.0, turn: 0.0, hands: {}, lifted: nil, air: nil, toes: :flat, aim: nil)

        attr_reader :joints, :centre

        def initialize(posture)
          @posture = posture
          @ahead = Vector.level(posture.facing)
          @left = Vector.left_of(@ahead)
          hold
          stand
        end

        # Where the aim was to be met, [x, y, z]; nil without one. `reached?` whether it was.
        attr_reader :target

        def reached? = @target.nil? || Vector.size(Vector.less(struck, @target)) < 1.0

        private

        # The joint that strikes.
        def struck
          aim = @posture.aim
          @joints[NAMES[aim.side][(aim.part == :foot) ? :ankle : aim.part]]
        end

        # Whether this part of a side is what strikes.
        def aimed?(side, part) = @posture.aim && @posture.aim.side == side && @posture.aim.part == part

        # A way [ahead, out, up] of a side in space.
        def out(given, side, axes = nil)
          ahead, left = axes || [@ahead, @left]
          outward = given[1] * SIGN[side]
          [ahead[0] * given[0] + left[0] * outward, ahead[1] * given[0] + left[1] * outward, given[2]]
        end

        # What does not change with where the pelvis is: which way trunk, shoulders and hips point, where hands and
        # standing feet belong.
        def hold
          @trunk = Vector.unit(Vector.add(Vector.go(UP, @ahead, Math.tan(@posture.lean * Math::PI / 180)),
            Vector.times(@left, Math.tan(@posture.bend * Math::PI / 180))))
          @head = Vector.times(Vector.unit(Vector.add(@trunk, UP)), CM[:head])
          @shoulders = Vector.unit(Vector.across(Vector.level(@posture.facing + @posture.yaw + 90), @trunk))
          @hips = hip_line
          ahead = Vector.level(@posture.facing + @posture.turn)
          axes = [ahead, Vector.left_of(ahead)]
          @hands = @posture.hands.to_h { |side, held|
            [side, [out(held.place, side, axes), out(held.pole, side, axes)]]
          }
          @ankles = @posture.soles.except(@posture.lifted).transform_values { |sole| ankle(sole) }
        end

        def hip_line
          roll = @posture.roll * Math::PI / 180
          left = Vector.level(@posture.facing + @posture.hips + 90)
          [left[0] * Math.cos(roll), left[1] * Math.cos(roll), Math.sin(roll)]
        end

        def stand
          x, y = @posture.support
          z = STANDING - CROUCH - @posture.drop + @posture.soles.except(@posture.lifted).each_value.map(&:lift).max
          put([x, y, z])
          ROUNDS.times do
            off_x, off_y = @posture.support[0] - @centre[0], @posture.support[1] - @centre[1]
            break if off_x.abs < CLOSE && off_y.abs < CLOSE
            put([x += off_x / FOLLOWS, y += off_y / FOLLOWS, z])
          end
        end

        def put(pelvis)
          @joints = {pelvis: within_reach(pelvis)}
          middle
          SIDES.each_key do |side|
            leg(side)
            arm(side)
          end
          @centre = Build.centre(@joints)
        end

        # As high as the legs that stand allow.
        def within_reach(pelvis)
          height = @ankles.map { |side, ankle|
            hip = Vector.go(pelvis, @hips, SIGN[side] * CM[:hip])
            level = (hip[0] - ankle[0])**2 + (hip[1] - ankle[1])**2
            pelvis[2] - hip[2] + ankle[2] + Math.sqrt([LEG * LEG - level, 0.0].max)
          }.min
          [pelvis[0], pelvis[1], [pelvis[2], height].min]
        end

        def middle
          pelvis = @joints[:pelvis]
          neck = @joints[:neck] = Vector.go(pelvis, @trunk, CM[:trunk])
          @joints[:head] = Vector.add(neck, @head)
          NAMES.each do |side, names|
            @joints[names[:hip]] = Vector.go(pelvis, @hips, SIGN[side] * CM[:hip])
            @joints[names[:shoulder]] = Vector.go(neck, @shoulders, SIGN[side] * CM[:shoulder])
          end
        end

        # --- legs

        def ankle(sole)
          height = ANKLE + sole.heel
          level = Math.sqrt([CM[:foot]**2 - (height - BALL)**2, 0.0].max)
          [*sole.ahead(-level), height + sole.lift]
        end

        def leg(side)
          names, sole = NAMES[side], @posture.soles[side]
          hip = @joints[names[:hip]]
          return in_the_air(side, names, hip) if side == @posture.lifted
          @joints[names[:knee]], @joints[names[:ankle]] =
            Limb.reach(hip, @ankles[side], CM[:thigh], CM[:shank], Vector.go(Vector.level(sole.angle), @ahead, 0.4))
          @joints[names[:ball]] = [sole.ball[0], sole.ball[1], BALL + sole.lift]
        end

        def in_the_air(side, names, hip)
          knee, ankle = raised(side, hip)
          @joints[names[:knee]], @joints[names[:ankle]] = knee, ankle
          shank = Vector.unit(Vector.less(ankle, knee))
          points = case @posture.toes
          when :pointed then Vector.go(shank, @ahead, 0.45)
          when :up then Vector.go([0.0, 0.0, 0.9], @ahead, 0.35)
          when :down then Vector.go([0.0, 0.0, -0.9], @ahead, 0.1)
          when :across then [@hips[1], -@hips[0], -0.15]
          else Vector.go(@ahead, UP, -0.35)
          end
          @joints[names[:ball]] = Vector.along(ankle, points, CM[:foot])
        end

        # [knee, ankle] of the leg in the air.
        def raised(side, hip)
          aim, air = @posture.aim, @posture.air
          if aimed?(side, :foot)
            return Limb.reach(hip, meet(aim, hip, Limb.span(CM[:thigh], CM[:shank], aim.bent)), CM[:thigh], CM[:shank],
              out(aim.pole, side))
          end
          return Limb.reach(hip, air.ankle, CM[:thigh], CM[:shank], @ahead) if air&.ankle
          struck = aimed?(side, :knee)
          thigh = struck ? Vector.less(meet(aim, hip, CM[:thigh]), hip) : out(air.thigh, side)
          knee = Vector.along(hip, thigh, CM[:thigh])
          [knee, Vector.along(knee, out((struck ? aim : air).shank, side), CM[:shank])]
        end

        # --- arms

        def arm(side)
          names, aim = NAMES[side], @posture.aim
          shoulder = @joints[names[:shoulder]]
          if aimed?(side, :elbow)
            met = meet(aim, shoulder, CM[:upper_arm])
            elbow = Vector.along(shoulder, Vector.less(met, shoulder), CM[:upper_arm])
            hand = Vector.along(elbow, out(aim.fold, side), ARM)
          else
            goal, pole = goal_of_hand(side, shoulder)
            elbow, hand = Limb.reach(shoulder, goal, CM[:upper_arm], ARM, pole)
          end
          @joints[names[:elbow]], @joints[names[:hand]] = elbow, hand
          @joints[names[:wrist]] = Vector.between(elbow, hand, CM[:forearm] / ARM)
        end

        def goal_of_hand(side, shoulder)
          aim = @posture.aim
          if aimed?(side, :hand)
            return [meet(aim, shoulder, Limb.span(CM[:upper_arm], ARM, aim.bent)), out(aim.pole, side)]
          end
          place, pole = @hands.fetch(side)
          [@posture.reach[side] || Vector.add(@joints[:neck], place), pole]
        end

        # Where on the line ahead a limb of so many cm from its root meets the target's height: as it comes of itself,
        # within what its range allows.
        def meet(aim, root, long)
          start = Vector.go([*aim.middle, aim.z], @left, aim.aside * SIGN[aim.side])
          from = Vector.less(root, start)
          along = Vector.dot(from, @ahead)
          left = long * long - Vector.dot(from, from) + along * along
          @target = Vector.go(start, @ahead, (along + Math.sqrt([left, 0.0].max)).clamp(aim.near, aim.far))
        end
      end
    end
  end
end
