module JauntyBell::Core
  module Card
    # Work time plus the rest after it, as a coach writes it on a card. Where a field is nil its drill's, or the club's,
    # stands (see Task).
    #
    #   work, rest, explain  whole seconds; `active` where the rest is spent moving; `change` the changeover before it
    #   drill, combination   Named, or nil; a combination takes the place of the drill's own
    #   exercise, reps       a Lexicon::Exercise, and how many where it is not timed
    #   flow                 Named, a Flow: what it has to do takes the place of work and phases
    #   swap                 "alone", "even" (one turn each), "every" (turns of `every` seconds), "round" (who strikes
    #                        changes with the round), "n for n" (turns of `every` sets)
    #   swap_time            seconds each swap takes
    #   repeat               how many times over, the rest between
    #   keep                 the fit may not leave it out
    #   phases               Phases in order
    #   capacity             students at it, as a station of a circuit
    #   kit                  what is worn and at hand beyond the drill's
    #   beginners, ahead     the rung of those who do not own the one beneath, and of those who own this one
    Round = Value.of(:title, work: 180, rest: 60, active: false, explain: 0, change: nil, drill: nil, combination: nil,
      exercise: nil, reps: nil, implement: nil, rung: "count", effort: 5, intensity: nil, contact: true, tempo: nil,
      pause: nil, both_sides: nil, on: nil, off: nil, swap: "alone", every: nil, swap_time: nil, repeat: 1, keep: false,
      phases: [].freeze, capacity: 1, kit: [].freeze, beginners: nil, ahead: nil, flow: nil) do
      include Bounds

      # Raises InvalidInput with a path under `at` ("blocks/0/rounds/2") for the first thing out of reason.
      def checked(at)
        refuse(at, "title", "Give the round a title, so that it can be called out.") if title.to_s.strip.empty?
        times(at)
        within(at, "repeat", repeat, REPEATS.min, REPEATS.max, "A round is done from 1 to 20 times")
        within(at, "capacity", capacity, PLACES.min, PLACES.max, "A station takes from 1 to 60 students")
        on_the_effort_scale(at, effort)
        words(at)
        phases.each_with_index { |phase, i| phase.checked("#{at}/phases/#{i}") }
        fitting(at)
        self
      end

      # Seconds its phases take at least: one that takes what the others leave, a second.
      def phases_take = phases.sum { |phase| phase.lasts || 1 }

      private

      def times(at)
        within(at, "work_s", work, 1, LONGEST_ROUND, "Work must be from 1 second to an hour")
        within(at, "rest_s", rest, 0, LONGEST_ROUND, "Rest must be from 0 seconds to an hour")
        within(at, "explain_s", explain, 0, LONGEST_ROUND, "Explaining must take from 0 seconds to an hour")
        {"change_s" => change, "swap_s" => swap_time}.each do |field, value|
          within(at, field, value, CHANGES.min, CHANGES.max, "A change takes from 0 seconds to 10 minutes") if value
        end
        within(at, "reps", reps, 1, 1000, "Give from 1 to 1,000 repetitions") if reps
        within(at, "every", every, 1, LONGEST_ROUND, "Turns are counted in whole numbers from 1") if every
      end

      def words(at)
        {"swap" => [swap, SWAPS], "rung" => [rung, Bench::Rungs::ALL], "intensity" => [intensity, [nil, *INTENSITIES]],
         "beginners" => [beginners, [nil, *Bench::Rungs::ALL]], "ahead" => [ahead, [nil, *Bench::Rungs::ALL]]}
          .each do |field, (value, allowed)|
          unless allowed.include?(value)
            refuse(at, field, "\"#{value}\" is not a choice. Choose from: #{allowed.compact.join(", ")}.")
          end
        end
        if ["every", "n for n"].include?(swap) && every.nil?
          refuse(at, "every", "Say how long a turn is: seconds for a swap on the clock, sets for n for n.")
        end
      end

      # What must fit into the work time: inner intervals, turns and phases.
      def fitting(at)
        refuse(at, "on_s", "An inner interval needs seconds on and seconds off.") if on.nil? != off.nil?
        if on && on + off > work
          refuse(at, "on_s",
            "The inner interval of #{on} s on and #{off} s off is longer than the #{work} s of work: shorten it or " \
            "work longer.")
        end
        if swap == "every" && every > work
          refuse(at, "every",
            "A turn of #{every} s is longer than the #{work} s of work: shorten the turn or work longer.")
        end
        if phases.size > MOST_PHASES
          refuse(at, "phases", "A round holds at most #{MOST_PHASES} phases; this has #{phases.size}: make two of it.")
        end
        if phases_take > work
          refuse(at, "phases",
            "The phases take #{Words.clock(phases_take)}, more than the #{Words.clock(work)} of work: shorten one " \
            "or work longer.")
        end
        if phases.count { |phase| phase.seconds.nil? } > 1
          refuse(at, "phases", "Only one phase can take what the others leave.")
        end
      end
    end
  end
end
