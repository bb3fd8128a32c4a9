module JauntyBell::Core
  module Bench
    # Everything the Bench says about one combination: counted, timed, judged.
    #
    #   analysis = Bench.analyse("1-2-3b-2")
    #   analysis.beats       # => (9/2)
    #   analysis.set_time    # => (27/14) seconds
    class Analysis
      attr_reader :combination, :reading, :setting, :tempo, :pause, :walk

      # `tempo` in beats a minute, `pause` in seconds; a pause of 0 runs each set into the next.
      def initialize(combination, reading: Notation::Reading.new, setting: Flow::Setting.new, tempo: Pace::TEMPO,
        pause: Pace::PAUSE)
        @combination = combination
        raise InvalidInput.new("Tempo must be more than 0 beats a minute.", path: "tempo") unless tempo.positive?
        raise InvalidInput.new("A pause cannot be less than 0 seconds.", path: "pause") if pause.negative?
        @reading = reading
        @tempo = tempo.to_r
        @pause = pause.to_r
        @setting = setting.but(partner: reading.partner, seam: @pause.zero?)
        @walk = Flow::Walk.new(combination, @setting, stance: reading.stance)
      end

      def beats = walk.beats

      def set_time = Pace.set_time(beats: beats, tempo: tempo)

      def canonical = Notation.write(combination, reading)

      def spoken = Notation.spoken(combination)

      def by_hand = Notation.by_hand(combination, reading)

      # The stance the body is in before each action where the one before it has changed it, else nil; :orthodox or
      # :southpaw.
      def stances
        [:lead, *combination.fronts[0...-1]].each_cons(2).map do |before, now|
          ((reading.hand_of(now, :self) == :left) ? :orthodox : :southpaw) if now != before
        end
      end

      def counts = @counts ||= Counts.of(combination, reading, setting)

      def complexity = Complexity.of(walk)

      # In the corner's order, each with the mends the walk has tried.
      def findings
        @findings ||= Mender.new(walk).then { |mender|
          walk.sorted_findings.map { |finding| mender.with_mends(finding) }
        }
      end

      # Sets and counts in a round of so many seconds' work.
      def round(work)
        sets = Pace.sets(beats: beats, work: work, tempo: tempo, pause: pause)
        {sets: sets, counts: counts.times(sets)}
      end

      # How each action hangs on the one before: :whole, :slack (weak) or :cut (fault); nil for the first.
      def links
        cut = walk.open_findings.reject(&:seam).select { |finding| finding.severity == :fault }
          .filter_map { |finding| Flow::Rules[finding.rule].cuts(finding.at) }
        walk.visits.map do |visit|
          next if visit.index.zero?
          next :cut if cut.include?(visit.index)
          visit.weak ? :slack : :whole
        end
      end
    end
  end
end
