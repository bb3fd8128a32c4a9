module JauntyBell::Core
  module Lexicon
    # A body drawn with lines, from the way each part points: the picture of an exercise.
    #
    # Lengths are those of the figure (Bench::Figure::Build), in hundredths of height. Points are [x, y], x forwards (in
    # the front view: to the right), y up from the floor.
    #
    #   Drawing.of(Drawing.named("squat")).lines.keys # => [:trunk, :arm, :other_arm, :leg, :other_leg]
    module Drawing
      LENGTHS = Bench::Figure::Build.segments(100).freeze
      TRUNK, UPPER_ARM, THIGH, SHANK = LENGTHS.values_at(:trunk, :upper_arm, :thigh, :shank)
      FOREARM = LENGTHS[:forearm] + LENGTHS[:hand]
      SHOULDER, HIP = LENGTHS.values_at(:shoulder, :hip) # from the middle, in the front view
      HEAD, FOOT = 6.5, 10.0 # the head's radius; a foot from the ankle to the toes, drawn
      NECK = LENGTHS[:head] - HEAD # shoulders to the head's edge
      PARTS = %w[front body head arms legs feet lift].freeze

      # lines {part => [[x, y], …]} and head [x, y], all in hundredths of height.
      Figure = Value.of(:lines, :head)

      class << self
        # A pose by its name in exercises.yml, or [name, {changes}]: {"body" => degrees, …}.
        def named(pose)
          name, changes = pose
          facts = Shipped.exercises.fetch("poses").fetch(name)
          facts = named(facts["from"]).merge(facts.except("from")) if facts["from"]
          facts.merge(changes || {}).freeze
        end

        # A Figure that stands, or lies, on the floor.
        def of(pose)
          joints = joints(pose)
          floor = joints.values.flatten(1).map(&:last).min
          floor = [floor, joints[:head].first.last - HEAD].min
          raised = joints.transform_values { |points|
            points.map { |x, y| [x.round(1), (y - floor + pose.fetch("lift", 0)).round(1)] }
          }
          Figure.new(lines: raised.except(:head), head: raised[:head].first)
        end

        private

        def joints(pose)
          front = pose.fetch("front", false)
          hips = [0.0, 0.0]
          shoulders = go(hips, pose["body"], TRUNK)
          head = go(shoulders, pose.fetch("head", pose["body"]), NECK + HEAD)
          beside = ->(point, by) { front ? [point[0] + by, point[1]] : point }
          arms = pose["arms"].zip([1, -1]).map { |way, sign| arm(beside.call(shoulders, sign * SHOULDER), way) }
          legs = pose["legs"].zip([1, -1], feet(pose, front)).map { |way, sign, foot|
            leg(beside.call(hips, sign * HIP), way, foot, front)
          }
          trunk = front ? [*[1, -1].map { |sign| beside.call(shoulders, sign * SHOULDER) }, hips] : [shoulders, hips]
          {trunk: trunk, arm: arms[0], other_arm: arms[1], leg: legs[0], other_leg: legs[1], head: [head]}
        end

        def feet(pose, front) = pose.fetch("feet") { front ? [60, -60] : [90, 90] }

        def arm(from, way)
          elbow = go(from, way[0], UPPER_ARM)
          [from, elbow, go(elbow, way[1], FOREARM)]
        end

        def leg(from, way, foot, front)
          knee = go(from, way[0], THIGH)
          ankle = go(knee, way[1], SHANK)
          [from, knee, ankle, go(ankle, foot, front ? FOOT / 2 : FOOT)]
        end

        def go(from, degrees, length)
          radians = degrees * Math::PI / 180
          [from[0] + length * Math.sin(radians), from[1] - length * Math.cos(radians)]
        end
      end
    end
  end
end
