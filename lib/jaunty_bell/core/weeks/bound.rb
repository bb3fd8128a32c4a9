module JauntyBell::Core
  module Weeks
    # What no plan can exceed, whatever it does: to own a rung takes marks from two days, each of which comes about only
    # as often as the student is there and is marked; so does the rung beneath for those who do not own it; and there
    # are only so many places. The best credit of each goal by the number of its places, made concave and filled up in
    # order of what a place brings (the linear relaxation of a knapsack; Dantzig 1957).
    class Bound
      def initialize(timetable, squad)
        @timetable = timetable
        @squad = squad
      end

      # Importance-weighted share, 0–1.
      def value
        goals = @timetable.strands.values.select(&:goal?)
        total = goals.sum(&:importance).to_f
        return 0.0 if total.zero?
        steps = goals.flat_map do |strand|
          rises(strand).map { |places, rise| [rise * strand.importance / total, places] }
        end
        room = @timetable.classes * @timetable.slots
        goals.sum { |strand| strand.importance * most(strand, 0) } / total + fill(steps, room) + waited_for / total
      end

      private

      # As if all of it were owned as well as it can be, at no cost of places.
      def waited_for =
        @timetable.strands.values.sum do |strand|
          Timetable::WAIT * strand.waiting * share(strand, 0, @timetable.classes)
        end

      def fill(steps, room)
        steps.sort_by { |worth, places| -worth / places }.sum do |worth, places|
          taken = [places, room].min
          room -= taken
          worth * taken / places
        end
      end

      # [places, what they raise the credit by] along the upper concave hull of credit by places.
      def rises(strand)
        points = (0..@timetable.classes).map { |places| [places, most(strand, places)] }
        hull(points).each_cons(2).map { |(x0, y0), (x1, y1)| [x1 - x0, y1 - y0] }.select { |_, rise| rise.positive? }
      end

      def hull(points)
        points.each_with_object([]) do |point, hull|
          hull.pop while hull.size > 1 && slope(hull[-2], hull[-1]) <= slope(hull[-1], point)
          hull << point
        end
      end

      def slope(one, two) = (two[1] - one[1]).fdiv(two[0] - one[0])

      # The largest credit there can be with so many places.
      def most(strand, places)
        return 0.0 if @squad.size.zero?
        shares = (0..strand.wanted).map { |rung| share(strand, rung, places) }
        if strand.wanted.zero?
          shares.first
        else
          Strand::WANTED * shares.last + (1 - Strand::WANTED) * shares[0...-1].sum / strand.wanted
        end
      end

      def share(strand, rung, places) =
        @squad.learners.each_index.sum { |l| strand.at_best(l, rung, places) } / [@squad.size, 1].max
    end
  end
end
