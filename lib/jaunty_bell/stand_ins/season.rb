module JauntyBell
  module StandIns
    # One season of a simulated squad, run one way.
    #
    #   Season.new(programme, shelf, seed: 3).run(Ways::Rotation) # => Outcome
    class Season
      # Importance-weighted shares of the squad at the end: `owns` by the marks, `able` by what they really can;
      # `lapses` a student, of goals once owned at the rung wanted; `peak` the most a week's load rose above the fullest
      # before it, and how often it `broke` a limit.
      Outcome = Core::Value.of(:owns, :able, :lapses, :peak, :broke)

      # `met` ids the squad has half learned already.
      def initialize(programme, shelf, seed:, size: 12, met: [], first_rung: "count")
        @programme = programme
        @shelf = shelf
        @seed = seed
        @size = size
        @met = met
        @ladder = Core::Bench::Rungs.from(first_rung)
      end

      def run(kind)
        squad = SimulatedSquad.new(@shelf, size: @size, seed: @seed, from: @programme.start, met: @met)
        way = (kind == Ways::Planned) ? kind.new(@programme, @shelf) : kind.new(@programme, @ladder)
        owned, lapses = {}, 0
        @programme.meetings.each do |meeting|
          squad.evening(meeting.on, way.places(meeting.index, meeting.on, squad))
          now = owned(squad, meeting.on)
          lapses += (owned.keys - now.keys).size
          owned = now
        end
        Outcome.new(owns: weighted { |goal| squad.owning(goal.combination_id, goal.rung, @programme.ends) },
          able: weighted { |goal| squad.able(goal.combination_id, goal.rung, @programme.ends) },
          lapses: lapses.fdiv(@size), **load(way.efforts))
      end

      private

      def owned(squad, day)
        @programme.goals.product((0...@size).to_a).select { |goal, s|
          squad.owns?(s, goal.combination_id, goal.rung, day)
        }.to_h { |pair| [pair, true] }
      end

      def weighted = @programme.goals.sum { |goal| goal.importance * yield(goal) } / @programme.goals.sum(&:importance)

      # Against the limits: the rise above the fullest week before, weeks in a row without an easy one, hard classes in
      # a row.
      def load(efforts)
        limits, weeks = @programme.limits,
          @programme.meetings.group_by(&:week).values.map { |list|
            list.sum { |meeting| meeting.minutes * efforts[meeting.index] }
          }
        fullest = @programme.usual || weeks.first
        rises = weeks.map { |load| (load.to_f / fullest - 1).tap { fullest = [fullest, load].max } }
        hard = @programme.meetings.each_cons(2).count do |pair|
          pair.all? { |meeting| efforts[meeting.index] >= limits.hard }
        end
        easy = limits.easy_every.zero? ? 0 : weeks.each_with_index
          .count { |load, i| ((i + 1) % limits.easy_every).zero? && load > weeks[i - 1] * limits.easy/100r }
        {peak: rises.max, broke: rises.count { |rise| rise > limits.rise / 100.0 + 1e-9 } + hard + easy}
      end
    end
  end
end
