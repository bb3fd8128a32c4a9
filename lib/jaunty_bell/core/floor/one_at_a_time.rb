module JauntyBell::Core
  module Floor
    # Never two voices at once: what would speak while another does is merged with it, moved, or shown without being
    # spoken.
    #
    # Voices due at one instant become one, in order of rank. Then, rank by rank, each is placed where nobody else
    # speaks: an announcement waits for the stroke of the bell and for as long as its segment has room; a change of side
    # or partner and a call wait a moment; a count does not wait. What finds no room is only shown.
    module OneAtATime
      BELL = 1_500 # ms an announcement leaves to a bell
      PATIENCE = {announce: Float::INFINITY, swap: 2_000, side: 2_000, phase: 2_000, call: 1_500, count: 0}.freeze # ms

      # Cues of one segment of `duration` ms in order of time; `bell` whether one sounds as it begins.
      def self.settle(cues, duration, bell:)
        voiced, others = cues.partition { |cue| Cue::VOICES.include?(cue.kind) }
        taken = []
        placed = merged(voiced).sort_by { |cue| [rank(cue), cue.at] }.map do |cue|
          from = (cue.kind == :announce && bell) ? [cue.at, BELL].max : cue.at
          start = gap(taken, from, cue.length)
          if cue.say.any? && (start - from > PATIENCE.fetch(cue.kind) || start + cue.length > duration)
            next cue.but(say: [], length: 0)
          end
          next cue if cue.say.empty?
          taken << (start...start + cue.length)
          cue.but(at: start)
        end
        (others + placed).each_with_index.sort_by { |cue, i| [cue.at, i] }.map(&:first)
      end

      # The first instant from `at` on with `length` ms in which nobody speaks.
      def self.gap(taken, at, length)
        taken.sort_by(&:begin).each { |range| at = range.end if range.begin < at + length && at < range.end }
        at
      end

      def self.merged(cues)
        cues.group_by(&:at).flat_map do |_, together|
          calls, rest = together.partition { |cue| cue.kind == :call }
          calls + [one(rest.sort_by { |cue| rank(cue) })].compact
        end
      end

      def self.one(cues)
        return cues.first if cues.size < 2
        spoken = cues.count { |cue| cue.say.any? }
        length = cues.sum(&:length) + [spoken - 1, 0].max * Voice::GAP
        cues.first.but(text: cues.map(&:text).join(". "), say: cues.flat_map(&:say), length: length)
      end

      def self.rank(cue) = Cue::VOICES.index(cue.kind)

      private_class_method :gap, :merged, :one, :rank
    end
  end
end
