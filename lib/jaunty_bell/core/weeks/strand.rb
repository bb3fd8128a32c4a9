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

      # A Progress from today.
      def set_out
        Progress.new(@squad, @standing, chances: @chances, starts: @starts, top: top, begun: begun, wanted: wanted,
          attempts: @attempts)
      end

      def course(places) = @courses[places] ||= along(places).course

      # A course that was walked already is not walked again.
      def remember(course) = @courses[course.places] ||= course

      # A Progress over these places, those before a class alone where one is named.
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
        did = places.map do |index, rung, times|
          walk.drill_each(index, rung, times).map { |each| each.merge(rung: ladder[each[:rung]]) }
        end
        [did, walk.at_the_end(wanted || [begun_after(places), 0].max)]
      end

      # The share that owns it now at a rung or higher.
      def share_now(rung = [wanted || begun, 0].max) =
        (0...@squad.size).sum { |l| set_out.owns?(l, rung) ? 1 : 0 }.fdiv([@squad.size, 1].max)

      # The chance that a learner can have owned a rung after so many more classes with it, each as likely as the
      # likeliest there is: two days of marks at the rung itself are needed, and two at the one beneath of somebody who
      # does not own that yet.
      def at_best(learner, rung, classes)
        return 1.0 if @standing.known_above?(learner, rung)
        needed = @standing.days_short(learner, rung)
        beneath = rung.positive? && !(@today ||= set_out).owns?(learner, rung - 1)
        needed += @standing.days_short(learner, rung - 1) if beneath
        at_least(needed, classes, @chances[learner].max || 0.0)
      end

      private

      # What is known today.
      def take_stock
        known = @squad.learners.map { |learner| ladder.map { |rung| learner.known[[id, rung]] } }
        @standing = Standing.today(known, rungs: ladder.size, on: @squad.today, habits: @squad.habits)
        @chances = @squad.chances(combination)
        @starts = @squad.starts(bases, ladder.first)
        @begun = (0...ladder.size).to_a.reverse.find { |rung| begun?(known, rung) } || -1
      end

      def begun?(known, rung) = known.any? && known.count { |list| list[rung] } >= @squad.size * BEGUN

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
