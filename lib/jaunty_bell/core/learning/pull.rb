module JauntyBell::Core
  module Learning
    # What the log-odds of a clean repetition are made of, and what is to be expected of each where nothing is known:
    # the product's own, from which a club's marks move it.
    #
    #   log-odds = start + size · actions beyond three + steps up to the rung
    #              + quick · p(faded quickly) + slow · p(faded slowly) + whole · p(all) + rough · p(rough)
    #              + rung · p(clean at the rung) + help · p(of what it builds on)
    #              + student + combination + coach + pace of the student · p(all) − forgetting of the student · lost
    #              + where the student stands with this combination (Level)
    #   p(n) = ln(1 + n/30): each class less than the one before (performance factors: Pavlik, Cen and Koedinger
    #   2009; item, skill and practice with forgetting: Choffin et al. 2019; both from memory)
    #   lost = p(all) − p(faded quickly)
    module Pull
      REPS = 30.0 # repetitions from which each brings less; the product's own
      USUAL_SIZE = 3 # actions
      RUNGS = Bench::Rungs::ALL.size
      # Mean and standard deviation
      FIXED = {start: [0.7, 1.0], size: [-0.12, 0.08], quick: [0.4, 0.25], slow: [0.5, 0.3], whole: [0.6, 0.3],
               rough: [0.05, 0.1], rung: [0.45, 0.25], help: [0.15, 0.15]}.freeze
      STEP = [-0.55, 0.3].freeze # a rung up
      AIR = [-0.1, 0.2].freeze # from the air to a count
      STEPS = [AIR, *[STEP] * (RUNGS - 2)].freeze
      COUNT = FIXED.size + STEPS.size
      MEANS = [*FIXED.values.map(&:first), *STEPS.map(&:first)].freeze
      VARIANCES = [*FIXED.values.map(&:last), *STEPS.map(&:last)].map { |deviation| deviation**2 }.freeze
      START, SIZE, QUICK, SLOW, WHOLE, ROUGH, RUNG, HELP = (0...FIXED.size).to_a
      FIRST_STEP = FIXED.size

      class << self
        def of(count) = Math.log(1 + count / REPS)

        # [indexes, values] of the fixed part for a trail on a day.
        def fixed(trail, rung:, actions:, help:, day:)
          indexes = [START, SIZE, QUICK, SLOW, WHOLE, ROUGH, RUNG, HELP]
          values = [1.0, (actions - USUAL_SIZE).to_f, of(trail.quick(day)), of(trail.slow(day)), of(trail.total),
            of(trail.rough), of(trail.at[rung]), of(help)]
          rung.times do |step|
            indexes << FIRST_STEP + step
            values << 1.0
          end
          [indexes, values]
        end
      end
    end
  end
end
