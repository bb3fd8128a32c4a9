module JauntyBell::Core
  module Weeks
    # A schedule gone through class by class with every learner: who does what at which rung, in lanes, and what is
    # expected of each. At most so many new things for each learner in a class, none of them in its last third.
    #
    #   Walk.new(layout, schedule).classes # => [[Stop, …], …] of each class, in the order of the hour
    class Walk
      # One place: `strand`, `times`; `kind` :new, :climb, :learn or :review; by learner `rungs` (indexes, nil for who
      # may not do it that day), `rates`, `before` and `after`, the chances that they really can at their rung; `main`
      # the rung of most; shares of the group that can at the rung wanted, `ready` before and `came` after; `instead`
      # [Instead::Choice] of those who do something else.
      Stop = Struct.new(:strand, :times, :kind, :rungs, :rates, :before, :after, :main, :ready, :came, :instead)
      KINDS = %i[new climb learn review].freeze # in the order of the hour: what is new comes while heads are fresh
      LANES = 3 # a coach can keep going at once; common practice, no source
      # What laying out again after each class adds to what a plan should gain, since places go to who is near; the
      # product's own, by what was found on simulated squads
      AGAIN = 0.4
      OWNED = 0.6 # of those who are to be expected really can: a review; the product's own

      def initialize(layout, schedule)
        @timetable = layout.timetable
        @schedule = schedule
        @squad = layout.squad
        @walks = @timetable.strands.transform_values(&:set_out)
        @main = {}
        @begun = @timetable.strands.each_value.reject(&:new?).map(&:id)
        @instead = Instead.new(@timetable, schedule, @walks)
      end

      def classes = @classes ||= Array.new(@timetable.classes) { |index| hold(index) }

      # By learner, the chance that they really can at the end.
      def at_the_end(strand)
        classes
        walk, rung, ends = @walks[strand.id], strand.wanted || 0, @squad.end_index
        today = strand.set_out
        Array.new(@squad.size) do |l|
          more = AGAIN * [walk.logit(l, rung, ends) - today.logit(l, rung, nil), 0.0].max
          Learning.can(walk.logit(l, rung, ends) + more, walk.variance(l) + 2 * more * more)
        end
      end

      private

      def hold(index)
        @fresh = Array.new(@squad.size, 0)
        stops = in_class(index).map { |strand, times| [strand, times, kind(strand, index)] }
          .sort_by { |strand, _, kind| [KINDS.index(kind), -strand.importance, strand.id.to_s] }
        early = (stops.sum { |_, times, _| times } * 2/3r).ceil
        at = 0
        stops.map do |strand, times, kind|
          stop(strand, times, kind, index, fresh: at < early).tap { at += times }
        end.tap { help }
      end

      # What was practised helps what builds on it.
      def help =
        @walks.each { |id, walk| walk.helped_by(@walks.values_at(*@timetable.strands[id].bases).compact) }

      def in_class(index) =
        @schedule.filter_map { |id, places|
          places.find { |at, _| at == index }&.then { |_, times| [@timetable.strands[id], times] }
        }

      def kind(strand, index)
        return :new unless @begun.include?(strand.id)
        walk, now = @walks[strand.id], main(strand, wishes(strand, index, fresh: true), index)
        return :climb if now > stood(strand)
        there = now >= (strand.wanted || now)
        can = present(strand, index) { |l| walk.can(l, strand.wanted || walk.own[l], index) }
        (there && can >= OWNED) ? :review : :learn
      end

      # The rung of most in the class before, or where most stand.
      def stood(strand) =
        @main.fetch(strand.id) { @walks[strand.id].own.tally.max_by { |rung, count| [count, -rung] }&.first || 0 }

      def stop(strand, times, kind, index, fresh:)
        walk = @walks[strand.id]
        rungs = lanes(wishes(strand, index, fresh: fresh))
        pin = @timetable.pins.dig(index, strand.id) and rungs = rungs.map { |rung| rung && pin }
        instead = @instead.choices(strand, rungs, index) { |l| begins?(l, fresh) }
        staying = rungs.each_index.map { |l| rungs[l] if instead.none? { |choice| choice.rungs[l] } }
        count_new(walk, staying)
        rates, before = each_does(rungs) { |l, rung| walk.foretold(l, rung, index) }, can(walk, rungs, index)
        ready, stood = walk.share(strand.wanted || 0, index), stood(strand)
        walk.drill(index, times, staying)
        instead.each { |choice| go_on(choice, index, times) }
        @begun |= [strand.id]
        @main[strand.id] = main(strand, rungs, index)
        kind = :learn if kind == :climb && @main[strand.id] <= stood # who would go up has something new already
        Stop.new(strand, times, kind, rungs, rates, before, can(walk, rungs, index), @main[strand.id], ready,
          walk.share(strand.wanted || 0, index), instead)
      end

      def go_on(choice, index, times)
        walk = @walks[choice.strand.id]
        count_new(walk, choice.rungs)
        walk.drill(index, times, choice.rungs)
      end

      # Counts what is new to each.
      def count_new(walk, rungs) = rungs.each_with_index { |rung, l| @fresh[l] += 1 if rung && !walk.met?(l, rung) }

      # Whether a learner may begin something: in the first places of an hour, and not too much.
      def begins?(learner, early) = early && @fresh[learner] < [@timetable.limits.new_things, 1].max

      def can(walk, rungs, index) = each_does(rungs) { |l, rung| walk.can(l, rung, index) }

      def each_does(rungs) = rungs.each_with_index.map { |rung, l| rung && yield(l, rung) }

      # By learner, the rung they would do: what would be one new thing too many stays as it is.
      def wishes(strand, index, fresh:)
        walk = @walks[strand.id]
        Array.new(@squad.size) do |l|
          next if strand.chances[l][index].zero?
          rung = walk.next_rung(l, index)
          next rung if walk.met?(l, rung) || rung.zero?
          begins?(l, fresh) ? rung : walk.own[l]
        end
      end

      # At most LANES rungs at once: the rungs that the fewest have to leave theirs for; those go to the next one down.
      def lanes(wishes)
        done = wishes.compact
        return wishes if done.uniq.size <= LANES
        kept = done.uniq.combination(LANES).min_by do |rungs|
          [done.sum { |wish| (wish - nearest(rungs, wish)).abs }, rungs]
        end
        wishes.map { |wish| wish && nearest(kept, wish) }
      end

      def nearest(rungs, wish) = rungs.select { |rung| rung <= wish }.max || rungs.min

      # The rung of most of those who are to be expected; of two, the lower.
      def main(strand, rungs, index)
        weights = Hash.new(0.0)
        rungs.each_with_index { |rung, l| weights[rung] += strand.chances[l][index] if rung }
        weights.max_by { |rung, weight| [weight, -rung] }&.first || 0
      end

      def present(strand, index)
        chances = strand.chances.map { |row| row[index] }
        total = chances.sum
        total.zero? ? 0.0 : chances.each_with_index.sum { |chance, l| chance * yield(l) } / total
      end
    end
  end
end
