module JauntyBell
  module Core
    module Card
      # Work time plus the rest after it, on one combination or one plain item.
      #
      #   work, rest, explain   whole seconds          share   "alone" or "pairs" (each strikes half)
      #   combination           a Bench::Combination, or nil for a plain item
      #   tempo, pause          of its sets            both_sides   every set is done in both stances
      #   effort                planned, 0–10
      Round = Value.of(:block, :title, :work, rest: 0, explain: 0, combination: nil, tempo: Bench::Pace::TEMPO,
        pause: Bench::Pace::PAUSE, share: "alone", both_sides: false, effort: 5) do
        # Raises InvalidInput with a path under `at` ("rounds/2") for the first thing out of reason.
        def checked(at)
          refuse(at, "block", "\"#{block}\" is not a block. Choose from: #{BLOCKS.join(", ")}.") unless BLOCKS.include?(block)
          refuse(at, "title", "Give the round a title, so that it can be called out.") if title.to_s.strip.empty?
          refuse(at, "work_s", "Work must be from 1 second to an hour; this is #{work}.") unless whole?(work, 1)
          refuse(at, "rest_s", "Rest must be from 0 seconds to an hour; this is #{rest}.") unless whole?(rest, 0)
          refuse(at, "explain_s", "Explaining must take from 0 seconds to an hour; this is #{explain}.") unless whole?(explain, 0)
          refuse(at, "effort", "Planned effort goes from 0 to 10; this is #{effort}.") unless effort.is_a?(Numeric) && effort.between?(0, 10)
          refuse(at, "share", "A round is done alone or in pairs.") unless SHARES.key?(share)
          self
        end

        # Work seconds in which each student strikes.
        def striking = work * SHARES.fetch(share)

        # Whole sets each student does; with both sides, an even number of them.
        def sets(beats)
          done = Bench::Pace.sets(beats: beats, work: striking, tempo: tempo, pause: pause)
          both_sides ? done / 2 * 2 : done
        end

        private

        def whole?(seconds, least) = seconds.is_a?(Integer) && seconds.between?(least, LONGEST_ROUND)

        def refuse(at, field, message) = raise(InvalidInput.new(message, path: "#{at}/#{field}"))
      end
    end
  end
end
