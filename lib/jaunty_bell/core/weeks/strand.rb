module JauntyBell::Core
  module Weeks
    # One combination over the classes of a programme, and what a group is expected to be able to do with it if it is
    # drilled in some of them.
    #
    # Places are [index of the class, times over], in order of classes. Each learner does the rung of their own
    # (Progress).
    #
    #   strand.course([[0, 1], [2, 1]]).share # => 0.71, of the group
    class Strand
      # All 0–1 and of the group: `share` that really can at the rung wanted at the end; `credit` for that and for rungs
      # on the way; `first` that can at the first rung; `lapses` lost since the last place.
      Course = Struct.new(:share, :credit, :first, :lapses)
      BEGUN = Rational(1, 3) # of the group marked on it: it has been begun
      # Of a goal's worth is at the rung wanted; the rest is spread evenly over the rungs on the way. The product's own
      WANTED = 0.75

      attr_reader :id, :combination, :wanted, :importance, :waiting, :bases, :ladder, :squad, :attempts, :chances

      # `squad` a Squad; `wanted` index of the rung wanted by the end, nil for what is only kept up or is a step on the
      # way; `bases` ids of what it builds on; `waiting` the importance of all the new goals that wait for it; `climbs`
      # the clean share from which a learner goes a rung up.
      def initialize(id, combination, squad:, ladder:, wanted: nil, importance: 1, waiting: 0, bases: [],
        attempts: squad.model.attempted, climbs: Limits.new.go_up / 100.0)
        @id = id
        @combination = combination
        @squad = squad
        @ladder = ladder
        @wanted = wanted
        @importance = importance
        @waiting = waiting
        @bases = bases
        @attempts = attempts
        @climbs = climbs
        @chances = squad.chances(combination)
        @courses = {}
      end

      def goal? = !wanted.nil?

      # Whether it is new to the group.
      def new? = squad.new?(id)

      # Classes it has stood in up to now, one after another.
      def running = @running ||= squad.model.running(id)

      # The day on which the group met it, where it has not been back since; nil for what is new or has.
      def met_once = @met_once ||= squad.model.days(id).then { |days| days.first if days.size == 1 }

      # The last two days it was done on, as Julian days.
      def lately = @lately ||= squad.model.days(id).last(2)

      # The rung beyond which nobody is taken: the one wanted, or where most stand.
      def top = @top ||= wanted || set_out.own.sort[squad.size / 2] || 0

      # A Progress from today.
      def set_out = (@ground ||= Ground.new(self)).progress(climbs: @climbs)

      def course(places) = @courses[places] ||= along(places).course

      # The share that can just before a class at the rung wanted (at the one where most stand, of what is no goal),
      # after the places before it.
      def share_at(index, places)
        before = places.take_while { |at, _| at < index }
        (@shares ||= {})[[index, before]] ||= along(before).share(top, index)
      end

      # A Progress over these places.
      def along(places)
        set_out.tap { |walk| places.each { |index, times| walk.drill(index, times) } }
      end

      # The share that can today, at the rung wanted or else where it stands.
      def share_now = set_out.share(wanted || 0, nil)

      def trail(learner) = squad.model.trail(learner.id, id)

      def rank(index) = Bench::Rungs.rank(ladder[index])
    end
  end
end
