require "jaunty_bell/command_line/commands"

module JauntyBell
  class CommandLine
    # Of a combination: read, judged, written, drawn.
    class OfBench < Commands
      NAMES = %w[combo pace parts like write path figure review].freeze
      TALL = (80..230) # cm
      DRAWN = 240.0 # points

      def combo
        return partly if given[:partly]
        analysis = judged(Bench::Notation.read(text, reading))
        answer = Files::AnalysisJson.new(analysis).to_h
        given[:work] ? answer.merge(round: Files::AnalysisJson.round(analysis, seconds(:work))) : answer
      end

      # Of work, sets, tempo and pause the one that is missing is worked out; with all left out, sets in a 3:00 round.
      def pace
        analysis = Bench.analyse(text, reading: reading, setting: setting, pause: number(:pause, Bench::Pace::PAUSE))
        Files::PaceJson.new(analysis, work: seconds(:work), sets: given[:sets] && integer(:sets),
          tempo: number(:tempo), pause: number(:pause)).to_h
      end

      def parts
        analysis = Bench.analyse(text, reading: reading, tempo: number(:tempo, Bench::Pace::TEMPO),
          pause: number(:pause, Bench::Pace::PAUSE))
        Files::PartsJson.new(analysis, weak: given[:weak] && integer(:weak) - 1).to_a
      end

      # Likeness to each combination on standard input, and those that are one step away.
      def like
        wanted = Bench::Notation.read(text, reading)
        lines = input.read.lines.map(&:strip).reject(&:empty?)
        shelf = Bench::Likeness.new(lines.each_with_index.to_h { |line, i|
          [line, at_line(i) { Bench::Notation.read(line, reading) }]
        })
        {like: shelf.like(wanted).map { |line, share| {combination: line, share: share.to_f} },
         one_step: shelf.one_step(wanted).map { |line, kind, at| {combination: line, step: kind, at: at} }}
      end

      def write
        source = given[:from] ? Lexicon::Numberings[given[:from]] : nil
        refuse("Say which scheme to write in: --scheme SCHEME.") unless given[:scheme]
        combination = Bench::Notation.read(text, reading.but(numbering: source))
        target = reading
        {text: Bench::Notation.write(combination, target), spoken: Bench::Notation.spoken(combination),
         by_hand: Bench::Notation.by_hand(combination, target)}
      end

      # Where the feet go: of steps, or of a pattern by its name.
      def path
        written = text
        if Bench::Path::SHAPES.include?(written)
          written = Bench::Path.shaped(written, given[:size] ? integer(:size) : 200)
        end
        combination = Bench::Notation.read(written, reading)
        found = Bench::Path.of(combination, reading) ||
          refuse("A path is of steps alone; \"#{written}\" has more in it. Write step in, gallop out, pivot left and " \
            "the like.")
        Files::PathJson.of(found)
          .merge(notation: Bench::Notation.write(combination, reading))
      end

      def figure
        height = number(:height, Bench::Figure::Build::HEIGHT)
        unless TALL.cover?(height)
          refuse("Somebody is #{TALL.min} to #{TALL.max} cm tall; this is #{Words.number(height)}.")
        end
        analysis = Bench.analyse(text, reading: reading, tempo: number(:tempo, Bench::Pace::TEMPO))
        return Files::FigureSvg.new(analysis, height: DRAWN).to_s if given[:svg]
        Files::FigureJson.of(analysis, height: height.to_f)
      end

      # A round as a sensor felt it, against the combination it was meant to be.
      def review
        combination = Bench::Notation.read(text, reading)
        plan = Floor::Review::Planned.of(combination, reading, tempo: number(:tempo, Bench::Pace::TEMPO),
          pause: number(:pause, Bench::Pace::PAUSE))
        refuse("There is no strike of a hand in this combination: a sensor sees hands alone.") if plan.hands.empty?
        strikes, bad = Floor::Strike.lines(input.read)
        Files::ReviewJson.of(Floor::Review.new(strikes, plan: plan))
          .merge(unread: bad.map { |line, why| {line: line, why: why} })
      end

      private

      def judged(combination)
        Bench::Analysis.new(combination, reading: reading, setting: setting,
          tempo: number(:tempo, Bench::Pace::TEMPO), pause: number(:pause, Bench::Pace::PAUSE))
      end

      # What could be read, with its gaps; what could not be is told as for any text, and the command fails as it does.
      def partly
        part = Bench::Notation.partly(text, reading)
        read = part.combination ? Files::AnalysisJson.new(judged(part.combination), gaps: part.gaps).to_h : {}
        read[:gaps] = part.gaps.map(&:to_h)
        part.error ? Partly.new(read, part.error) : read
      end

      def at_line(index)
        yield
      rescue Core::InvalidInput => e
        refuse("Line #{index + 1}: #{e.message}")
      end
    end
  end
end
