module JauntyBell::Core
  module Bench
    module Frames
      # Takes a pose through a walk and keeps the keyframes. The numbers are the picture's own.
      class Dance
        # Cm from the middle of the stance to the target
        REACH = {far: 175.0, long: 135.0, mid: 100.0, close: 70.0}.freeze
        HEEL_OUT = 40.0 # degrees the driving foot turns its toes in
        STANDING_TURN = 24 # degrees the standing foot turns out under a kick that does not say
        # Per cent on the lead foot at the end of a strike that does not say
        STRIKING_WEIGHT = {lead: 38, rear: 64}.freeze

        def initialize(walk, reading)
          @walk = walk
          @pose = Pose.new(x: 0.0, y: 0.0, facing: 0.0, front: (walk.stance == :square) ? nil : :lead,
            left: (walk.stance == :southpaw) ? :rear : :lead)
          @reading = reading
          @band = walk.visits.first&.band_before || Flow::Body::LONG
          @target = ahead(@band)
        end

        # An array of Frames.
        def frames
          first = @walk.visits.first
          @frames = [frame(0r, nil, :set,
            wound: first ? [first.lead, first.rear] : [Flow::Winding::HALF, Flow::Winding::FULL])]
          @walk.visits.each { |visit| dance(visit) }
          @frames
        end

        private

        def dance(visit)
          action = visit.action
          @visit = visit
          @begins = visit.starts_at
          @lasts = Flow::Walk.beats_of(action)
          step(action.with, 0r, @lasts * Rational(2, 3)) if action.with
          if action.partner? then partner
          elsif action.strike? then strike(action)
          elsif action.technique.step? then step(action, 0r, @lasts)
          else stay(action)
          end
          rest
        end

        # The frame at rest that ends every action.
        def rest
          @pose = @pose.set
          keep(@lasts, :set, hands: home)
        end

        def keep(after, phase, **facts)
          @frames << frame(@begins + after, @visit.index, phase, **facts)
        end

        def frame(at, index, phase, weight: nil, wound: nil, hands: nil, zone: nil, drive: nil)
          wound ||= @visit.after.first(2)
          Frame.new(at: at, index: index, phase: phase, feet: @pose.feet, hip: [@pose.x.round(1), @pose.y.round(1)],
            facing: @pose.facing.round(1), stance: @pose.stance, weight: weight || 50,
            wound: {lead: Flow::Winding::NAMES[wound[0]], rear: Flow::Winding::NAMES[wound[1]]},
            hands: hands || {lead: :home, rear: :home}, band: Flow::BANDS[@band],
            target: @target.map { |place| place.round(1) }, zone: zone, drive: drive)
        end

        def ahead(band)
          reach = REACH.fetch(Flow::BANDS[band])
          radians = @pose.facing * Math::PI / 180
          [@pose.x + reach * Math.cos(radians), @pose.y + reach * Math.sin(radians)]
        end

        # Both feet towards or away from the target, by the same amount.
        def come_to(band)
          @pose = @pose.moved(REACH.fetch(Flow::BANDS[@band]) - REACH.fetch(Flow::BANDS[band]))
          @band = band
        end

        def home
          out = @visit.after[3]
          %i[lead rear].to_h { |side| [side, out.include?(side) ? :out : :home] }
        end

        # What the partner does moves nobody's feet but theirs.
        def partner
          return if @visit.after[2] == @band
          @band = @visit.after[2]
          @target = ahead(@band)
        end

        # Defence, hands and pauses: the feet stay.
        def stay(action)
          come_to(@visit.after[2]) if @visit.after[2] != @band
          return if action.pause?
          hands = home
          hands = hands.merge(action.side => :out) if action.side && action.technique.limb == :hand
          keep(@lasts / 2, :act, weight: weight(action), hands: hands)
        end

        # Per cent of the weight on the lead foot, as the technique says: by the side it is done to, else of the foot in
        # front; nil where it does not.
        def weight(action)
          said = action.technique.picture["weight"]
          return said[action.side.to_s] if said.is_a?(Hash)
          (said && front_foot == :rear) ? 100 - said : said
        end

        def strike(action)
          come_to(@visit.band) if @visit.band != @band && !action.feint
          action.technique.leg_strike? ? leg(action) : arm(action)
          land(action) unless action.feint
        end

        # The driving foot turns its heel out as the hip comes through.
        def arm(action)
          side = action.side
          flat = action.technique.picture["heel"] == "flat"
          foot = flat ? @pose.other(side) : side
          degrees = (action.technique.drive == :hip && !flat) ? -@pose.hand(side) * HEEL_OUT : 0.0
          @pose = @pose.but(turn: @pose.turn.merge(side => degrees))
          keep(@lasts / 2, :act, weight: weight(action) || STRIKING_WEIGHT[side], wound: [@visit.lead, @visit.rear],
            zone: action.level, hands: home.merge(side => (action.level == :body) ? :low : :out),
            drive: {foot: foot, limb: "#{side} #{action.technique.limb}"})
        end

        # The kicking foot leaves the floor; the standing foot turns out under the hip.
        def leg(action)
          change_feet if changes_feet?(action)
          side = action.side
          standing = @pose.other(side)
          out = @pose.hand(standing) * action.technique.picture.fetch("standing", STANDING_TURN).to_f
          @pose = @pose.but(lifted: side,
            along: @pose.along.merge(side => [REACH.fetch(Flow::BANDS[@band]) - 12.0, @pose.along[standing] + 30.0]
              .max), turn: @pose.turn.merge(standing => out))
          keep(@lasts / 2, :act, weight: (standing == :lead) ? 100 : 0, wound: [@visit.lead, @visit.rear],
            zone: action.level, drive: {foot: standing, limb: "#{side} leg"})
          keep(@lasts * Rational(3, 4), :pass, weight: (standing == :lead) ? 85 : 15) if under_the_hip(action, standing)
        end

        def under_the_hip(action, standing)
          return false unless action.recovery == :down
          @pose = @pose.but(lifted: nil, along: @pose.along.merge(action.side => @pose.along[standing]))
        end

        # Where the body stands after a strike: landed forward, turned all the way, pushed out.
        def land(action)
          case action.recovery
          when :forward
            @pose = @pose.but(front: action.side) if @pose.front
            come_to(@visit.after[2])
          when :around then @pose = @pose.but(facing: @pose.facing + @pose.hand(action.side) * -360.0)
          else
            @pose = @pose.but(front: :lead) if changes_feet?(action) && @pose.front
            come_to(@visit.after[2]) if @visit.after[2] != @band
          end
        end

        # A step as its technique says: feet that change place or gather, a turn, off the line, nearer or further.
        def step(action, from, lasts)
          said, half = action.technique.picture, from + lasts / 2
          pass(half) { change_feet } if changes_feet?(action)
          gather(half, *gathered(said["nearer"])) if said["feet"] == "gather"
          if said["turn"] then turn(action, said["turn"].to_f, aside: said.fetch("aside", 0).to_f)
          elsif said["aside"] then aside(action, said)
          end
          go(said["nearer"], action.distance) if said["nearer"]
        end

        # Nearer or further: as far as the next band, or as far as is written.
        def go(by, distance)
          return come_to(nearer(by)) unless distance
          @pose = @pose.moved((by <=> 0) * distance.to_f)
          @band = nearer(by)
        end

        def changes_feet?(action) = action.technique.picture["feet"] == "change"

        # Which foot is brought up to which: the far one on the way in, the near one on the way out.
        def gathered(nearer)
          feet = [@pose.other(front_foot), front_foot]
          nearer.positive? ? feet : feet.reverse
        end

        # Off the line, with the toes open where the technique says so.
        def aside(action, said)
          @pose = @pose.moved(said.fetch("ahead", 0).to_f,
            @pose.hand(action.side) * (action.distance || said["aside"]).to_f)
          return unless said["toes"]
          @pose = @pose.but(turn: @pose.turn.merge(action.side => @pose.hand(action.side) * said["toes"].to_f))
          keep(@lasts / 2, :act)
        end

        def front_foot = @pose.front || :lead

        def nearer(by) = (@band + by).clamp(Flow::Body::FAR, Flow::Body::CLOSE)

        # Feet change place along their own lines; half way they stand level.
        def change_feet = (@pose = @pose.but(front: @pose.other(@pose.front)).set if @pose.front)

        def pass(after)
          @pose = @pose.but(along: {lead: 0.0, rear: 0.0})
          keep(after, :pass)
          yield
          true
        end

        # One foot is brought up beside the other, on its own line, before the other goes.
        def gather(after, moving, standing)
          near = @pose.along[standing] + ((@pose.along[moving] < @pose.along[standing]) ? -9.0 : 9.0)
          @pose = @pose.but(along: @pose.along.merge(moving => near))
          keep(after, :pass)
          @pose = @pose.set
          true
        end

        # Round the front foot; the target comes round to stand ahead again.
        def turn(action, degrees, aside: 0.0)
          @pose = @pose.moved(0.0, @pose.hand(action.side) * aside)
            .turned_about(front_foot, -@pose.hand(action.side) * degrees)
          @target = ahead(@band)
        end
      end
    end
  end
end
