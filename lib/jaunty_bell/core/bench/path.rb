module JauntyBell::Core
  module Bench
    # Where the feet go in steps: a path on the floor with its distances and its shape. A step is half a stance unless
    # it is written; the following foot moves as far as the leading one, so the stance keeps its width and the feet
    # never cross. A house model, in round numbers: no measurement of anyone's feet.
    #
    #   Path.new(Notation.read("step in-step left-step out-step right")).shape # => "square"
    #   Path.new(Notation.read("gallop in 1m")).length                          # => 100.0
    #
    # Centimetres from where the middle of the stance begins: x ahead, y to the left.
    class Path
      STEP = Frames::Pose::LENGTH / 2 # a step: half a stance
      STANCE = Frames::Pose::LENGTH # a gallop and a walk-up: a whole one
      DIAGONAL = 45 # degrees a step off goes to its side of straight ahead
      LONG = 90 # cm beyond which a single step pulls the stance apart; the product's own
      NARROW = 25 # cm between the feet below which a push topples; the product's own
      NEAR = 10 # cm within which two places are one
      SHAPES = %w[line T square V circle pendulum].freeze

      # Where the middle of the stance stands after an action: cm, and degrees it faces, counter-clockwise.
      Point = Value.of(:x, :y, :facing, :index) do
        def distance(other) = Math.hypot(other.x - x, other.y - y)
      end

      # Whether a combination is steps and pauses alone.
      def self.of_steps?(combination) =
        combination.actions.any? { |action| action.technique.step? } &&
          combination.actions.all? { |action| action.own? && (action.technique.step? || action.pause?) }

      # The Path of a combination of steps alone; nil where it has more in it.
      def self.of(combination, reading = Notation::Reading.new) =
        (new(combination, reading) if of_steps?(combination))

      # A pattern of one of SHAPES that is `size` cm from end to end, as notation. Raises InvalidInput.
      def self.shaped(name, size)
        unless SHAPES.include?(name)
          raise InvalidInput.new("\"#{name}\" is no pattern of ours. There are #{Words.list(SHAPES)}.", path: "shape")
        end
        unless size.between?(*Action::DISTANCES.minmax)
          raise InvalidInput.new("A pattern is from #{Action::DISTANCES.min} cm to #{Action::DISTANCES.max / 100} m " \
            "long; this is #{size} cm.", path: "size")
        end
        steps = ->(step, length) { ["#{step} #{length.fdiv(count = (length / STANCE).ceil).round}cm"] * count }
        half = size / 2
        {"line" => steps.call("step in", size) + steps.call("step out", size),
         "T" => steps.call("step in", size) + steps.call("step left", half) + steps.call("step right", size) +
           steps.call("step left", half) + steps.call("step out", size),
         "square" => %w[in left out right].flat_map { |way| steps.call("step #{way}", size) },
         "V" => [["left", "right"], ["right", "left"]].flat_map { |side, back|
           along = (size / Math.sqrt(2)).round
           steps.call("step off #{side}", size) + steps.call("step out", along) + steps.call("step #{back}", along)
         },
         "circle" => circle(size),
         "pendulum" => steps.call("gallop in", size) + steps.call("gallop out", size)}.fetch(name).join("-")
      end

      # Eight steps round, each so long that the whole is `size` cm across.
      def self.circle(size)
        round = ->(cm) { ["angle out left #{cm}cm"] * 8 }
        cm = Action::DISTANCES.bsearch { |length| new(Notation.read(round.call(length).join("-"))).extent.max >= size }
        round.call(cm || Action::DISTANCES.max)
      end
      private_class_method :circle

      # `reading` says which foot stands in front; `combination` may hold more than steps, of which only steps move.
      def initialize(combination, reading = Notation::Reading.new)
        @combination = combination
        @reading = reading
      end

      # Points in order, the start first.
      def points = walked.map(&:first)

      # Both feet at each point: [{lead: [x, y], rear: [x, y]}, …], by the stance of entry.
      def feet =
        walked.map { |_, pose| %i[lead rear].to_h { |side| [side, pose.place(side).map { |cm| cm.round(1) }] } }

      # Cm that the middle of the stance goes.
      def length = points.each_cons(2).sum { |one, two| one.distance(two) }.round(1)

      # Where it ends: {x:, y:, from_start: cm, facing: degrees}.
      def ends
        last = points.last
        {x: last.x, y: last.y, from_start: last.distance(points.first).round(1), facing: last.facing}
      end

      # [cm ahead and back, cm to the sides] that it takes.
      def extent = %i[x y].map { |axis| points.map(&axis).minmax.then { |least, most| (most - least).round(1) } }

      # The least cm between the feet, in stance and on the way.
      def narrowest = apart.min.round(1)

      # Whether the left foot is ever to the right of the right one, in stance or on the way.
      def crossed? = walked.any? { |_, _, crossed| crossed }

      # One of SHAPES, or nil.
      def shape
        return unless turns_round? || @combination.actions.any? { |action| action.technique.travels? }
        return "circle" if turns_round?
        return "pendulum" if pendulum?
        return "square" if square?
        return "T" if t?
        return "V" if v?
        "line" if line?
      end

      # Places where it turns, each once: where a cone stands.
      def corners
        kept = points.chunk_while { |one, two| one.distance(two) < 1 }.map(&:first)
        turning = kept.each_cons(3).filter_map { |one, two, three| two if turned?(one, two, three) }
        [kept.first, *turning, kept.last].each_with_object([]) { |point, found|
          found << point if found.none? { |other| other.distance(point) < NEAR }
        }
      end

      # The same the other way about: left for right.
      def mirrored
        Path.new(Combination.new(@combination.named.map { |action| action.other_side(@reading.lexicon) }), @reading)
      end

      # What a coach is told of it: [[rule, sentence]].
      def findings
        [(["crossed-feet", "The feet cross on the way: let the foot of that side go first."] if crossed?),
          (if narrowest < NARROW
             ["narrow-stance",
               "The feet come within #{narrowest.round} cm of each other: it is quick, and a push topples " \
              "you there. Set the stance again at once."]
           end), *long_steps,
          ["ends", where_it_ends]].compact
      end

      # "It ends where it began", or how far from there, and which way it faces.
      def where_it_ends
        last = points.last
        return "It ends where it began#{facing(last)}." if last.distance(points.first) < NEAR
        ways = [[last.x, "ahead", "back"], [last.y, "to the left", "to the right"]]
          .filter_map { |cm, one, other| "#{cm.abs.round} cm #{cm.positive? ? one : other}" if cm.abs >= NEAR }
        "It ends #{Words.list(ways)} of where it began#{facing(last)}: mirror it to come back, or say how they do."
      end

      private

      def facing(point)
        turned = point.facing.round % 360
        return "" if turned.zero?
        ", turned #{(turned > 180) ? 360 - turned : turned}° to the #{(turned > 180) ? "right" : "left"}"
      end

      def long_steps
        walked.filter_map do |point, _, _, gone|
          next unless gone && gone > LONG && point.index
          ["long-step", "#{Notation::Speech.new.action(@combination.named[point.index])} is one step of " \
            "#{gone.round} cm: make two of it, or the stance is pulled apart."]
        end.uniq
      end

      def apart = walked.flat_map { |_, pose, _, _, on_the_way| [between(pose), *on_the_way].compact }

      def between(pose)
        one, two = pose.place(:lead), pose.place(:rear)
        Math.hypot(one[0] - two[0], one[1] - two[1])
      end

      # [[Point, pose, whether the feet crossed, cm gone in one step, narrowest on the way], …]
      def walked
        @walked ||= begin
          pose = Frames::Pose.new(x: 0.0, y: 0.0, facing: 0.0, front: (@reading.stance == :square) ? nil : :lead,
            left: (@reading.stance == :southpaw) ? :rear : :lead)
          found = [[point(pose, nil), pose, false, nil, nil]]
          @combination.actions.each_with_index do |action, i|
            [action.with, action].compact.select { |each| each.own? && each.technique.step? }.each do |step|
              before = pose
              pose = stepped(pose, step)
              found << [point(pose, i), pose, crossing?(before, pose), gone(step), gathered(step)]
            end
          end
          found
        end
      end

      def point(pose, index) =
        Point.new(x: pose.x.round(1) + 0.0, y: pose.y.round(1) + 0.0,
          facing: pose.facing.round(1) % 360 + 0.0, index: index)

      def said(step) = step.technique.picture

      # How far a step goes: as it is written, or half a stance; a gallop and a walk-up a whole one.
      def gone(step)
        return unless step.technique.travels?
        step.distance || ((said(step)["feet"] == "gather" || step.technique.changes_feet?) ? STANCE : STEP)
      end

      # Feet come together on the way of a gallop: the least between them then.
      def gathered(step) = (said(step)["feet"] == "gather") ? Math.hypot(9.0, Frames::Pose::WIDTH) : nil

      def stepped(pose, step)
        said, goes = said(step), gone(step)
        pose = pose.but(front: pose.other(pose.front)).set if step.technique.changes_feet? && pose.front
        if step.technique.id == "step-off" then off(pose, step.side, goes)
        elsif said["turn"] then turned(pose, step, said, goes)
        elsif said["aside"] then pose.moved(0.0, pose.hand(step.side) * goes)
        elsif said["nearer"] then pose.moved((said["nearer"] <=> 0) * goes)
        else pose
        end
      end

      # Off the line: ahead and to its side.
      def off(pose, side, goes)
        radians = DIAGONAL * Math::PI / 180
        pose.moved(goes * Math.cos(radians), pose.hand(side) * goes * Math.sin(radians))
      end

      def turned(pose, step, said, goes)
        pose = pose.moved(0.0, pose.hand(step.side) * goes) if said["aside"]
        pose.turned_about(pose.front || :lead, -pose.hand(step.side) * said["turn"])
      end

      # The foot on the side it goes to leads; it would cross only if it passed over the other's line.
      def crossing?(before, after)
        [before, after].any? do |pose|
          radians = pose.facing * Math::PI / 180
          across = ->(side) {
            x, y = pose.place(side)
            -x * Math.sin(radians) + y * Math.cos(radians)
          }
          across.call(pose.left) <= across.call(pose.other(pose.left))
        end
      end

      def turned?(one, two, three)
        first, second = [[one, two], [two, three]].map { |a, b| Math.atan2(b.y - a.y, b.x - a.x) }
        ((second - first).abs * 180 / Math::PI % 360).then { |angle| [angle, 360 - angle].min } > 20
      end

      # Legs of the path with steps in one direction joined: [[dx, dy], …].
      def legs
        @legs ||= points.each_cons(2).map { |one, two| [two.x - one.x, two.y - one.y] }
          .reject { |x, y| Math.hypot(x, y) < 1 }
          .chunk_while { |one, two| same_way?(one, two) }.map { |list| [list.sum { |x, _| x }, list.sum { |_, y| y }] }
      end

      def same_way?(one, two) = cosine(one, two) > 0.98

      def cosine(one, two) = (one[0] * two[0] + one[1] * two[1]) / Math.hypot(*one) / Math.hypot(*two)

      def home? = points.last.distance(points.first) < NEAR

      def turns_round?
        turns = @combination.actions.filter_map { |action|
          degrees = said(action)["turn"] if action.technique.step?
          [action.side, degrees] if degrees
        }
        turns.map(&:first).uniq.size == 1 && turns.sum(&:last) >= 300
      end

      def line? = legs.any? && legs.all? { |leg| cosine(leg, legs.first).abs > 0.98 }

      # There and back again along the line of attack, the same way each time.
      def pendulum? =
        line? && home? && legs.first[1].abs < 1 && legs.size.even? &&
          @combination.actions.all? { |action| action.pause? || said(action)["feet"] == "gather" }

      def square? =
        legs.size == 4 && home? && legs.each_cons(2).all? { |one, two| cosine(one, two).abs < 0.1 } &&
          legs.map { |leg| Math.hypot(*leg) }.minmax.then { |least, most| most < 1.5 * least }

      # Places it goes to besides the start, the furthest of each way.
      def tips = corners.reject { |point| point.distance(points.first) < NEAR }

      # Along a line, and to both sides at its end.
      def t?
        return unless tips.size == 3 || tips.size == 2
        head = tips.map(&:x).max
        bar = tips.select { |tip| (tip.x - head).abs < NEAR }
        bar.map(&:y).then { |list| list.any?(&:positive?) && list.any?(&:negative?) } && head > NEAR &&
          points.all? { |point| point.y.abs < NEAR || (point.x - head).abs < NEAR }
      end

      # Ahead to one side and back, ahead to the other and back.
      def v?
        ahead = points.select { |point| point.x > NEAR && point.y.abs > NEAR }
        one, two = [1, -1].map { |sign| ahead.select { |point| point.y * sign > 0 }.max_by(&:x) }
        one && two && (one.x - two.x).abs < NEAR && (one.y + two.y).abs < NEAR &&
          points.drop(1).any? { |point| point.distance(points.first) < NEAR }
      end
    end
  end
end
