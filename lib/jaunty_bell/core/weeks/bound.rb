module JauntyBell::Core
  module Weeks
    # What a plan is held against: each strand drilled as often as could be, as likely as the likeliest class, with
    # nothing forgotten in between or afterwards; and the places shared out as what they bring then (Rises).
    class Bound
      def initialize(timetable)
        @timetable = timetable
      end

      # Importance-weighted share, 0–1.
      def value
        steps, still = [], 0.0
        @timetable.strands.each_value do |strand|
          points = points(strand)
          still += points.first.last
          steps.concat(Rises.of(points))
        end
        still + Rises.taken(steps, @timetable.classes * @timetable.slots)
          .sum { |(places, rise), taken| rise * taken / places }
      end

      private

      # [[places, the most they could bring], …].
      def points(strand)
        walk, most, done = strand.set_out, -Float::INFINITY, 0
        [0, *Construct::COUNTS, @timetable.classes * @timetable.most_places].uniq.map do |places|
          (places - done).times { walk.drill_at_best }
          done = [places, done].max
          [places, most = [most, @timetable.worth(strand, walk.course)].max]
        end
      end
    end
  end
end
