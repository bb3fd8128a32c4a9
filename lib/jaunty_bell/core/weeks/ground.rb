module JauntyBell::Core
  module Weeks
    # What a Learning::Model says of every learner of a squad at one combination today, as flat rows of numbers that a
    # Progress practises on: a planner walks through classes a million times.
    class Ground
      # By learner: `start` log-odds with nothing behind them, of the level too; `quick_weight` and `whole_weight` of
      # practice; `doubt` variance of the log-odds. Of all: `slow_weight`, `rung_weight`, `steps` log-odds a rung is
      # harder by, `drift` variance a class adds.
      attr_reader :start, :quick_weight, :slow_weight, :whole_weight, :rung_weight, :steps, :doubt, :drift

      def initialize(strand)
        @strand = strand
        @squad = strand.squad
        @model = @squad.model
        @day = @squad.today.jd
        @rung_weight = @model.weight(Learning::Pull::RUNG)
        @drift = @model.drift
        weigh
        @steps = (0...strand.ladder.size).map { |rung|
          (0...strand.rank(rung)).sum { |step| @model.weight(Learning::Pull::FIRST_STEP + step) }
        }
      end

      # Of practice in all, before any of it fades.
      def practice_weight(learner) = @quick_weight[learner] + @slow_weight + @whole_weight[learner]

      def progress(climbs:)
        Progress.new(@strand, self, climbs: climbs, **rows.transform_values(&:dup))
      end

      private

      # By learner, as of today: clean repetitions, faded `quick`, `slow` and the `whole`; `at` each rung, one learner
      # after another; `own`, the highest rung with any, the first for who has none.
      def rows
        @rows ||= begin
          trails = @squad.learners.map { |learner| @strand.trail(learner) }
          rungs = trails.map { |trail| @strand.ladder.each_index.map { |rung| trail.at[@strand.rank(rung)] } }
          {quick: trails.map { |trail| trail.quick(@day) }, slow: trails.map { |trail| trail.slow(@day) },
           whole: trails.map(&:total), at: rungs.flatten, own: rungs.map { |at| at.rindex(&:positive?) || 0 }}
        end
      end

      def weigh
        help = @model.weight(Learning::Pull::HELP)
        rough = @model.weight(Learning::Pull::ROUGH)
        ids = @squad.learners.map(&:id)
        @start = ids.map { |id|
          @model.ground(id, @strand.id) + @model.level(id, @strand.id).mean +
            help * Learning::Pull.of(@model.help(id, @strand.id, @day)) +
            rough * Learning::Pull.of(@model.trail(id, @strand.id).rough)
        }
        @quick_weight = ids.map { |id| most(@model.weight(Learning::Pull::QUICK) + @model.forgetting(id)) }
        @slow_weight = @model.weight(Learning::Pull::SLOW)
        @whole_weight = ids.map { |id|
          most(@model.weight(Learning::Pull::WHOLE) + @model.pace(id) - @model.forgetting(id))
        }
        @doubt = ids.map { |id| @model.variance(id, @strand.id, @strand.rank(@strand.wanted || 0), @day) }
      end

      def most(weight) = [weight, 0.0].max
    end
  end
end
