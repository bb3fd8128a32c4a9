module JauntyBell::Core
  module Weeks
    # What a Learning::Model says of every learner of a squad at one combination today, as flat rows of numbers that a
    # Progress practises on: a planner walks through classes a million times.
    class Ground
      # By learner: `start` log-odds with nothing behind them, of the level too; `quick_weight` and `settled_weight` of
      # practice; `doubt` variance of the log-odds. Of all: `slow_weight`, `rung_weight`, `help_weight`, `steps`
      # log-odds a rung is harder by, `drift` variance a class adds.
      attr_reader :start, :quick_weight, :slow_weight, :settled_weight, :rung_weight, :help_weight, :steps,
        :doubt, :drift

      def initialize(strand)
        @strand = strand
        @squad = strand.squad
        @model = @squad.model
        @day = @squad.today.jd
        @rung_weight = @model.weight(Learning::Pull::RUNG)
        @help_weight = @model.weight(Learning::Pull::HELP)
        @drift = @model.drift
        weigh
        @steps = (0...strand.ladder.size).map { |rung|
          (0...strand.rank(rung)).sum { |step| @model.weight(Learning::Pull::FIRST_STEP + step) }
        }
      end

      # Of practice in all, before any of it fades.
      def practice_weight(learner) = @quick_weight[learner] + @slow_weight + @settled_weight[learner]

      def progress(climbs:)
        Progress.new(@strand, self, climbs: climbs, **rows.transform_values(&:dup))
      end

      private

      # By learner, as of today: clean repetitions, faded `quick` and `slow`, those `settled`; `at` each rung, one
      # learner after another; `own`, the highest rung with any, the first for who has none; `help` of what it builds
      # on, faded slowly.
      def rows
        @rows ||= begin
          trails = @squad.learners.map { |learner| @strand.trail(learner) }
          rungs = trails.map { |trail| @strand.ladder.each_index.map { |rung| trail.at[@strand.rank(rung)] } }
          {quick: trails.map { |trail| trail.quick(@day) }, slow: trails.map { |trail| trail.slow(@day) },
           settled: trails.map(&:settled), at: rungs.flatten, own: rungs.map { |at| at.rindex(&:positive?) || 0 },
           since: trails.map(&:day), help: @squad.learners.map { |learner| @model.help(learner.id, @strand.id, @day) }}
        end
      end

      def weigh
        rough = @model.weight(Learning::Pull::ROUGH)
        ids = @squad.learners.map(&:id)
        @start = ids.map { |id|
          @model.ground(id, @strand.id) + @model.level(id, @strand.id).mean +
            rough * Learning::Pull.of(@model.trail(id, @strand.id).rough)
        }
        @quick_weight = ids.map { |id| most(@model.weight(Learning::Pull::QUICK) + @model.forgetting(id)) }
        @slow_weight = @model.weight(Learning::Pull::SLOW)
        @settled_weight = ids.map { |id|
          most(@model.weight(Learning::Pull::SETTLED) + @model.pace(id) - @model.forgetting(id))
        }
        @doubt = ids.map { |id| @model.variance(id, @strand.id, @strand.rank(@strand.wanted || 0), @day) }
      end

      def most(weight) = [weight, 0.0].max
    end
  end
end
