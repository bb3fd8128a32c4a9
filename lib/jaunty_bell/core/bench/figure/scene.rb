module JauntyBell::Core
  module Bench
    module Figure
      # A walk and its floor picture as postures in order: what is drawn of each action is in moves.yml, where its feet
      # are in Stride.
      class Scene
        # When each phase is, as a share of the action.
        WHEN = {before: 1/8r, load: 1/4r, through: 3/8r, contact: 1/2r, recover: 3/4r, after: 7/8r}.freeze
        NAMED = {before: :load, through: :load, after: :recover}.freeze # what they are told as
        LEVELS = {head: 0.87, body: 0.66, leg: 0.29}.freeze # heights of what is struck, shares of height
        KNEES = {head: 0.70, body: 0.62, leg: 0.36}.freeze # a head is pulled down to a knee
        # Cm from the middle of the stance at which a range may be met: a pad comes to the strike.
        MET = {arm: {close: [25, 88], mid: [45, 112], long: [60, 134], far: [60, 150]},
               leg: {close: [-15, 95], mid: [-10, 125], long: [5, 155], far: [50, 170]}}.freeze
        HOME = {lead: [29.0, 11.0, 6.0], rear: [18.0, 12.0, 6.0]}.freeze # fists by the chin, the front one ahead
        OUT = [48.0, 8.0, 2.0].freeze
        HALF_WAY = [46.0, 8.0, 6.0].freeze
        # How shoulders and hips turn by how the sides are wound: degrees in stance, and by each full winding more.
        BLADED, SHOULDERS, HIPS = -12.0, 47.0, 30.0
        HANDS_TURN = 0.4 # of how far the shoulders turn, the hands go with them
        UPRIGHT = 4.0 # degrees a stance leans
        LOWER = 17.0 # cm
        WOUND = {none: 0.0, half: 0.5, full: 1.0}.freeze

        def initialize(walk, frames, partner, mirrored)
          @walk = walk
          @partner = partner
          @frames = mirrored ? frames.map { |frame| mirror(frame) } : frames
        end

        # An array of Pose.
        def poses
          @poses = []
          @rest = @frames.first
          @stands = Stride.new(@rest, nil, @rest).rest
          still(0r, nil, @stands, @rest)
          by_index = @frames.drop(1).group_by(&:index)
          @walk.visits.each { |visit| action(visit, by_index.fetch(visit.index)) }
          @poses
        end

        private

        # The floor picture of whose lead side is the right one, as if it were the left.
        def mirror(frame)
          flip = ->(place) { [place[0], -place[1]] }
          frame.but(feet: frame.feet.transform_values { |foot| foot.but(y: -foot.y, angle: -foot.angle) },
            hip: flip.call(frame.hip), facing: -frame.facing, target: flip.call(frame.target))
        end

        def action(visit, frames)
          rest, act = frames.last, frames.find { |frame| frame.phase == :act } || frames.find { |f| f.phase == :pass }
          @visit = visit
          @moves = Moves.of(visit.technique)
          own = visit.action.own?
          kicks = (visit.action.side if own && in_the_air?)
          stride = Stride.new(@rest, act, rest, stands: @stands, kicks: kicks)
          stride.phases.each do |phase, feet|
            keep(:through, feet, @rest, rest, own) if phase == :contact && @moves[:through] && own
            keep(phase, feet, (phase == :contact && act) || @rest, rest, own)
          end
          @rest, @stands = rest, stride.rest
          still(visit.starts_at + Flow::Walk.beats_of(visit.action), visit.index, @stands, rest)
        end

        def in_the_air? =
          leg? || %i[load contact].any? { |phase| @moves.fetch(phase, {}).key?(:thigh) }

        # What meets the target.
        def leg? = %i[knee foot].include?(@moves[:limb])

        def arm? = %i[hand elbow].include?(@moves[:limb])

        # One phase of an action: `frame` has its weight and its hands, `rest` how the sides are wound after it.
        def keep(phase, feet, frame, rest, own)
          at = @visit.starts_at + WHEN.fetch(phase) * Flow::Walk.beats_of(@visit.action)
          facts = own ? facts(phase) : {}
          wound = %i[contact recover after].include?(phase) ? rest : @rest
          pose(at, @visit.index, NAMED.fetch(phase, phase), feet, facts, frame, wound,
            meets: own && phase == :contact && !@visit.action.feint)
        end

        # A feint begins and stops half way.
        def facts(phase)
          return @moves.fetch(phase, {}) unless @visit.action.feint && phase == :contact
          facts = @moves.fetch(:load, {})
          @visit.technique.arm_strike? ? facts.merge(hand: HALF_WAY, yaw: 8, drop: 0) : facts
        end

        def still(at, index, feet, frame) = pose(at, index, :guard, feet, {}, frame, frame)

        def pose(at, index, phase, feet, facts, frame, wound, meets: false)
          side = (@visit.action.side if index) || :lead
          lifted, air = leg(feet, facts, side, meets)
          posture = Body::Posture.new(facing: frame.facing, soles: raised(feet.soles, side, facts, lifted),
            support: support(feet, lifted, frame), lifted: lifted, air: air, toes: facts.fetch(:toes, :flat),
            hands: hands(frame, facts, side), aim: (aim(facts, frame) if meets && @moves[:limb]),
            **turned(wound, facts, side), **trunk(facts, side, index && phase == :contact, meets))
          body = Body.new(posture)
          standing = posture.soles.except(lifted).values
          @poses << Pose.new(at: at, action: index, phase: phase, joints: body.joints, centre: body.centre,
            partner: @partner.joints(frame, (index if phase == :contact), body.target, body.joints),
            weight: weight(frame, lifted), target: body.target, reached: body.reached?,
            drive: (frame.drive if meets), off_balance: !Balance.new(standing).over?(body.centre))
        end

        # How shoulders, hips and trunk turn and lean: as the sides are wound, and what the technique adds.
        def turned(frame, facts, side)
          wound = WOUND[frame.wound[:lead]] - WOUND[frame.wound[:rear]]
          forward = -Body::SIGN[side] * facts.fetch(:share, 1.0)
          yaw = SHOULDERS * wound + forward * facts.fetch(:yaw, 0)
          {yaw: bladed(frame) + yaw, hips: bladed(frame) + HIPS * wound + forward * facts.fetch(:hips, 0),
           turn: HANDS_TURN * (yaw + SHOULDERS / 2), roll: Body::SIGN[side] * facts.fetch(:roll, 0)}
        end

        # How the trunk leans, bends and sinks; what is done together with a strike adds to it.
        def trunk(facts, side, height, meets)
          parts = [[facts, side]]
          together = @visit.action.with if height
          if together&.technique&.defence?
            parts << [Moves.of(together.technique).fetch(:contact, {}), together.side || :lead]
          end
          {lean: UPRIGHT + parts.sum { |each, _| each.fetch(:lean, 0) },
           bend: parts.sum { |each, its| -Body::SIGN[its] * each.fetch(:bend, 0) },
           drop: parts.sum { |each, _| each.fetch(:drop, 0) } + (meets ? low : 0)}
        end

        def bladed(frame)
          return 0.0 if frame.stance == :square
          (front(frame) == :lead) ? BLADED : -BLADED
        end

        def front(frame)
          c, s = Vector.level(frame.facing)
          ahead = ->(side) { frame.feet[side].x * c + frame.feet[side].y * s }
          (ahead.call(:rear) > ahead.call(:lead) + 1) ? :rear : :lead
        end

        # A punch to the body is thrown from lower down.
        def low = (@visit.action.level == :body && arm?) ? LOWER : 0

        def raised(soles, side, facts, lifted)
          soles.to_h do |name, sole|
            heel = if lifted then (name == lifted) ? 0 : facts.fetch(:rise, 0)
            else (name == side) ? facts.fetch(:heel, 0) : 0
            end
            [name, sole.but(heel: heel.to_f, lift: (lifted && name != lifted) ? jump(facts) : 0.0)]
          end
        end

        # Nobody jumps to meet a leg.
        def jump(facts) = (@visit.action.level == :leg) ? 0.0 : facts.fetch(:lift, 0).to_f

        # [side in the air, how its leg is], or nil twice.
        def leg(feet, facts, side, meets)
          return [feet.lifted, Body::Air.new(ankle: feet.ankle)] if feet.lifted && !facts.key?(:thigh)
          return [side, Body::Air.new(thigh: facts[:thigh], shank: facts[:shank])] if facts.key?(:thigh)
          [side, nil] if meets && leg?
        end

        # What carries: the foot that stands, or both by their weight. On a step the body stays as near the middle as
        # the foot that stands allows.
        def support(feet, lifted, frame)
          middles = feet.soles.transform_values { |sole| sole.ahead(-Stride::AHEAD) }
          share = frame.weight.clamp(15, 85) / 100.0
          both = [0, 1].map { |axis| middles[:lead][axis] * share + middles[:rear][axis] * (1 - share) }
          return both unless lifted
          standing = Lexicon::Answers.other(lifted)
          feet.ankle ? Balance.nearest(feet.soles[standing], both) : middles[standing]
        end

        # Per cent by foot: the lead foot is the left one here.
        def weight(frame, lifted)
          lead = case lifted
          when :lead then 0
          when :rear then 100
          else frame.weight.clamp(0, 100)
          end
          {left: lead, right: 100 - lead}
        end

        def hands(frame, facts, side)
          other = Lexicon::Answers.other(side)
          pole = facts.fetch(:elbow, Body::NO_POLE)
          {side => held(facts[:hand] || facts[:both], frame, side, pole),
           other => held(facts[:other] || facts[:both], frame, other, facts[:both] ? pole : Body::NO_POLE)}
        end

        def held(place, frame, side, pole)
          place ||= (frame.hands[side] == :out) ? OUT : home(frame, side)
          Body::Place.new(place: place, pole: pole)
        end

        # The hand of the side in front is ahead.
        def home(frame, side) = HOME[(side == front(frame)) ? :lead : :rear]

        def aim(facts, frame)
          action = @visit.action
          part = @moves[:limb]
          levels = (part == :knee) ? KNEES : LEVELS
          reach = MET[arm? ? :arm : :leg].fetch(frame.band)
          Body::Aim.new(side: action.side, part: part, middle: frame.hip, near: reach[0].to_f, far: reach[1].to_f,
            z: levels.fetch(action.level) * Build::HEIGHT + facts.fetch(:falls, 0), aside: facts.fetch(:aside, 0).to_f,
            bent: facts.fetch(:bent, 165).to_f, pole: facts.fetch(:pole, Body::NO_POLE), fold: facts[:fold],
            shank: facts[:shank])
        end
      end
    end
  end
end
