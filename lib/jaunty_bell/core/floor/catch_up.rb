module JauntyBell::Core
  module Floor
    # "We have 25 minutes": a class under way made to end in time, by Late. The round that is on stays as it is; what is
    # still to come is cut or left out. The device has the same (web/src/floor/catchUp.ts), for a hall without a
    # network.
    #
    #   catch_up = CatchUp.new(sheet.segments, Rounds.of(plan), at: 600_000, seconds: 1_500)
    #   catch_up.added   # => {12 => -60_000, …} ms added to segments, as Ring#refit takes them; nil where it cannot be
    #   catch_up.changes # => [Change("Bag bursts", was: 240, work: 180), …]
    class CatchUp
      # `was` and `work` seconds; work nil where it is left out.
      Change = Value.of(:title, :was, :work)

      # `at` ms since the first bell by the cue sheet; `seconds` there are from then on.
      def initialize(segments, rounds, at:, seconds:)
        @segments = segments
        @rounds = rounds
        @ring = Ring.new(segments: segments).resume(0).caught_up(at)
        @now = at
        @seconds = seconds
      end

      # {index of a segment => ms added}, nil where what must stay takes longer.
      def added
        return unless choices
        @segments.each_with_index.with_object({}) do |(segment, i), found|
          place = coming.index(segment.round) or next
          more = length(segment, choices[place]) - segment.duration
          found[i] = more unless more.zero?
        end
      end

      # Rounds whose work changes, in order; nil where it cannot be.
      def changes
        choices && coming.zip(late_rounds, choices).filter_map do |round, was, choice|
          next if choice && choice.work == was.work
          Change.new(title: @rounds[round][:title], was: was.work, work: choice&.work)
        end
      end

      # Seconds more than there are that what must stay takes at its shortest; 0 where it fits.
      def over = choices ? 0 : (late.least - room).ceil

      private

      def current = @segments[@ring.at]&.round || -1

      def coming = @coming ||= @segments.map(&:round).uniq.select { |round| round > current }

      # Seconds left for what is to come, when what is on has taken its own.
      def room
        own = @segments.each_with_index.sum { |segment, i|
          (i > @ring.at && segment.round == current) ? segment.duration : 0
        }
        @seconds - (@ring.left(@now) + own) / 1_000.0
      end

      def late = @late ||= Late.new(late_rounds, room)

      def choices
        return @choices if defined?(@choices)
        @choices = (room.negative? && late_rounds.any?(&:must)) ? nil : late.choices
      end

      def late_rounds
        @late_rounds ||= coming.map do |round|
          work, rest = seconds(round, :work), seconds(round, :rest)
          cut = @rounds[round][:late]
          Late::Coming.new(talk: seconds(round, :explain), work: work, rest: rest, least: [cut[:least_s], work].min,
            least_rest: [cut[:least_rest_s], rest].min, must: cut[:must], weight: cut[:weight])
        end
      end

      def seconds(round, kind) =
        @segments.sum { |each| (each.round == round && each.kind == kind) ? each.duration : 0 } / 1_000

      def length(segment, choice)
        return 0 unless choice
        (segment.kind == :explain) ? segment.duration : choice.public_send(segment.kind) * 1_000
      end
    end
  end
end
