module JauntyBell::Core
  module Learning
    # What the log-odds of a clean repetition are made of, and what is to be expected of each where nothing is known:
    # the product's own, from which a club's marks move it.
    #
    #   log-odds = start + size · actions beyond three + steps up to the rung
    #              + quick · p(faded quickly) + slow · p(faded slowly) + settled · p(settled) + rough · p(rough)
    #              + rung · p(clean at the rung) + help · p(of what it builds on)
    #              + student + combination + coach + pace of the student · p(settled) − forgetting of the student · lost
    #              + where the student stands with this combination (Level)
    #   p(n) = ln(1 + n/60): each class less than the one before (performance factors: Pavlik, Cen and Koedinger
    #   2009; item, skill and practice with forgetting: Choffin et al. 2019; both from memory)
    #   lost = p(settled) − p(faded quickly)
    module Pull
      REPS = 60.0 # repetitions from which each brings less; the product's own
      USUAL_SIZE = 3 # actions
      RUNGS = Bench::Rungs::ALL.size
      # Mean and standard deviation
      FIXED = {start: [0.7, 1.0], size: [-0.12, 0.08], quick: [0.65, 0.5], slow: [0.8, 0.6], settled: [1.0, 0.6],
               rough: [0.08, 0.2], rung: [0.7, 0.5], help: [0.45, 0.4]}.freeze
      STEP = [-0.55, 0.3].freeze # a rung up
      AIR = [-0.1, 0.2].freeze # from the air to a count
      STEPS = [AIR, *[STEP] * (RUNGS - 2)].freeze
      COUNT = FIXED.size + STEPS.size
      MEANS = [*FIXED.values.map(&:first), *STEPS.map(&:first)].freeze
      VARIANCES = [*FIXED.values.map(&:last), *STEPS.map(&:last)].map { |deviation| deviation**2 }.freeze
      START, SIZE, QUICK, SLOW, SETTLED, ROUGH, RUNG, HELP = (0...FIXED.size).to_a
      FIRST_STEP = FIXED.size

      class << self
        def of(count) = Math.log(1 + count / REPS)

        # [indexes, values] of the fixed part for a trail on a day.
        def fixed(trail, rung:, actions:, help:, day:)
          indexes = [START, SIZE, QUICK, SLOW, SETTLED, ROUGH, RUNG, HELP]
          values = [1.0, (actions - USUAL_SIZE).to_f, of(trail.quick(day)), of(trail.slow(day)), of(trail.settled),
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
