module JauntyBell
  module Files
    # A pace worked out from what is given: of sets, work, tempo and pause the missing one is solved for.
    class PaceJson
      Pace = Core::Bench::Pace
      ROUND = 180 # seconds, where neither work nor sets is given

      # Seconds, sets, beats a minute; nil for what is not given. `solve` names what to work out (:sets, :work, :pause,
      # :tempo); without it, it is the one not given (sets first, then work).
      def initialize(analysis, work: nil, sets: nil, tempo: nil, pause: nil, solve: nil)
        @analysis = analysis
        @solve = solve || missing(work, sets, tempo, pause)
        @work = work || ROUND
        @sets = sets
        @tempo = tempo || Pace::TEMPO
        @pause = pause || Pace::PAUSE
      end

      def to_h
        solution
        {solved: @solve, sets: @sets, work: @work.to_f, tempo: @tempo.to_f, pause: @pause.to_f, beats: beats.to_f,
         set_time: Pace.set_time(beats: beats, tempo: @tempo).to_f,
         fills: Pace.work(beats: beats, sets: [@sets, 1].max, tempo: @tempo, pause: @pause).to_f,
         strikes: @analysis.counts.strikes * @sets, counts: AnalysisJson.counts(@analysis.counts.times(@sets)),
         unlikely: Pace.unlikely(strikes: @analysis.counts.strikes, sets: @sets, work: @work,
           school: @analysis.setting.school)}
      end

      private

      def beats = @analysis.beats

      def missing(work, sets, tempo, pause)
        return :sets unless sets
        return :work unless work
        (pause.nil? && tempo) ? :pause : :tempo
      end

      def solution
        case @solve
        when :sets then @sets = Pace.sets(beats: beats, work: @work, tempo: @tempo, pause: @pause)
        when :work then @work = Pace.work(beats: beats, sets: @sets, tempo: @tempo, pause: @pause)
        when :tempo then @tempo = Pace.tempo(beats: beats, sets: @sets, work: @work, pause: @pause)
        when :pause then @pause = Pace.pause(beats: beats, sets: @sets, work: @work, tempo: @tempo)
        end
      end
    end
  end
end
