module JauntyBell::Core
  module Weeks
    # One combination over the classes of a programme, and what a group is expected to come to if it is drilled on some
    # of them.
    #
    # Places are [index of the class, index of the group's rung, times over], in order of classes. Each learner does the
    # version of their own (Versions): a rung higher who owns the group's, a rung lower who does not own the one
    # beneath.
    #
    #   strand.course([[0, 0, 1], [2, 0, 1]]).end_share # => 0.71, of the group
    class Strand
      # `places`, and all else 0–1, of the group: `end_share` that own it as wanted at the end; `credit` for that and
      # for rungs on the way (both nil without a rung wanted); `first` that own it at any rung at the end; `lapses`; by
      # place: `gates` the share that owns the rung beneath before one that begins a rung (nil for the others), and the
      # share that owns the rung `before` and `after`.
      Course = Struct.new(:places, :end_share, :credit, :first, :lapses, :gates, :before, :after)
      # What is known today, by learner and rung in one row: evidence and days of marks as they would weigh today and
      # the chances of no and of one day of marks; by learner the highest rung with marks, the chance of marks at each
      # class, and the score to set out from.
      Stock = Struct.new(:clean, :rough, :days, :none, :one, :reached, :chances, :starts)
      BEGUN = Rational(1, 3) # of the group marked at a rung: it has been begun
      # Of a goal's worth is at the rung wanted; the rest is spread evenly over the rungs on the way. The product's own
      WANTED = 0.6

      attr_reader :id, :combination, :wanted, :importance, :waiting, :bases, :begun, :ladder

      # `squad` a Squad; `wanted` index of the rung wanted by the end, nil for what is only kept up or is a step on the
      # way; `bases` ids of what it builds on; `waiting` the importance of all the new goals that wait for it.
      def initialize(id, combination, squad:, ladder:, wanted: nil, importance: 1, waiting: 0, bases: [],
        attempts: squad.habits.attempted)
        @id = id
        @combination = combination
        @squad = squad
        @ladder = ladder
        @wanted = wanted
        @importance = importance
        @waiting = waiting
        @bases = bases
        @attempts = attempts
        @courses = {}
        @shares = {}
        take_stock
      end

      def goal? = !wanted.nil?

      def new? = begun.negative?

      # The rung beyond which nobody is taken: the one wanted, or where the group stands, or the first.
      def top = [wanted || 0, begun].max

      # The highest rung begun once these places have been drilled; -1 for none.
      def begun_after(places) = places.reduce(begun) { |rung, place| (place[1] > rung) ? place[1] : rung }

      # A Walk from today.
      def set_out =
        Progress.new(@squad, @stock, rungs: ladder.size, top: top, begun: begun, wanted: wanted, attempts: @attempts)

      def course(places) = @courses[places] ||= along(places).course

      # A course that was walked already is not walked again.
      def remember(course) = @courses[course.places] ||= course

      # A Walk over these places, those before a class alone where one is named.
      def along(places, before: nil)
        set_out.tap do |walk|
          places.each do |index, rung, times|
            break if before && index >= before
            walk.drill(index, rung, times)
          end
        end
      end

      # Share of the group that owns it at a rung or higher just before a class, drilled on the places before that.
      def share_at(index, places, rung = 0) =
        @shares[[index, rung, places.take_while { |place| place[0] < index }]] ||= along(places, before: index)
          .share(rung, index)

      # For each place what each learner does and is expected to come to: [[{rung: name, rate:, before:, after:}, …],
      # …], and each learner's chance to own the rung wanted (or begun last) at the end.
      def trace(places)
        walk = set_out
        told = places.map do |index, rung, times|
          walk.told(index, rung, times).map { |each| each.merge(rung: ladder[each[:rung]]) }
        end
        [told, walk.at_the_end(wanted || [begun_after(places), 0].max)]
      end

      # The share that owns it now at a rung or higher.
      def share_now(rung = [wanted || begun, 0].max) =
        (0...@squad.size).sum { |l| set_out.owns?(l, rung) ? 1 : 0 }.fdiv([@squad.size, 1].max)

      # The chance that a learner can have owned a rung after so many more classes with it, each as likely as the
      # likeliest there is: two days of marks at the rung itself are needed, and two at the one beneath of somebody who
      # does not own that yet.
      def at_best(learner, rung, classes)
        walk = @today ||= set_out
        return 1.0 if walk.known_above?(learner, rung)
        needed = walk.days_short(learner, rung)
        needed += walk.days_short(learner, rung - 1) if rung.positive? && !walk.owns?(learner, rung - 1)
        at_least(needed, classes, @stock.chances[learner].max || 0.0)
      end

      private

      def take_stock
        known = @squad.learners.map { |learner| ladder.map { |rung| learner.known[[id, rung]] } }
        all = known.flatten(1)
        @stock = Stock.new(all.map { |e| e ? e.clean * faded(e) : 0.0 }, all.map { |e| e ? e.rough * faded(e) : 0.0 },
          all.map { |e| e ? e.behind * faded(e) : 0.0 }, all.map { |e| e ? 0.0 : 1.0 },
          all.map { |e| (e&.days == 1) ? 1.0 : 0.0 },
          known.map { |list| list.rindex { |e| e } || -1 }, @squad.chances(combination),
          @squad.starts(bases, ladder.first))
        @begun = (0...ladder.size).to_a.reverse.find { |rung|
          known.any? && known.count { |list| list[rung] } >= @squad.size * BEGUN
        } || -1
      end

      def faded(evidence) = Book::Evidence.fading([(@squad.today - evidence.on).to_i, 0].max, evidence.half_life)

      # P(a binomial count is so many or more).
      def at_least(needed, trials, chance)
        return 1.0 if needed.zero?
        [1 - (0...[needed, trials + 1].min).sum { |k| choose(trials, k) * chance**k * (1 - chance)**(trials - k) }, 0.0]
          .max
      end

      def choose(n, k) = (1..k).reduce(1) { |product, i| product * (n - i + 1) / i }
    end
  end
end
