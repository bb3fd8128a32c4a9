require "json"

module JauntyBell::Core
  module Bench
    module Figure
      # The parts of a body as they are seen from somewhere: bands wound round its bones, with the widths of look.json,
      # which the interface reads too (web/src/kit/figure). Cm on the page: x to the right, y down, near towards whoever
      # looks.
      #
      #   Bands.of(pose.joints, Bands::VIEWS["side"]).last.name # => :foot, the nearest
      module Bands
        LOOK = JSON.parse(File.read(File.join(__dir__, "look.json"))).freeze
        # {name => {"turn" => the way one looks in degrees, "tilt" => how far down}}
        VIEWS = LOOK["views"].freeze
        # side: :left, :right or nil of the middle; from, to: [x, y]; radii: cm at either end; windings: cm from one to
        # the next, 0 where it is bare.
        Band = Value.of(:name, :side, :from, :to, :radii, :windings, :near)

        class << self
          # Every part, the farthest first.
          def of(joints, view)
            all = joints.merge(ends(joints))
            middle = LOOK["middle"].map { |facts| band(nil, facts, all, view) }
            limbs = %i[left right].flat_map { |side| LOOK["limbs"].map { |facts| band(side, facts, all, view) } }
            (middle + limbs).each_with_index.sort_by { |each, i| [each.near, i] }.map(&:first)
          end

          # Where a place is seen: [x, y, near].
          def seen(place, view)
            turn, tilt = view.values_at("turn", "tilt").map { |degrees| degrees * Math::PI / 180 }
            x, y, z = place
            along = x * Math.cos(turn) + y * Math.sin(turn)
            [x * Math.sin(turn) - y * Math.cos(turn), -(z * Math.cos(tilt) + along * Math.sin(tilt)),
              z * Math.sin(tilt) - along * Math.cos(tilt)]
          end

          private

          def band(side, (name, one, other, wide, narrow, windings), all, view)
            from, to = [one, other].map { |joint| seen(all.fetch(side ? :"#{side}_#{joint}" : joint.to_sym), view) }
            Band.new(name: name.to_sym, side: side, from: from.first(2), to: to.first(2), radii: [wide, narrow],
              windings: windings, near: (from[2] + to[2]) / 2)
          end

          # Heels, toes and the crown of the head.
          def ends(joints)
            found = {crown: Vector.go(joints[:head], Vector.less(joints[:head], joints[:neck]), LOOK["crown"])}
            %i[left right].each do |side|
              ankle, ball = joints[:"#{side}_ankle"], joints[:"#{side}_ball"]
              way = Vector.less(ball, ankle)
              level, long = Math.hypot(way[0], way[1]), Vector.size(way)
              found[:"#{side}_toe"] =
                (level > 3) ? Vector.go(ball, [way[0] / level, way[1] / level, 0.0], LOOK["toes"]) : ball
              found[:"#{side}_heel"] =
                Vector.go(ankle, [-way[0] / long, -way[1] / long, (ball[2] < 4) ? -0.5 : 0.0], LOOK["heel"])
            end
            found
          end
        end
      end
    end
  end
end
