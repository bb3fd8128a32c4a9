module JauntyBell
  module Files
    # What the wall sheet and the pocket cards have in common: what is said of each round.
    class CardSheet < Sheet
      # @param plan [Core::Card::Plan]
      def initialize(name, plan, club:)
        @name = name
        @plan = plan
        @club = club
      end

      private

      # Runs with the repeats of a round taken together: [[run, how many], …].
      def entries
        @plan.runs.chunk_while { |one, two|
          one.round && [one.block, one.round] == [two.block, two.round] ||
            (one.step && two.step && one.block == two.block)
        }.map { |runs| [runs.first, runs.size] }
      end

      def clock(seconds) = Core::Words.clock(seconds)

      # What the Bench says of the combination drilled.
      def analysis(task)
        (@analyses ||= {})[task] ||= Core::Bench::Analysis.new(task.combination, reading: @plan.company.reading,
          setting: task.setting, tempo: task.tempo, pause: task.pause)
      end

      def written(task) = analysis(task).canonical

      def spoken(task) = analysis(task).spoken

      # "pairs, change every 0:30"
      def sharing(task)
        round = task.round
        {"alone" => nil, "even" => "pairs, half the round each",
         "every" => "pairs, change every #{clock(round.every.to_i)}", "round" => "pairs, a round each",
         "n for n" => "pairs, #{Core::Words.many(round.every.to_i, "set")} each in turn"}.fetch(round.swap)
      end

      # Several things are drilled in it, and no one of them stands for the rest; a ladder's longest does.
      def several?(task) = task.combinations.size > 1 && task.manner != "ladder"

      # It has one wrap that tells all that is done in it, and may be told.
      def drawn?(task) = task.drilled? && !task.read? && !several?(task)

      # Its stretches, each with its name and how long it lasts.
      def stretches(task)
        task.phases.map do |phase|
          name = phase.burst ? "all out" : phase.name
          lasts = phase.lasts ? clock(phase.seconds) : "what is left"
          [name, lasts, ("each side" if phase.sides), ("other stance" if phase.other)].compact.join(", ")
        end
      end

      def wrap(pdf, task, at:, width:, half:)
        return unless drawn?(task)
        drawing = WrapSvg.new(Core::Bench::Wrap.places(analysis(task)), analysis(task).set_time,
          width: width, half: half)
        pdf.svg(drawing.to_s, at: at, width: width, enable_web_requests: false)
      end
    end
  end
end
