module JauntyBell::Core
  module Weeks
    # A programme met with a group: which strands it has, in which classes they may be drilled, and what it is planned
    # from. Plans come of it.
    #
    #   layout = Layout.new(programme, shelf: {id => Card::Named}, learners: learners, today: today)
    #   layout.wishes # => [Obstacle] what cannot be
    #   layout.plan(seed: 1) { |done| … } # => Plan
    class Layout
      MOST_STRANDS = 36

      attr_reader :programme, :shelf, :squad, :ladder, :school, :today

      # `shelf` what may be taught, archived combinations left out; `model` a Learning::Model of the group's marks;
      # `from` the first day that is planned. Raises InvalidInput.
      def initialize(programme, shelf:, learners:, model:, today:, from: today, school: Lexicon::School.default,
        juniors: false)
        @programme = programme.checked
        @shelf = shelf
        @today = today
        @from = from
        @ladder = Bench::Rungs.from(school.first_rung)
        @school = school
        @juniors = juniors
        @squad = Squad.new(learners, meetings: programme.meetings.select { |meeting| meeting.on >= from },
          today: today, ends: programme.ends, model: model)
      end

      # The same group met with another programme.
      def but_for(programme)
        Layout.new(programme, shelf: shelf, learners: squad.learners, model: squad.model, today: today, from: @from,
          school: school, juniors: @juniors)
      end

      # The classes that are still to be planned.
      def meetings = squad.meetings

      def goals = programme.goals.select { |goal| shelf.key?(goal.combination_id) }

      # The rung of a goal as it can be wanted here: a rung the club does not teach is its first; juniors do not answer
      # back to the head.
      def wanted(goal)
        index = ladder.index(goal.rung) || 0
        capped?(goal) ? [index, ladder.index("call")].min : index
      end

      def capped?(goal) =
        @juniors && goal.rung == "answer" && shelf[goal.combination_id].what.actions
          .any? { |action| action.contact? && action.level == :head }

      def timetable =
        @timetable ||= Timetable.new(strands, days: meetings.map(&:on), slots: programme.slots,
          limits: programme.limits, pins: pins, barred: barred)

      def strands =
        @strands ||= [*goals.map { |goal|
          strand(goal.combination_id, wanted: wanted(goal), importance: goal.importance)
        }, *steps, *pinned, *kept].uniq(&:id).first(MOST_STRANDS)

      # What is in the way of it (Obstacles); planning goes on without what cannot be.
      def wishes = @wishes ||= Obstacles.new(self).all

      # Raises InvalidInput as #refuse_empty does. The block is told how far it is (0–1).
      # `came` are loads of weeks that are over (Loads); `work` is what Planner takes.
      def plan(seed: 0, came: {}, **work, &progress)
        refuse_empty
        Plan.of(self, Planner.new(timetable, squad, seed: seed, **work).find(&progress), loads(came: came), seed)
      end

      # Raises InvalidInput where there is nothing to plan.
      def refuse_empty
        if meetings.empty?
          raise InvalidInput.new("Every class of this programme is over: move it or begin another.", path: "start")
        end
        if squad.size.zero?
          raise InvalidInput.new("Nobody in this group comes at the moment: there is no one to plan for.",
            path: "group")
        end
        if goals.empty?
          raise InvalidInput.new("None of the goals is on the shelf any more: take them back onto it, or " \
            "choose others.", path: "goals")
        end
      end

      def loads(came: {}) =
        Loads.new(programme.meetings, effort: programme.effort, limits: programme.limits,
          usual: programme.usual, came: came)

      def name(id) = shelf.fetch(id).name

      # The share that is expected to be able to do a combination at a rung if it alone is drilled, as often as variety
      # lets it: the most that could be expected.
      def alone(id, rung) = (@alone ||= {})[[id, rung]] ||= alone_with(strand(id, wanted: rung))

      private

      def alone_with(strand)
        open = meetings.each_index.reject { |index| timetable.barred?(strand.id, index) }
        strand.course(open.map { |index| [index, 1] }).share
      end

      # Attempts in a place: what fits at the usual pace with two who share the time, as far as a coach counts them.
      def attempts(combination)
        beats = Bench::Analysis.new(combination).beats
        Bench::Pace.sets(beats: beats, work: programme.seconds/2r).clamp(1, squad.model.attempted)
      end

      def strand(id, **facts)
        what = shelf[id].what
        Strand.new(id, what, squad: squad, ladder: ladder, bases: bases(id), attempts: attempts(what),
          climbs: programme.limits.go_up / 100.0,
          waiting: waiting.fetch(id, 0), **facts)
      end

      # {id => importance of the new goals that wait for it, however deep}.
      def waiting
        @waiting ||= goals.each_with_object(Hash.new(0)) do |goal, found|
          wanting, seen = [goal.combination_id], []
          while (id = wanting.shift)
            next if seen.include?(id) || !squad.new?(id)
            seen << id
            bases(id).each { |base| (found[base] += goal.importance) && wanting << base }
          end
        end
      end

      def bases(id) = (@bases ||= {})[id] ||= basis.of(id)

      def basis = @basis ||= Bench::Basis.new(shelf.transform_values(&:what))

      # What new goals wait for.
      def steps = waiting.keys.map { |id| strand(id) }

      # What a coach has put into a class, whether it is a goal or not.
      def pinned = programme.pins.map(&:combination_id).uniq.select { |id| shelf.key?(id) }.map { |id| strand(id) }

      # What the group has begun otherwise, and should not lose: what most know comes first.
      def kept
        (shelf.keys - goals.map(&:combination_id)).reject { |id| squad.new?(id) }
          .sort_by { |id| [-squad.learners.count { |one| squad.model.trail(one.id, id).classes.positive? }, name(id)] }
          .map { |id| strand(id) }
      end

      # {class => {id => rung index or nil}} of what can be honoured.
      def pins
        programme.pins.select { |pin| shelf.key?(pin.combination_id) }.each_with_object({}) do |pin, pins|
          index = meetings.index { |meeting| meeting.on == pin.on } or next
          in_class = pins[index] ||= {}
          if in_class.size < programme.slots && strands.any? { |strand| strand.id == pin.combination_id }
            in_class[pin.combination_id] = pin.rung && ladder.index(pin.rung)
          end
        end
      end

      def barred
        pinned = programme.pins.map { |pin| [pin.combination_id, pin.on] }
        meetings.each_with_index.flat_map do |meeting, index|
          early = programme.not_before.select { |_, day| meeting.on < day }.keys
          never = programme.never.select { |_, day| day == meeting.on }.map(&:first)
          (early + never).uniq.reject { |id| pinned.include?([id, meeting.on]) }.map { |id| [id, index] }
        end.to_set
      end
    end
  end
end
