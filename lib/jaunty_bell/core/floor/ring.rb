module JauntyBell::Core
  module Floor
    # A class under way, as a value: where in the cue sheet it is, and since when. Whatever happens makes a new value;
    # the device has the same algebra (web/src/floor/ring.ts), and one table of cases is run against both
    # (test/shared/ring_cases.yml). All times in ms on one clock.
    #
    #   at       index of the segment; the number of segments once all are over
    #   elapsed  in this segment when it last stopped or began
    #   since    when it has been running from; nil while it stands
    #   extra    {index => ms added to a segment}; one from which all is taken is left out
    #   runs     rounds left, in order
    #
    #   ring = Ring.new(segments: sheet.segments).resume(0).caught_up(25_000)
    Ring = Value.of(:segments, at: 0, elapsed: 0, since: nil, extra: {}.freeze, runs: [].freeze) do
      def over? = at >= segments.size

      def running? = !since.nil? && !over?

      # What a segment takes: at least a second; nothing where it is left out.
      def length(index = at) =
        left_out?(index) ? 0 : [self.class::LEAST, (segments[index]&.duration || 0) + extra.fetch(index, 0)].max

      # Whether a segment was left out, so that the class goes on after it.
      def left_out?(index) = index < segments.size && extra.key?(index) && segments[index].duration + extra[index] <= 0

      # Time gone in the current segment. A clock that jumps back does not take time away.
      def gone(now) = elapsed + (since ? [0, now - since].max : 0)

      def left(now) = over? ? 0 : [0, length - gone(now)].max

      # Time from now to the last bell.
      def remaining(now) = left(now) + ((at + 1)...segments.size).sum { |index| length(index) }

      # On to the segment the clock has reached; a device that slept catches up in one step. Where the clock has jumped
      # back the class goes on from where this segment last stood.
      def caught_up(now)
        return but(since: now) if since && now < since
        return self unless running? && gone(now) >= length
        finish = since + length - elapsed
        leave(finish, "done").but(at: at + 1, elapsed: 0, since: last? ? nil : finish).caught_up(now)
      end

      def resume(now) = (over? || since) ? self : but(since: now)

      def pause(now) = since ? but(elapsed: gone(now), since: nil) : self

      # On to the next segment that was not left out; work that is left early is noted as skipped.
      def skip(now)
        return self if over?
        following = (at + 1..segments.size).find { |index| !left_out?(index) }
        leave(now, "skipped").but(at: following, elapsed: 0,
          since: (following == segments.size || since.nil?) ? nil : now)
      end

      # What is still to come takes other times: {index => ms added}, of segments after this one; what was changed
      # before is forgotten.
      def refit(added)
        changes = added.transform_keys(&:to_i)
        but(extra: extra.select { |index, _| index <= at }.merge(changes.select { |index, _| index > at }))
      end

      # The same round again, from its work; work under way is noted as cut. In a rest it is the round just done.
      def repeat(now)
        round = segments[[at, segments.size - 1].min]&.round
        work = segments.index { |segment| segment.round == round && segment.kind == :work }
        work ? leave(now, "cut").but(at: work, elapsed: 0, since: since && now) : self
      end

      # More or less time in this segment; never less than has gone and a second.
      def lengthen(by, now)
        return self if over?
        least = gone(now) + self.class::LEAST - segments[at].duration
        but(extra: extra.merge(at => [extra.fetch(at, 0) + by, least].max))
      end

      # The class is ended here.
      def finish(now) = leave(now, "cut").but(at: segments.size, elapsed: 0, since: nil)

      # Cues due from one instant until before another if nothing happens meanwhile: [[Cue, instant], …].
      def due(from, to)
        return [] unless running?
        start = since - elapsed
        (at...segments.size).flat_map do |index|
          begun = start
          start += length(index)
          if begun < to && !left_out?(index)
            in_segment(index, begun).select { |_, instant| instant >= from && instant < to }
          else
            []
          end
        end
      end

      private

      def in_segment(index, begun)
        segment = segments[index]
        segment.cues.map { |cue| [cue, cue.instant(segment.duration, extra.fetch(index, 0))] }
          .select { |_, instant| instant.between?(0, length(index)) }.map { |cue, instant| [cue, begun + instant] }
      end

      def last? = at >= segments.size - 1

      # Notes the round that is left, if it was in its work time.
      def leave(now, outcome)
        return self if over? || segments[at].kind != :work || left_out?(at)
        worked = ([gone(now), length].min / 1000.0).round
        but(runs: runs + [self.class::Left.new(round: segments[at].round, worked: worked, outcome: outcome, at: now)])
      end
    end

    class Ring
      LEAST = 1_000 # ms

      # A round left: `worked` whole seconds, `outcome` "done", "skipped" or "cut".
      Left = Value.of(:round, :worked, :outcome, :at)
    end
  end
end
