module JauntyBell::Core
  module Bench
    module Frames
      # Where a body stands: the middle of the stance, the way it faces, and each foot along and across that way.
      # The left foot keeps to the left line and the right foot to the right one, so feet never cross.
      class Pose
        WIDTH = 42.0 # cm between the two lines, about shoulder width
        LENGTH = 52.0 # cm from the back foot to the front foot
        FRONT_ANGLE = 18.0 # degrees the front foot turns in
        BACK_ANGLE = 48.0 # degrees the back foot turns out

        attr_reader :x, :y, :facing, :front, :left, :along, :turn, :lifted

        # `front`: the entry side that stands in front (nil: square). `left`: the entry side of the left foot.
        # `along`: each foot's place along the facing (cm); `turn`: what is added to its angle (degrees).
        def initialize(x:, y:, facing:, front:, left:, along: nil, turn: {lead: 0.0, rear: 0.0}, lifted: nil)
          @x, @y, @facing, @front, @left, @turn, @lifted = x, y, facing, front, left, turn, lifted
          @along = along || resting
          freeze
        end

        def but(**changes)
          Pose.new(x: x, y: y, facing: facing, front: front, left: left, along: along, turn: turn,
            lifted: lifted, **changes)
        end

        # At rest in stance on the same spot.
        def set = but(along: resting, turn: {lead: 0.0, rear: 0.0}, lifted: nil)

        def resting
          return {lead: 0.0, rear: 0.0} unless front
          {front => LENGTH / 2, other(front) => -LENGTH / 2}
        end

        # Moved forward and to the left of where it faces, both feet by the same amount.
        def moved(forward, leftward = 0.0)
          c, s = Math.cos(radians), Math.sin(radians)
          but(x: x + forward * c - leftward * s, y: y + forward * s + leftward * c)
        end

        # Turned by so many degrees about one foot, which stays where it is.
        def turned_about(foot, degrees)
          pivot = place(foot)
          turned = but(facing: facing + degrees)
          after = turned.place(foot)
          turned.but(x: x + pivot[0] - after[0], y: y + pivot[1] - after[1])
        end

        def feet = %i[lead rear].to_h { |side| [side, foot(side)] }

        # A foot's place on the floor, [x, y].
        def place(side)
          c, s = Math.cos(radians), Math.sin(radians)
          [x + along[side] * c - line(side) * s, y + along[side] * s + line(side) * c]
        end

        # +1 for a foot on the left line, −1 on the right one.
        def hand(side) = (side == left) ? 1.0 : -1.0

        def stance
          return :square unless front
          (front == left) ? :orthodox : :southpaw
        end

        def other(side) = (side == :lead) ? :rear : :lead

        private

        def radians = facing * Math::PI / 180

        def line(side) = hand(side) * WIDTH / 2

        def foot(side)
          at = place(side)
          Foot.new(x: at[0].round(1), y: at[1].round(1), angle: (facing + rest_angle(side) + turn[side]).round(1),
            lifted: lifted == side)
        end

        # Both feet turn away from the front side: the front a little, the back more.
        def rest_angle(side)
          return hand(side) * FRONT_ANGLE unless front
          -hand(front) * ((side == front) ? FRONT_ANGLE : BACK_ANGLE)
        end
      end
    end
  end
end
