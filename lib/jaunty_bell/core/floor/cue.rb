module JauntyBell::Core
  module Floor
    # One thing heard or shown in a segment.
    #
    #   kind    one of SOUNDS (made by the bell), or of VOICES
    #   at      ms from the segment's start as it was planned
    #   anchor  what `at` keeps to when the segment is made longer or shorter: "start", "end", or "share" of its length
    #   text    what is shown; say: the words that are spoken (Voice), none where it is only shown
    #   length  ms that what it speaks takes
    #   combination_id  of a call: the one called, or in a read drill the answer; `hidden` where it must not be shown
    Cue = Value.of(:kind, :at, anchor: "start", text: nil, say: [].freeze, length: 0, combination_id: nil,
      hidden: false) do
      # When it is due in a segment planned for `duration` that has `extra` more (or, negative, less). All ms.
      def instant(duration, extra)
        case anchor
        when "end" then at + extra
        when "share" then at + Rational(at * extra, duration).round
        else at
        end
      end
    end

    class Cue
      SOUNDS = %i[bell_start bell_end warning get_ready go interval_on interval_off].freeze
      # In order of rank: the earlier is placed first where two would speak at once.
      VOICES = %i[announce swap side phase call count].freeze
    end
  end
end
